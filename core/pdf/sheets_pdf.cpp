#include "core/pdf/sheets_pdf.h"

#include <ctime>
#include <map>
#include <opencv2/imgproc.hpp>
#include <set>
#include <tuple>

#include <cairo/cairo.h>
#include <fmt/format.h>

#include "core/base/error.h"
#include "core/base/made_ahead.h"
#include "core/layout/cut_outline.h"
#include "core/layout/shared_ink.h"
#include "core/marks/cut_marks.h"
#include "core/marks/register_marks.h"
#include "core/marks/sheet_marks.h"
#include "core/marks/swab_patches.h"
#include "core/measure/outline_operations.h"
#include "core/pdf/pdf_file.h"
#include "core/render/render_region.h"
#include "core/render/sent_ink.h"
#include "core/render/turned.h"

namespace tympan {

namespace {

InkKind kindOf(const Print& print) {
    return print.tone.screen.kind == Screen::Kind::none ? InkKind::tones : InkKind::dots;
}

cv::Mat turnedByQuarters(cv::Mat ink, const PlacedRegion& part) {
    constexpr cv::RotateFlags turns[] = {cv::ROTATE_90_CLOCKWISE, cv::ROTATE_180,
                                         cv::ROTATE_90_COUNTERCLOCKWISE};
    if (const int quarters = quarterTurns(part.rotation_deg).value(); quarters > 0)
        cv::rotate(ink, ink, turns[quarters - 1]);
    return ink;
}

}  // namespace

SheetTitle sheetTitle(const Job& job, const Sheet& sheet) {
    const int first = sheet.regions.front().piece;
    const bool one_piece = std::all_of(sheet.regions.begin(), sheet.regions.end(),
                                       [&](const PlacedRegion& part) { return part.piece == first; });
    const Piece* piece = findPiece(job, first);
    if (!one_piece || !piece) return {job.name, {}, 1};
    if (printed(*piece) == 1 || sheet.regions.size() > 1) return {piece->name, {}, printed(*piece)};
    return {piece->name, sheet.regions.front().copy + 1, printed(*piece)};
}

Text sheetName(const Job& job, const Sheet& sheet) {
    const SheetTitle title = sheetTitle(job, sheet);
    if (!title.copy) return Text::verbatim(title.name);
    return Text("{name}, copy {copy} of {copies}",
                {{"name", title.name}, {"copy", *title.copy}, {"copies", title.of}});
}

Text sheetLabel(const Job& job, const Sheet& sheet) {
    if (sheet.label.empty()) return sheetName(job, sheet);
    return Text::listed({Text::verbatim(sheet.label), sheetName(job, sheet)}, " · ");
}

std::string dateOf(const Job& job) {
    if (job.created == 0) return {};
    const auto seconds = static_cast<std::time_t>(job.created);
    std::tm when{};
    gmtime_r(&seconds, &when);
    return fmt::format("{:04}-{:02}-{:02}", when.tm_year + 1900, when.tm_mon + 1, when.tm_mday);
}

namespace {

/// What a sheet's words say beside its label.
std::string wordsOn(const Language& say, const Job& job, const Sheet& sheet) {
    const std::string date = dateOf(job);
    return say(sheetName(job, sheet)) + (date.empty() ? "" : " · " + date);
}

}  // namespace

namespace {

/// What each part of a sheet is and what it goes onto, where several pieces share it.
std::vector<std::string> labelsOn(const Job& job, const Sheet& sheet) {
    std::vector<std::string> labels;
    const int first = sheet.regions.front().piece;
    if (std::all_of(sheet.regions.begin(), sheet.regions.end(),
                    [&](const PlacedRegion& part) { return part.piece == first; }))
        return labels;
    for (const PlacedRegion& part : sheet.regions) {
        const Piece* piece = findPiece(job, part.piece);
        if (!piece) return {};
        const std::string& object = objectOf(job, *piece).name;
        labels.push_back(object.empty() ? piece->name : piece->name + " · " + object);
    }
    return labels;
}

/// The patches to swab, by piece, each looked for once.
class Patches {
  public:
    explicit Patches(const Language& language) : language_(language) {}

    std::vector<Marks> on(const Job& job, const Sheet& sheet, const Progress& progress) {
        std::vector<Marks> patches;
        std::set<int> met;
        for (const PlacedRegion& part : sheet.regions) {
            const Piece* piece = findPiece(job, part.piece);
            if (!piece || !isSwabbed(job, *piece) || !met.insert(piece->id).second) continue;
            if (!known_.contains(piece->id))
                known_[piece->id] = swabPatches(language_, runningInks(job, *piece, {progress.stop, {}}));
            patches.push_back(known_[piece->id]);
        }
        return patches;
    }

  private:
    const Language& language_;
    std::map<int, Marks> known_;
};

/// All that lies on a sheet beside pictures.
Marks marksOn(const Language& say, const Job& job, const Imposition& imposition, const Sheet& sheet,
              Patches& patches, const Progress& progress) {
    const RegisterMarks fit = registerMarks(imposition, sheet);
    if (sheet.pass > 1) return drawn(fit);
    Marks others = drawn(cornerMarks(job, imposition, sheet));
    for (Mark& mark : drawn(fit)) others.push_back(std::move(mark));
    std::vector<Marks> waste = patches.on(job, sheet, progress);
    if (sheet.passes > 1) waste.push_back(wordsFor(say, fit));
    Marks marks =
        sheetMarks(say, imposition, sheet, wordsOn(say, job, sheet), labelsOn(job, sheet), others, waste)
            .marks;
    for (Mark& mark : cutLines(job, imposition, sheet)) marks.push_back(std::move(mark));
    return marks;
}

}  // namespace

Print printIn(const Imposition& imposition, const Job& job, std::size_t print, double ppi) {
    Print made = printOf(job, job.pieces[print], ppi);
    made.mirrored = imposition.prints[print].mirrored;
    return made;
}

Print inPass(Print print, int pass) {
    print.layer = pass > 1 ? PrintLayer::white : PrintLayer::colour;
    return print;
}

Print turnedOn(const PlacedRegion& part, const Print& print) {
    Affine to_box = part.toPage();
    to_box.e -= part.placed.x, to_box.f -= part.placed.y;
    return turnedPrint(print, to_box, {part.placed.width, part.placed.height});
}

cv::Mat regionInk(const Imposition& imposition, const Print& print, const PlacedRegion& part,
                  const RectPx& box, const Progress& progress) {
    cv::Mat ink = renderRegion(print, box, progress);
    if (part.tile) shareInk(ink, imposition.plans[part.print], *part.tile, box, kindOf(print));
    return turnedByQuarters(std::move(ink), part);
}

namespace {

/// Copies of a piece lie on their sheets with the same pixels, which are made and stored once.
using SameInk = std::tuple<int, std::size_t, std::size_t, int, int, int, int, double>;

SameInk sameInk(const PlacedRegion& part, int pass) {
    return {pass,         part.print,       part.tile.value_or(0), part.inked.x,
            part.inked.y, part.inked.width, part.inked.height,     part.rotation_deg};
}

/// A picture on a page: how it is made, and where its upper left corner lies, in pixels of the page.
struct InkOnPage {
    std::function<PackedInk(const std::stop_token&)> make;
    PointPx at;
};

/// The ink of a part, in pictures of no more than may be held at once.
std::vector<InkOnPage> inkOf(const Job& job, const Imposition& imposition, const std::vector<Print>& prints,
                             const PlacedRegion& part, int pass) {
    const int overlap = overlapFor(printerOf(job, job.pieces[part.print]), pass);
    std::vector<InkOnPage> pictures;
    const Print print = inPass(prints[part.print], pass);
    const std::optional<GreyLevels> levels = sentLevels(job, job.pieces[part.print], print);
    if (quarterTurns(part.rotation_deg)) {
        const auto upright = std::make_shared<const Print>(print);
        for (const RectPx& box : partsOf(part.inked, overlap)) {
            const RectPx on_page = part.onPage(box);
            pictures.push_back(
                {[&imposition, upright, part, box, levels](const std::stop_token& stop) {
                     return packed(sent(regionInk(imposition, *upright, part, box, {stop, {}}), levels));
                 },
                 {on_page.x, on_page.y}});
        }
        return pictures;
    }
    const auto turned = std::make_shared<const Print>(turnedOn(part, print));
    for (const RectPx& box : partsOf({0, 0, turned->size.width, turned->size.height}, overlap))
        pictures.push_back({[turned, box, levels](const std::stop_token& stop) {
                                return packed(sent(renderRegion(*turned, box, {stop, {}}), levels));
                            },
                            {part.placed.x + box.x, part.placed.y + box.y}});
    return pictures;
}

/// What a part's pictures may show where another's lie over them: half of what is between them about its
/// outline. Empty where none does.
Outline clipOf(const Job& job, const Imposition& imposition, const Sheet& sheet, const PlacedRegion& part) {
    const RectPx box = part.inkedOnPage();
    const bool alone =
        std::none_of(sheet.regions.begin(), sheet.regions.end(), [&](const PlacedRegion& other) {
            return &other != &part && intersection(box, other.inkedOnPage()).area() > 0;
        });
    if (alone || part.tile) return {};
    constexpr double widest_mm = 1;  // round a rim: more than any pixel
    PlacedRegion without_tab = part;
    without_tab.tab_px = 0;
    return offset(onPage(imposition.cuts[part.print], without_tab, imposition.grid),
                  std::min(widest_mm, job.sheets.scissor_gap_mm / 2));
}

}  // namespace

void writeSheets(const Language& say, const std::filesystem::path& file, const Job& job,
                 const Imposition& imposition, const Progress& progress) {
    if (imposition.sheets.empty())
        throw Error(Error::Kind::input, job.name, Text("there is no picture in it to print"),
                    Text("add a picture"));
    PdfFile pdf(say, file, job.name, job.created);
    std::vector<Print> prints;
    for (std::size_t i = 0; i < job.pieces.size(); ++i)
        prints.push_back(printIn(imposition, job, i, imposition.grid.ppi));
    constexpr double all_stored = 0.95;  // of the time; then they are put into the file
    std::vector<std::function<PackedInk()>> makers;
    std::set<SameInk> met;
    for (const Sheet& sheet : imposition.sheets)
        for (const PlacedRegion& part : sheet.regions)
            if (met.insert(sameInk(part, sheet.pass)).second)
                for (InkOnPage& picture : inkOf(job, imposition, prints, part, sheet.pass))
                    makers.push_back(
                        [make = std::move(picture.make), stop = progress.stop] { return make(stop); });
    const auto count = static_cast<double>(makers.size());
    MadeAhead<PackedInk> inks(std::move(makers));
    std::map<SameInk, std::vector<std::size_t>> stored;
    double made = 0;
    Patches patches(say);
    for (const Sheet& sheet : imposition.sheets) {
        if (const Piece* piece = findPiece(job, sheet.regions.front().piece))
            pdf.printedBy(printerOf(job, *piece), sheet.pass);
        pdf.beginPage(sheet.page);
        for (const PlacedRegion& part : sheet.regions) {
            const std::vector<InkOnPage> pictures = inkOf(job, imposition, prints, part, sheet.pass);
            std::vector<std::size_t>& numbers = stored[sameInk(part, sheet.pass)];
            while (numbers.size() < pictures.size()) {
                progress.at(all_stored * made++ / count);
                numbers.push_back(pdf.store(inks.next()));
            }
            const Outline clip = clipOf(job, imposition, sheet, part);
            for (std::size_t i = 0; i < pictures.size(); ++i)
                pdf.place(numbers[i], pictures[i].at.x, pictures[i].at.y, imposition.grid, clip);
        }
        pdf.marks(marksOn(say, job, imposition, sheet, patches, progress));
        pdf.endPage();
    }
    const auto rest = [&](double part) { progress.at(all_stored + (1 - all_stored) * part); };
    pdf.commit({progress.stop, rest});
}

cv::Mat sheetPicture(const Language& say, const Job& job, const Imposition& imposition, std::size_t number,
                     double ppi, const Progress& progress) {
    const Sheet& sheet = imposition.sheets.at(number);
    const PixelGrid screen{ppi};
    cv::Mat picture(screen.printPixels(sheet.page.height), screen.printPixels(sheet.page.width), CV_8UC4,
                    cv::Scalar::all(255));
    for (const PlacedRegion& part : sheet.regions) {
        // The print at screen resolution is another raster, alike but not bit-equal: enough to look at.
        const Print small = inPass(printIn(imposition, job, part.print, ppi), sheet.pass);
        const double scale = ppi / imposition.grid.ppi;
        cv::Mat ink;
        cv::Point at;
        if (quarterTurns(part.rotation_deg)) {
            const auto near = [&](int px, int most) {
                return std::clamp(static_cast<int>(std::lround(px * scale)), 0, most);
            };
            const int left = near(part.inked.x, small.size.width - 1),
                      top = near(part.inked.y, small.size.height - 1);
            const int right = std::max(left + 1, near(part.inked.right(), small.size.width));
            const int bottom = std::max(top + 1, near(part.inked.bottom(), small.size.height));
            const RectPx box{left, top, right - left, bottom - top};
            ink = renderRegion(small, box, progress);
            if (part.tile) shareInk(ink, imposition.plans[part.print], *part.tile, box, kindOf(small), scale);
            ink = turnedByQuarters(std::move(ink), part);
            const RectPx on_page = part.inkedOnPage();
            at = {static_cast<int>(std::lround(on_page.x * scale)),
                  static_cast<int>(std::lround(on_page.y * scale))};
        } else {
            // About the same middle of the page.
            PlacedRegion smaller = part;
            smaller.region = smaller.inked = {0, 0, small.size.width, small.size.height};
            smaller.tab_px = 0;
            const RectPx& p = part.placed;
            smaller.layAt({(p.x + p.width / 2.0) * scale, (p.y + p.height / 2.0) * scale}, part.rotation_deg);
            const Print turned = turnedOn(smaller, small);
            ink = renderRegion(turned, {0, 0, turned.size.width, turned.size.height}, progress);
            at = {smaller.placed.x, smaller.placed.y};
        }
        cv::cvtColor(ink, ink, ink.channels() == 1 ? cv::COLOR_GRAY2BGRA : cv::COLOR_RGB2BGRA);
        const cv::Rect there =
            cv::Rect(at.x, at.y, ink.cols, ink.rows) & cv::Rect(0, 0, picture.cols, picture.rows);
        if (there.empty()) continue;
        // Where boxes lie over each other only one of them has ink.
        cv::Mat under = picture(there);
        cv::min(under, ink(there - at), under);
    }
    Patches patches(say);
    const Marks marks = marksOn(say, job, imposition, sheet, patches, progress);
    cairo_surface_t* surface = cairo_image_surface_create_for_data(
        picture.data, CAIRO_FORMAT_RGB24, picture.cols, picture.rows, static_cast<int>(picture.step));
    cairo_t* page = cairo_create(surface);
    cairo_scale(page, 1 / screen.pixel_mm(), 1 / screen.pixel_mm());
    draw(page, marks);
    cairo_destroy(page);
    cairo_surface_destroy(surface);
    return picture;
}

}  // namespace tympan
