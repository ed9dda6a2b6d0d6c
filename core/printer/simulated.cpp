#include "core/printer/simulated.h"

#include <cmath>
#include <map>
#include <nlohmann/json.hpp>
#include <opencv2/imgproc.hpp>

#include <fmt/format.h>

#include "core/artwork/edited.h"
#include "core/artwork/rasterise.h"
#include "core/artwork/read_picture.h"
#include "core/artwork/write_picture.h"
#include "core/base/random.h"
#include "core/base/write_aside.h"
#include "core/measure/pixel_grid.h"
#include "core/printer/printer_json.h"
#include "core/printer/registration.h"

namespace tympan {

namespace {

namespace fs = std::filesystem;
constexpr double pdf_ppi = 72, most_noise_mm = 20;
constexpr auto tray_schema = "tympan-tray-1";

/// A page as it would be on white paper, CV_8UC3 RGB. One pixel of it is exactly 25.4 mm / `ppi`.
cv::Mat pageOf(const Artwork& document, int page, double ppi, const Progress& progress) {
    Artwork one = asItCame(document);
    one.edit.page = page;
    cv::Mat drawn = rasterise(one, ppi / pdf_ppi, progress), rgb;
    if (drawn.channels() <= 2) {
        std::vector<cv::Mat> parts;
        cv::split(drawn, parts);
        std::vector<cv::Mat> grey(3, parts.front());
        if (drawn.channels() == 2) grey.push_back(parts.back());
        cv::merge(grey, drawn);
    }
    if (drawn.channels() == 3) return drawn;
    rgb.create(drawn.size(), CV_8UC3);
    drawn.forEach<cv::Vec4b>([&](const cv::Vec4b& p, const int* at) {
        cv::Vec3b& to = rgb.at<cv::Vec3b>(at[0], at[1]);
        for (int c = 0; c < 3; ++c)
            to[c] = static_cast<uchar>((p[c] * p[3] + 255 * (255 - p[3]) + 127) / 255);
    });
    return rgb;
}

/// Moves pixels; edges at whole numbers. White comes in from outside.
cv::Mat moved(const cv::Mat& page, const Affine& mm, double px_per_mm, const cv::Size& size) {
    // A pixel's middle lies half a pixel in.
    const auto shift = [&](double x, double y) {
        const PointMm at = mm({(x + 0.5) / px_per_mm, (y + 0.5) / px_per_mm});
        return cv::Point2d(at.x * px_per_mm - 0.5, at.y * px_per_mm - 0.5);
    };
    const cv::Point2d origin = shift(0, 0);
    const cv::Matx23d matrix{mm.a, mm.c, origin.x, mm.b, mm.d, origin.y};
    // OpenCV warps no more than 32,767 pixels across or down, so a long page is warped in parts: each from
    // the part of the page that comes to lie there.
    constexpr int most_px = 16'000, around_px = 4;
    cv::Mat result(size, page.type());
    cv::Matx23d back;
    cv::invertAffineTransform(matrix, back);
    for (int y = 0; y < size.height; y += most_px)
        for (int x = 0; x < size.width; x += most_px) {
            const cv::Rect there(x, y, std::min(most_px, size.width - x), std::min(most_px, size.height - y));
            cv::Rect2d from;
            for (const cv::Point& corner : {there.tl(), there.br(), cv::Point(there.x, there.br().y),
                                            cv::Point(there.br().x, there.y)}) {
                const cv::Point2d at(back(0, 0) * corner.x + back(0, 1) * corner.y + back(0, 2),
                                     back(1, 0) * corner.x + back(1, 1) * corner.y + back(1, 2));
                const cv::Rect2d around(at.x - around_px, at.y - around_px, 2 * around_px, 2 * around_px);
                from = from.empty() ? around : from | around;
            }
            const cv::Rect needed = cv::Rect(from) & cv::Rect({}, page.size());
            cv::Mat part = result(there);
            if (needed.empty()) {
                part.setTo(cv::Scalar::all(255));
                continue;
            }
            cv::Matx23d local = matrix;
            local(0, 2) += matrix(0, 0) * needed.x + matrix(0, 1) * needed.y - there.x;
            local(1, 2) += matrix(1, 0) * needed.x + matrix(1, 1) * needed.y - there.y;
            cv::warpAffine(page(needed), part, local, there.size(), cv::INTER_LINEAR, cv::BORDER_CONSTANT,
                           cv::Scalar::all(255));
        }
    return result;
}

/// What the printer does not reach is bare.
void clip(cv::Mat& sheet, const PageMargins& margins, bool lying, double px_per_mm) {
    // Of a sheet that was fed turned clockwise, its upper edge was the paper's right one.
    const PageMargins m =
        lying ? PageMargins{margins.top, margins.right, margins.bottom, margins.left} : margins;
    const auto px = [&](double mm) { return static_cast<int>(std::lround(mm * px_per_mm)); };
    const cv::Rect inside(px(m.left), px(m.top), std::max(0, sheet.cols - px(m.left) - px(m.right)),
                          std::max(0, sheet.rows - px(m.top) - px(m.bottom)));
    cv::Mat bare(sheet.size(), sheet.type(), cv::Scalar::all(255));
    const cv::Rect there = inside & cv::Rect({}, sheet.size());
    if (!there.empty()) sheet(there).copyTo(bare(there));
    sheet = bare;
}

Affine missedBy(const PrinterFaults& faults, int sheet) {
    if (faults.noise_mm == 0) return {};
    Random random(static_cast<std::uint64_t>(sheet));
    // Box and Muller, 1958.
    const double size = faults.noise_mm * std::sqrt(-2 * std::log(1 - random.unit()));
    const double way = 2 * CV_PI * random.unit();
    return {1, 0, 0, 1, size * std::cos(way), size * std::sin(way)};
}

}  // namespace

SimulatedPrinter readSimulated(const fs::path& file) {
    SimulatedPrinter simulated{readProfile(file), {}};
    const JsonText source = readJsonText(file);
    const nlohmann::json root = parseJson(source);
    nlohmann::json rest;
    JsonReader reader = JsonReader::lenient(source, root, rest);
    if (!reader.has("faults")) return simulated;
    JsonReader faults = reader.object("faults");
    simulated.faults.shrink = readShrink(faults).value_or(SheetShrink{});
    if (faults.has("jams"))
        for (const double sheet : faults.numbers("jams", 1, 1e6, 1000))
            simulated.faults.jams.push_back(static_cast<int>(sheet));
    simulated.faults.noise_mm = faults.number("noise", 0, most_noise_mm, 0);
    if (faults.has("tissue_mm")) {
        const auto tissue = faults.numbers("tissue_mm", 1, 10'000, 2);
        if (tissue.size() != 2) faults.fail("tissue_mm", Text("must be two numbers: width and height"));
        simulated.faults.tissue = SizeMm{tissue[0], tissue[1]};
    }
    faults.finish();
    return simulated;
}

namespace {

/// Ink as the printer lays it, before the sheet changes: on a page as large as was sent.
cv::Mat laidInk(const SimulatedPrinter& simulated, const Artwork& document, int page, double ppi, int fed,
                const Progress& progress) {
    const Printer& printer = simulated.printer;
    cv::Mat ink = pageOf(document, page, ppi, progress);
    const double px_per_mm = ppi / mm_per_inch;
    const SizeMm paper{ink.cols / px_per_mm, ink.rows / px_per_mm};
    if (printer.black_only) cv::cvtColor(ink, ink, cv::COLOR_RGB2GRAY);
    if (!printer.curve.empty()) cv::LUT(ink, laidLevels(printer.curve), ink);
    if (printer.mirrors) cv::flip(ink, ink, 1);
    const Affine laid = missedBy(simulated.faults, fed).after(laidBy(printer.registration, paper));
    if (!(laid == Affine{})) ink = moved(ink, laid, px_per_mm, ink.size());
    clip(ink, printer.margins, paper.width > paper.height, px_per_mm);
    return ink;
}

bool overhangs(const PrinterFaults& faults, const SizeMm& paper) {
    constexpr double not_seen_mm = 0.5;  // a page has whole pixels, and paper its tolerance
    if (!faults.tissue) return false;
    const auto [narrow, wide] = std::minmax(paper.width, paper.height);
    return faults.tissue->width > narrow + not_seen_mm || faults.tissue->height > wide + not_seen_mm;
}

bool jams(const PrinterFaults& faults, int sheet) {
    return std::find(faults.jams.begin(), faults.jams.end(), sheet) != faults.jams.end();
}

}  // namespace

TraySheet printedBy(const SimulatedPrinter& simulated, const Artwork& document, int page, double ppi,
                    const Progress& progress) {
    const PrinterFaults& faults = simulated.faults;
    TraySheet sheet;
    sheet.number = page, sheet.ppi = ppi;
    sheet.face = simulated.printer.prints_face;
    sheet.mirrored = simulated.printer.mirrors;
    const cv::Mat ink = laidInk(simulated, document, page, ppi, page, progress);
    const double px_per_mm = ppi / mm_per_inch;
    const SizeMm paper{ink.cols / px_per_mm, ink.rows / px_per_mm};
    // About the page's own corner: the sheet that is cut out below is the same wherever that lies.
    const bool lying = paper.width > paper.height;
    const Affine shrunk = lying ? Affine{faults.shrink.y, 0, 0, faults.shrink.x, 0, 0}
                                : Affine{faults.shrink.x, 0, 0, faults.shrink.y, 0, 0};
    sheet.paper = {paper.width * shrunk.a, paper.height * shrunk.d};
    sheet.laid = shrunk.after(missedBy(faults, page)).after(laidBy(simulated.printer.registration, paper));
    sheet.overhangs = overhangs(faults, paper);
    sheet.jammed = sheet.overhangs || jams(faults, page);
    if (sheet.jammed) return sheet;
    sheet.picture =
        shrunk == Affine{}
            ? ink
            : moved(ink, shrunk, px_per_mm,
                    {cvRound(sheet.paper.width * px_per_mm), cvRound(sheet.paper.height * px_per_mm)});
    return sheet;
}

TraySheet printedAgain(const SimulatedPrinter& simulated, const TraySheet& first, const Artwork& document,
                       int page, const Progress& progress) {
    TraySheet sheet = first;
    sheet.white.release();
    sheet.jammed = first.jammed || jams(simulated.faults, page);
    if (sheet.jammed) return sheet;
    // Another feed, another miss.
    constexpr int second_feed = 1'000'000;
    cv::Mat white = laidInk(simulated, document, page, first.ppi, page + second_feed, progress);
    if (white.channels() == 3) cv::cvtColor(white, white, cv::COLOR_RGB2GRAY);
    // The sheet lies against the upright page's left and upper edges: of one that lies, these are the lower
    // and the left one.
    const cv::Size size = first.picture.size();
    const int top = size.width > size.height ? white.rows - size.height : 0;
    const double px_per_mm = first.ppi / mm_per_inch;
    sheet.white_laid =
        Affine{1, 0, 0, 1, 0, -top / px_per_mm}
            .after(missedBy(simulated.faults, page + second_feed))
            .after(laidBy(simulated.printer.registration, {white.cols / px_per_mm, white.rows / px_per_mm}));
    cv::Mat there(size, CV_8UC1, cv::Scalar(255));
    const cv::Rect on_page = cv::Rect(0, top, size.width, size.height) & cv::Rect({}, white.size());
    white(on_page).copyTo(there(on_page - cv::Point(0, top)));
    cv::bitwise_not(there, sheet.white);
    return sheet;
}

namespace {

/// The sheets that lie in a tray, by page; those that jammed are not among them.
std::map<int, TraySheet> sheetsIn(const fs::path& folder) {
    const fs::path file = folder / "tray.json";
    const JsonText source = readJsonText(file);
    const nlohmann::json root = parseJson(source);
    nlohmann::json rest;
    JsonReader reader = JsonReader::lenient(source, root, rest);
    if (reader.note("schema") != tray_schema)
        reader.fail("schema",
                    Text("must be \"{schema}\": this is no tray", {{"schema", std::string(tray_schema)}}));
    std::map<int, TraySheet> sheets;
    for (JsonReader& each : reader.objects("sheets")) {
        TraySheet sheet;
        sheet.number = each.integer("page", 1, 1'000'000);
        if (each.flag("jammed", false)) continue;
        const std::string picture = each.text("picture");
        if (fs::path(picture).filename() != picture)
            each.fail("picture", Text("must be a file in the tray's folder"));
        sheet.picture = readPicture(folder / picture)->pixels;
        const auto paper = each.numbers("paper_mm", 1, 10'000, 2);
        if (paper.size() != 2) each.fail("paper_mm", Text("must be two numbers"));
        sheet.paper = {paper[0], paper[1]};
        sheet.mirrored = each.flag("mirrored_by_driver", false);
        sheets.emplace(sheet.number, std::move(sheet));
    }
    return sheets;
}

}  // namespace

int printInto(const fs::path& folder, const SimulatedPrinter& printer, const fs::path& document,
              const fs::path& onto, const Progress& progress) {
    const std::map<int, TraySheet> fed = onto.empty() ? std::map<int, TraySheet>{} : sheetsIn(onto);
    const ArtworkPtr read = readPicture(document, {progress.stop, {}});
    if (read->format != "pdf")
        throw Error(Error::Kind::input, document.string(), Text("is not a PDF"),
                    Text("print the sheets that `sheets` writes"));
    std::error_code failed;
    fs::create_directories(folder, failed);
    if (failed)
        throw Error(Error::Kind::output, folder.string(),
                    Text("cannot be made ({reason})", {{"reason", failed.message()}}),
                    Text("look whether the folder above it may be written to"));
    nlohmann::json tray{{"schema", tray_schema},
                        {"printer", printer.printer.name},
                        {"document", document.filename().string()},
                        {"ppi", tray_ppi},
                        {"sheets", nlohmann::json::array()}};
    const int digits = std::max(2, static_cast<int>(std::to_string(read->pages).size()));
    int out = 0;
    for (int page = 1; page <= read->pages; ++page) {
        progress.at((page - 1.0) / read->pages);
        TraySheet sheet;
        if (onto.empty()) {
            sheet = printedBy(printer, *read, page, tray_ppi, {progress.stop, {}});
        } else {
            const auto first = fed.find(page);
            if (first == fed.end()) continue;  // it never came out
            sheet = printedAgain(printer, first->second, *read, page, {progress.stop, {}});
        }
        nlohmann::json entry{{"page", page},
                             {"paper_mm", {sheet.paper.width, sheet.paper.height}},
                             {"mirrored_by_driver", sheet.mirrored},
                             {"jammed", sheet.jammed}};
        if (sheet.overhangs) entry["overhangs"] = true;
        if (sheet.face) entry["printed_face"] = name(*sheet.face);
        if (!sheet.jammed) {
            const std::string picture = fmt::format("sheet-{:0{}}.png", page, digits);
            writePicture(folder / picture, sheet.picture, tray_ppi);
            entry["picture"] = picture;
            if (!sheet.white.empty()) {
                const std::string white = fmt::format("sheet-{:0{}}-white.png", page, digits);
                writePicture(folder / white, sheet.white, tray_ppi);
                entry["white"] = white;
            }
            ++out;
        }
        tray["sheets"].push_back(std::move(entry));
    }
    writeText(folder / "tray.json", tray.dump(2) + "\n");
    progress.at(1);
    return out;
}

}  // namespace tympan
