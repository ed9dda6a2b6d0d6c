#include "cli/arguments.h"
#include "core/artwork/write_picture.h"
#include "core/output/whole_print.h"

namespace tympan::cli {

namespace {

struct Options {
    PieceOptions piece;
    PrintOptions print;
    std::string out;
};

int prepare(const Options& options) {
    if (!isWritablePicture(options.out))
        throw Error(Error::Kind::usage, options.out, "not a picture name that can be written",
                    "end it in .png or .tif");
    const Job job = options.print.applied(options.piece.job());
    Print print = printOf(job, job.pieces.front(), job.sheets.ppi);
    if (const auto forced = options.print.forced()) print.mirrored = *forced;
    writeWholePrint(options.out, print, progressLine());
    return 0;
}

}  // namespace

void addPrepare(CLI::App& app, Work& work) {
    CLI::App* command =
        app.add_subcommand("prepare", "write the whole print as a picture file, as it will be printed");
    auto options = std::make_shared<Options>();
    options->piece.addTo(*command);
    command->add_option("-o,--output", options->out, "the picture file: .png or .tif")->required();
    options->print.addTo(*command);
    command->callback([&work, options] { work = [options] { return prepare(*options); }; });
}

}  // namespace tympan::cli
