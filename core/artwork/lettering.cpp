#include "core/artwork/lettering.h"

#include <algorithm>
#include <limits>
#include <memory>
#include <pugixml.hpp>
#include <sstream>

#include <fmt/format.h>
#include <ft2build.h>
#include FT_FREETYPE_H
#include FT_OUTLINE_H
#include <hb.h>

#include "core/artwork/read_picture.h"
#include "core/base/data_folder.h"

namespace tympan {

namespace {

const std::vector<std::pair<std::string, std::string>>& faces() {
    static const std::vector<std::pair<std::string, std::string>> list{
        {"Cabin", "Cabin-Regular.otf"},
        {"Cabin SemiBold", "Cabin-SemiBold.otf"},
        {"B612", "B612-Regular.otf"}};
    return list;
}

[[noreturn]] void fail(const Text& wrong, const Text& remedy) {
    throw Error(Error::Kind::input, "lettering", wrong, remedy);
}

struct Library {
    FT_Library handle = nullptr;
    Library() { FT_Init_FreeType(&handle); }
    ~Library() { FT_Done_FreeType(handle); }
};

/// Builds SVG path data, and the box of it, in the typeface's own units with y down.
struct Path {
    std::string data;
    double x = 0, y = 0;  // of the letter's origin
    double left = std::numeric_limits<double>::infinity(), top = left, right = -left, bottom = -left;

    std::string at(const FT_Vector* p) {
        const double px = x + static_cast<double>(p->x), py = y - static_cast<double>(p->y);
        left = std::min(left, px), right = std::max(right, px);
        top = std::min(top, py), bottom = std::max(bottom, py);
        return fmt::format("{:g} {:g}", px, py);
    }
};

int moveTo(const FT_Vector* to, void* user) {
    auto& path = *static_cast<Path*>(user);
    path.data += path.data.empty() ? "M" : "ZM";
    path.data += path.at(to);
    return 0;
}
int lineTo(const FT_Vector* to, void* user) {
    auto& path = *static_cast<Path*>(user);
    path.data += 'L';
    path.data += path.at(to);
    return 0;
}
int conicTo(const FT_Vector* control, const FT_Vector* to, void* user) {
    auto& path = *static_cast<Path*>(user);
    path.data += 'Q';
    path.data += path.at(control);
    path.data += ' ';
    path.data += path.at(to);
    return 0;
}
int cubicTo(const FT_Vector* a, const FT_Vector* b, const FT_Vector* to, void* user) {
    auto& path = *static_cast<Path*>(user);
    path.data += 'C';
    path.data += path.at(a);
    path.data += ' ';
    path.data += path.at(b);
    path.data += ' ';
    path.data += path.at(to);
    return 0;
}

void add(FT_Face face, FT_UInt glyph, Path& path) {
    static const FT_Outline_Funcs funcs{moveTo, lineTo, conicTo, cubicTo, 0, 0};
    if (FT_Load_Glyph(face, glyph, FT_LOAD_NO_SCALE | FT_LOAD_NO_BITMAP) == 0)
        FT_Outline_Decompose(&face->glyph->outline, &funcs, &path);
}

/// The height of a capital without a round top, in the typeface's units.
double capHeight(FT_Face face) {
    if (FT_Load_Char(face, 'H', FT_LOAD_NO_SCALE | FT_LOAD_NO_BITMAP) != 0) return 0.7 * face->units_per_EM;
    return static_cast<double>(face->glyph->metrics.height);
}

Path setWords(FT_Face face, const std::string& file, const std::string& words) {
    // Set in the typeface's own units, as its outlines are.
    const std::unique_ptr<hb_blob_t, decltype(&hb_blob_destroy)> blob(hb_blob_create_from_file(file.c_str()),
                                                                      &hb_blob_destroy);
    const std::unique_ptr<hb_face_t, decltype(&hb_face_destroy)> letters(hb_face_create(blob.get(), 0),
                                                                         &hb_face_destroy);
    const std::unique_ptr<hb_font_t, decltype(&hb_font_destroy)> font(hb_font_create(letters.get()),
                                                                      &hb_font_destroy);
    const std::unique_ptr<hb_buffer_t, decltype(&hb_buffer_destroy)> line(hb_buffer_create(),
                                                                          &hb_buffer_destroy);
    hb_buffer_add_utf8(line.get(), words.data(), static_cast<int>(words.size()), 0, -1);
    hb_buffer_guess_segment_properties(line.get());
    hb_shape(font.get(), line.get(), nullptr, 0);
    unsigned count = 0;
    const hb_glyph_info_t* glyphs = hb_buffer_get_glyph_infos(line.get(), &count);
    const hb_glyph_position_t* places = hb_buffer_get_glyph_positions(line.get(), &count);
    Path path;
    double pen = 0;
    for (unsigned i = 0; i < count; ++i) {
        if (glyphs[i].codepoint == 0)
            fail(Text("this typeface lacks one of the letters"),
                 Text("choose another typeface, or leave the letter out"));
        path.x = pen + places[i].x_offset, path.y = -places[i].y_offset;
        add(face, glyphs[i].codepoint, path);
        pen += places[i].x_advance;
    }
    if (path.data.empty()) fail(Text("there is no letter in it"), Text("type the words"));
    path.data += "Z";
    return path;
}

}  // namespace

const std::vector<std::string>& letteringFaces() {
    static const std::vector<std::string> names = [] {
        std::vector<std::string> list;
        for (const auto& [name, file] : faces()) list.push_back(name);
        return list;
    }();
    return names;
}

ArtworkPtr letteringPicture(const Lettering& lettering) {
    if (lettering.words.size() > most_letters * 4)
        fail(Text("the line is too long"), Text("make two lines of it"));
    const auto found = std::find_if(faces().begin(), faces().end(),
                                    [&](const auto& face) { return face.first == lettering.face; });
    if (found == faces().end()) fail(Text("there is no such typeface"), Text("choose one of the list"));
    const Library library;
    const std::string file = (dataFolder() / "fonts" / found->second).string();
    FT_Face opened = nullptr;
    if (FT_New_Face(library.handle, file.c_str(), 0, &opened) != 0)
        throw Error(Error::Kind::input, file, Text("the typeface cannot be read"),
                    Text("install Tympan again"));
    const std::unique_ptr<FT_FaceRec, decltype(&FT_Done_Face)> face(opened, &FT_Done_Face);
    const Path path = setWords(face.get(), file, lettering.words);
    const double mm = std::clamp(lettering.cap_mm, least_cap_mm, most_cap_mm) / capHeight(face.get());
    // A tenth of a capital all round keeps the rims of the letters off the edge.
    const double rim = 0.1 * capHeight(face.get());
    const double width = path.right - path.left + 2 * rim, height = path.bottom - path.top + 2 * rim;

    pugi::xml_document document;
    pugi::xml_node svg = document.append_child("svg");
    svg.append_attribute("xmlns") = "http://www.w3.org/2000/svg";
    svg.append_attribute("width") = fmt::format("{:.4f}mm", width * mm).c_str();
    svg.append_attribute("height") = fmt::format("{:.4f}mm", height * mm).c_str();
    svg.append_attribute("viewBox") =
        fmt::format("{:g} {:g} {:g} {:g}", path.left - rim, path.top - rim, width, height).c_str();
    svg.append_attribute("data-words") = lettering.words.c_str();
    svg.append_attribute("data-face") = lettering.face.c_str();
    svg.append_attribute("data-cap-mm") = fmt::format("{:g}", lettering.cap_mm).c_str();
    svg.append_child("path").append_attribute("d") = path.data.c_str();
    std::ostringstream text;
    document.save(text, "", pugi::format_raw);
    const std::string bytes = text.str();
    return readPicture({bytes.begin(), bytes.end()}, lettering.words);
}

std::optional<Lettering> letteringOf(const Artwork& artwork) {
    const Artwork& came = asItCame(artwork);
    if (came.format != "svg") return {};
    pugi::xml_document document;
    if (!document.load_buffer(came.bytes->data(), came.bytes->size())) return {};
    const pugi::xml_node svg = document.child("svg");
    Lettering lettering{svg.attribute("data-words").value(), svg.attribute("data-face").value(),
                        svg.attribute("data-cap-mm").as_double()};
    if (lettering.words.empty() || lettering.cap_mm < least_cap_mm || lettering.cap_mm > most_cap_mm)
        return {};
    return lettering;
}

}  // namespace tympan
