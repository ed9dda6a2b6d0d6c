#include "cli/arguments.h"

#include <atomic>
#include <charconv>
#include <filesystem>
#include <iostream>

#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>

#include "core/artwork/edited.h"
#include "core/artwork/read_picture.h"
#include "core/job/edits.h"
#include "core/job/job_file.h"
#include "core/method/catalogue.h"

namespace tympan::cli {

namespace {

[[noreturn]] void failUsage(const std::string& wrong, const std::string& remedy) {
    throw Error(Error::Kind::usage, "", wrong, remedy);
}

double sizeOf(const std::string& option, const std::string& text) {
    const double mm = lengthOf(option, text);
    if (mm < least_size_mm || mm > most_size_mm)
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

void say(const std::string& sentence) { std::cerr << "tympan-cli: " << sentence << '\n'; }

double lengthOf(const std::string& option, const std::string& text) {
    const auto mm = parseLength(text, Unit::mm);
    if (!mm)
        failUsage(fmt::format("{} \"{}\" is not a length", option, text), "write it as 200mm, 20cm or 8in");
    return *mm;
}

Progress progressLine() {
    if (!isatty(STDERR_FILENO)) return {};
    return {{}, [shown = std::make_shared<std::atomic<int>>(-1)](double fraction) {
                const int percent = static_cast<int>(100 * fraction);
                if (shown->exchange(percent) == percent) return;
                std::cerr << fmt::format("\r{:3} %{}", percent, percent >= 99 ? "\r      \r" : "")
                          << std::flush;
            }};
}

void PieceOptions::addTo(CLI::App& command) {
    command.add_option("PICTURE", picture, "a JPEG, PNG, TIFF, WebP, HEIC, SVG or PDF file")->required();
    command.add_option("--width", width, "width of the picture on the object: 200mm, 20cm, 8in");
    command.add_option(
        "--height", height,
        "its height; with another shape than the picture's, the picture is cropped about its centre");
    command.add_option("--page", page, "which page of a PDF")
        ->check(CLI::Range(1, 1'000'000))
        ->capture_default_str();
    command.add_option("--method", method, "how it is transferred; `tympan-cli methods` lists them")
        ->capture_default_str();
}

Job PieceOptions::job() const {
    if (width.empty())
        failUsage("--width is required", "say how wide the picture is on the object: --width 200mm");
    NewPiece piece;
    piece.method = findMethod(shippedMethods(), method);
    if (!selectable(piece.method))
        failUsage(fmt::format("--method {} needs {} printed passes, which cannot be prepared yet", method,
                              piece.method.passes),
                  "choose another; `tympan-cli methods` lists them");
    piece.size.width = sizeOf("--width", width);
    std::optional<double> asked_height;
    if (!height.empty()) asked_height = sizeOf("--height", height);
    if (!ground.empty()) {
        const auto colour = parseColour(ground);
        if (!colour) failUsage("--ground " + ground + " is not a colour", "write it as #e8dfc8");
        piece.object.ground = *colour;
    }
    piece.artwork = edited(readPicture(std::filesystem::path(picture)), {.page = page});
    piece.size.height = asked_height.value_or(piece.size.width / piece.artwork->aspect());
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

Job openJob(const std::string& file) {
    const ReadJob read = openJobFile(file);
    for (const std::string& fault : read.faults) say(fmt::format("{}: left out: {}", file, fault));
    return read.job;
}

void PrintOptions::addTo(CLI::App& command) {
    command.add_option("--ppi", ppi, "pixels per inch of the print")
        ->check(CLI::Range(20.0, 2400.0))
        ->capture_default_str();
    command.add_option("--mirror", mirror, "auto follows the method; on and off force this one output")
        ->check(CLI::IsMember({"auto", "on", "off"}))
        ->capture_default_str();
    command.add_option("--colour", colour, "auto follows the method's advice")
        ->check(CLI::IsMember({"auto", "gray", "keep"}))
        ->capture_default_str();
    command.add_option("--contrast", contrast, "auto, none, or 0 to 100; for grey")->capture_default_str();
    command.add_option("--line-art", line_art,
                       "black and white alone: auto, or the grey (0 to 255) below which is black");
    command.add_option("--enlarge", enlarge, "what makes more pixels where the picture has too few")
        ->check(CLI::IsMember({"auto", "photo", "drawing", "redraw", "smooth"}))
        ->capture_default_str();
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

}  // namespace tympan::cli
