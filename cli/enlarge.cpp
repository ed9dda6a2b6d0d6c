#include <fmt/format.h>

#include "cli/arguments.h"
#include "cli/say.h"
#include "core/artwork/edited.h"
#include "core/artwork/read_picture.h"
#include "core/artwork/write_picture.h"
#include "core/documents/whole_print.h"
#include "core/job/edits.h"

namespace tympan::cli {

namespace {

struct Options {
    std::string picture, out, width, engine = "auto";
    int page = 1;
    double scale = 0, ppi = 0;
};

constexpr double stored_ppi = 300, known_scale = 4;

/// A print of the picture and nothing else: no mirroring, no tone; what is see-through lies on white.
Print plainPrint(const Options& options) {
    NewPiece piece;
    piece.artwork = edited(readPicture(std::filesystem::path(options.picture)), {.page = options.page});
    const double ppi = options.ppi > 0 ? options.ppi : stored_ppi;
    const double width = options.scale > 0 ? options.scale * piece.artwork->size.width * mm_per_inch / ppi
                                           : lengthOf("--width", options.width);
    piece.size = {width, width / piece.artwork->aspect()};
    if (!limits::side_mm.holds(piece.size.width) || !limits::side_mm.holds(piece.size.height))
        failUsage(
            fmt::format("{} x {} mm is not a size that can be made", piece.size.width, piece.size.height),
            "use sides from a hundredth of a millimetre to 20 m");
    const bool colour = piece.artwork->reduced.channels() >= 3;
    Job job = withPiece({}, std::move(piece));
    Tone tone;
    tone.ink = colour ? Tone::InkChoice::colour : Tone::InkChoice::grey;
    tone.contrast = {Contrast::Kind::none, 0};
    job = withTone(std::move(job), job.pieces.front().id, tone);
    Print print = printOf(job, job.pieces.front(), ppi);
    print.mirrored = Mirrored::no;
    print.edge.reset();
    // The size is asked outright here: how much the eye or a method can use is no matter.
    print.enlarged = enlargedFor(*print.artwork, {.engine = *engineNamed(options.engine)},
                                 effectivePpi(job.pieces.front()), ppi);
    return print;
}

std::string why(Reason reason) {
    switch (reason) {
        case Reason::asked:
            return "as asked";
        case Reason::drawing_is_sharp:
            return "a drawing of lines is sharp at any size";
        case Reason::enough_pixels:
            return "it has pixels enough";
        case Reason::line_art:
            return "it is of one ink on paper";
        case Reason::flat_colours:
            return "it is of flat colours";
        case Reason::photograph:
            return "it has greys everywhere, as photographs do";
    }
    return {};
}

int enlarge(const Options& options) {
    if (!isWritablePicture(options.out))
        throw Error(Error::Kind::usage, options.out, Text("not a picture name that can be written"),
                    Text("end it in .png or .tif"));
    if ((options.scale > 0) == !options.width.empty())
        failUsage("how large is not said", "give either --scale, or --width and --ppi");
    if (!options.width.empty() && options.ppi <= 0)
        failUsage("--width needs --ppi", "say how many pixels an inch: --ppi 300");
    checkOutputs({options.out}, {options.picture});
    const Print print = plainPrint(options);
    say(fmt::format("{}: {} x {} pixels, engine {} ({})", options.picture, print.size.width,
                    print.size.height, name(print.enlarged.engine), why(print.enlarged.reason)));
    const double scale = 1.0 * print.size.width / print.artwork->size.width;
    if (print.enlarged.doublings > 0 && scale > known_scale)
        say(fmt::format("{}: beyond {} times nothing is known of what was there: the rest is smooth",
                        options.picture, known_scale));
    writeWholePrint(options.out, print, progressLine());
    return 0;
}

}  // namespace

void addEnlarge(CommandLine& line) {
    Command command = line.add("enlarge", "make a picture larger, with more pixels");
    auto options = std::make_shared<Options>();
    command.required("PICTURE", options->picture, "a JPEG, PNG, TIFF, WebP, HEIC, SVG or PDF file");
    command.required("-o,--output", options->out, "the picture file: .png or .tif");
    command.number("--scale", options->scale, 0.01, 64, "how many times as wide");
    command.number("--ppi", options->ppi, 20, 2400, "pixels per inch of --width");
    command.option("--width", options->width, "how wide it will be printed: 200mm, 20cm, 8in");
    command.whole("--page", options->page, 1, 1'000'000, "which page of a PDF");
    command.oneOf("--engine", options->engine, {"auto", "photo", "drawing", "redraw", "smooth"},
                  "what makes the pixels");
    command.does([options] { return enlarge(*options); });
}

}  // namespace tympan::cli
