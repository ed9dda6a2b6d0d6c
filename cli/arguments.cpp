#include "cli/arguments.h"

#include <charconv>
#include <cstdlib>
#include <filesystem>

#include <fmt/format.h>
#include <sys/stat.h>

#include "cli/say.h"
#include "core/artwork/edited.h"
#include "core/artwork/read_picture.h"
#include "core/base/language.h"
#include "core/base/write_aside.h"
#include "core/job/edits.h"
#include "core/job/job_file.h"
#include "core/method/catalogue.h"
#include "core/object/materials.h"

namespace tympan::cli {

namespace {

double sizeOf(const std::string& option, const std::string& text) {
    const double mm = lengthOf(option, text);
    if (!limits::asked_mm.holds(mm))
        failUsage(fmt::format("{} {} is not a size that can be printed", option, text), "use 1 mm to 20 m");
    return mm;
}

/// A whole number from 0 to `most`, and nothing else.
std::optional<int> wholeNumber(const std::string& text, int most) {
    int number = -1;
    const auto [end, failed] = std::from_chars(text.data(), text.data() + text.size(), number);
    if (failed != std::errc{} || end != text.data() + text.size() || number < 0 || number > most) return {};
    return number;
}

Contrast contrastOf(const std::string& text) {
    if (text == "auto") return {};
    if (text == "none") return {Contrast::Kind::none, 0};
    const std::optional<int> strength = wholeNumber(text, 100);
    if (!strength)
        failUsage("--contrast " + text + " is not known", "use auto, none or a whole number from 0 to 100");
    return {Contrast::Kind::strength, *strength};
}

LineArt lineArtOf(const std::string& text) {
    if (text.empty()) return {};
    if (text == "auto") return {LineArt::Kind::automatic, 128};
    const std::optional<int> limit = wholeNumber(text, 255);
    if (!limit) failUsage("--line-art " + text + " is not known", "use auto or a whole number from 0 to 255");
    return {LineArt::Kind::limit, *limit};
}

}  // namespace

void failUsage(const std::string& wrong, const std::string& remedy) {
    throw Error(Error::Kind::usage, "", Text::verbatim(wrong), Text::verbatim(remedy));
}

double lengthOf(const std::string& option, const std::string& text) {
    const auto mm = parseLength(text, Unit::mm);
    if (!mm)
        failUsage(fmt::format("{} \"{}\" is not a length", option, text), "write it as 200mm, 20cm or 8in");
    return *mm;
}

void PieceOptions::addTo(Command& command) {
    command.required("PICTURE", picture, "a JPEG, PNG, TIFF, WebP, HEIC, SVG or PDF file");
    command.option("--width", width, "width of the picture on the object: 200mm, 20cm, 8in");
    command.option(
        "--height", height,
        "its height; with another shape than the picture's, the picture is cropped about its centre");
    command.whole("--page", page, 1, 1'000'000, "which page of a PDF");
    command.option("--ground", ground, "the object's colour: #e8dfc8");
    command.option("--method", method, "how it is transferred; `tympan-cli methods` lists them");
}

Job PieceOptions::job() const {
    if (width.empty())
        failUsage("--width is required", "say how wide the picture is on the object: --width 200mm");
    NewPiece piece;
    piece.method = findMethod(shippedMethods(), method);
    piece.size.width = sizeOf("--width", width);
    std::optional<double> asked_height;
    if (!height.empty()) asked_height = sizeOf("--height", height);
    if (piece.method->passes > 1) {  // what goes by that has a white of its own, for dark cloth
        piece.object.material = findMaterial(shippedMaterials(), "cotton-dark");
        piece.object.ground = piece.object.material.ground;
    }
    if (!ground.empty()) {
        const auto colour = parseColour(ground);
        if (!colour) failUsage("--ground " + ground + " is not a colour", "write it as #e8dfc8");
        piece.object.ground = *colour;
    }
    piece.artwork = edited(readPicture(std::filesystem::path(picture)), {.page = page});
    for (const std::string& linked : piece.artwork->linked)
        say(fmt::format("{}: it names \"{}\" and does not hold it: that stays blank", picture, linked));
    piece.size.height = asked_height.value_or(piece.size.width / piece.artwork->aspect());
    if (!limits::side_mm.holds(piece.size.height))
        failUsage(fmt::format("--width {} makes the picture {} high", width,
                              formatLength(piece.size.height, Unit::mm)),
                  "choose a width that keeps both sides between a hair and 20 m");
    if (asked_height) {
        const SourceBox box = centredCrop(*piece.artwork, piece.size);
        const double kept = (box.right - box.left) * (box.bottom - box.top);
        // Half a pixel of the picture is no crop that anyone could see.
        const double slack = 0.5 / std::min(piece.artwork->size.width, piece.artwork->size.height);
        if (kept < 1 - slack)
            say(fmt::format(
                "{}: another shape than {} x {}: cropped about its centre, {:.0f} % of it is left out",
                picture, formatLength(piece.size.width, Unit::mm), formatLength(piece.size.height, Unit::mm),
                100 * (1 - kept)));
    }
    Job job = withPiece({}, std::move(piece));
    job.name = job.pieces.front().name;
    job.sheets.paper = paperNamed("A4");
    // The picture's own date, so that the same picture makes the same bytes whenever it is asked.
    struct stat status {};
    if (::stat(picture.c_str(), &status) == 0) job.created = status.st_mtime;
    return job;
}

bool isJobFile(const std::string& name) { return std::filesystem::path(name).extension() == ".tympan"; }

OpenedJob openJob(const std::string& file) {
    ReadJob read = openJobFile(file);
    std::vector<std::string> sentences;
    for (const Text& fault : read.faults)
        sentences.push_back(fmt::format("{}: left out: {}", file, inEnglish(fault)));
    sayFew(sentences);
    return {std::move(read.job), read.faults.size()};
}

void checkOutputs(const std::vector<std::string>& written, const std::vector<std::string>& read) {
    const auto same = [](const std::filesystem::path& a, const std::filesystem::path& b) {
        std::error_code none;
        if (std::filesystem::equivalent(a, b, none)) return true;
        // What is not there yet is the same file when its name is, however it is written.
        const auto whole = std::filesystem::weakly_canonical(a, none);
        return !whole.empty() && whole == std::filesystem::weakly_canonical(b, none);
    };
    for (std::size_t i = 0; i < written.size(); ++i) {
        if (written[i].empty()) continue;
        for (const std::string& source : read)
            if (!source.empty() && same(written[i], source))
                throw Error(Error::Kind::usage, written[i], Text("would be written over what is read"),
                            Text("give the output a name of its own"));
        for (std::size_t j = 0; j < i; ++j)
            if (!written[j].empty() && same(written[i], written[j]))
                throw Error(Error::Kind::usage, written[i], Text("is asked for twice"),
                            Text("give each output a name of its own"));
    }
    for (const std::string& file : written)
        if (!file.empty()) WriteAside begun(file);  // and given up: it leaves no trace
}

void PrintOptions::addTo(Command& command) {
    command.number("--ppi", ppi, 20, 2400, "pixels per inch of the print");
    command.oneOf("--mirror", mirror, {"auto", "on", "off"},
                  "auto follows the method; on and off force this one output");
    command.oneOf("--colour", colour, {"auto", "gray", "keep"}, "auto follows the method's advice");
    command.option("--contrast", contrast, "auto, none, or 0 to 100; for grey");
    command.option("--line-art", line_art,
                   "black and white alone: auto, or the grey (0 to 255) below which is black");
    command.oneOf("--enlarge", enlarge, {"auto", "photo", "drawing", "redraw", "smooth"},
                  "what makes more pixels where the picture has too few");
}

Job PrintOptions::applied(Job job) const {
    Tone tone;
    tone.contrast = contrastOf(contrast);
    tone.line_art = lineArtOf(line_art);
    if (colour == "gray") tone.ink = Tone::InkChoice::grey;
    if (colour == "keep") tone.ink = Tone::InkChoice::colour;
    job.sheets.ppi = ppi;
    job = withTone(std::move(job), job.pieces.front().id, tone);
    job = withEnlarging(std::move(job), job.pieces.front().id, {.engine = *engineNamed(enlarge)});
    if (inkOf(job.pieces.front()) == Ink::colour && contrast != "auto" && contrast != "none")
        say("colour is printed as it is; --contrast is for grey");
    if (inkOf(job.pieces.front()) == Ink::colour && tone.line_art.kind != LineArt::Kind::off)
        say("colour is printed as it is; --line-art is for grey");
    return job;
}

std::optional<Mirrored> PrintOptions::forced() const {
    if (mirror == "auto") return {};
    say("mirroring forced " + mirror + " for this output, whatever the method asks");
    return mirror == "on" ? Mirrored::yes : Mirrored::no;
}

TimeZone zoneHere() {
    if (const char* named = std::getenv("TZ"); named && *named) {
        try {
            return TimeZone(*named == ':' ? named + 1 : named);
        } catch (const Error&) {
            // A zone in another form than a name: as if none were set.
        }
    }
    return TimeZone();
}

}  // namespace tympan::cli
