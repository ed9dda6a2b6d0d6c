#include "cli/arguments.h"
#include "cli/say.h"
#include "core/artwork/write_picture.h"
#include "core/documents/whole_print.h"

namespace tympan::cli {

namespace {

struct Options {
    PieceOptions piece;
    PrintOptions print;
    std::string out;
};

int prepare(const Options& options) {
    if (!isWritablePicture(options.out))
        throw Error(Error::Kind::usage, options.out, Text("not a picture name that can be written"),
                    Text("end it in .png or .tif"));
    checkOutputs({options.out}, {options.piece.picture});
    const Job job = options.print.applied(options.piece.job());
    return namingFile(options.piece.picture, job, [&] {
        Print print = printOf(job, job.pieces.front(), job.sheets.ppi);
        if (const auto forced = options.print.forced()) print.mirrored = *forced;
        writeWholePrint(options.out, print, progressLine());
        return 0;
    });
}

}  // namespace

void addPrepare(CommandLine& line) {
    Command command = line.add("prepare", "write the whole print as a picture file, as it will be printed");
    auto options = std::make_shared<Options>();
    options->piece.addTo(command);
    command.required("-o,--output", options->out, "the picture file: .png or .tif");
    options->print.addTo(command);
    command.does([options] { return prepare(*options); });
}

}  // namespace tympan::cli
