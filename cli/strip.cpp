#include <ctime>
#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "cli/arguments.h"
#include "cli/say.h"
#include "core/artwork/read_picture.h"
#include "core/base/data_folder.h"
#include "core/method/catalogue.h"
#include "core/object/materials.h"
#include "core/readings/strip_json.h"
#include "core/readings/strip_sheet.h"
#include "core/record/strips.h"

namespace tympan::cli {

namespace {

struct Options {
    std::string scan, printer, method, material, sheet, paper = "A4";
    bool keep = false, json = false, mirrors = false;
};

const Material& materialNamed(const std::string& id) {
    for (const Material& material : shippedMaterials())
        if (material.id == id) return material;
    std::string known;
    for (const Material& material : shippedMaterials()) known += (known.empty() ? "" : ", ") + material.id;
    failUsage(fmt::format("no material is called \"{}\"", id), "take one of " + known);
}

int sheet(const Options& options) {
    StripPrint print;
    print.method = findMethod(shippedMethods(), options.method);
    print.printer.name = options.printer;
    print.printer.mirrors = options.mirrors;
    print.material = materialNamed(options.material).name;
    print.paper = paperNamed(options.paper);
    print.created = std::time(nullptr);
    writeStrip(Language{}, options.sheet, print);
    return 0;
}

void tell(const StripReading& reading) {
    if (reading.backwards)
        say("the strip reads backwards: it was printed the wrong way round for this way of transfer");
    if (reading.tooBright())
        say("the photograph is too bright: bare ground is blown out, so shades are not read well; take a "
            "darker one");
    if (reading.tooDark())
        say("the photograph is too dark: shades are not read well; take one in more light");
    for (const ShadeReading& shade : reading.shades)
        print(
            fmt::format("printed {:3.0f} %  arrives {:3.0f} %\n", 100 * shade.printed, 100 * shade.arrives));
    const auto finest = reading.finestLine();
    print(finest ? fmt::format("lines hold from {:g} mm\n", *finest)
                 : std::string("no lines hold up to 1 mm\n"));
    for (const LineReading& line : reading.lines)
        if (!line.sure)
            print(fmt::format("  lines of {:g} mm are not to be told in this picture\n", line.width_mm));
    const SolidLimits limits = reading.solidLimits();
    print(
        limits.ink >= 1
            ? std::string("all big dark areas held\n")
            : fmt::format("dark areas do not hold wider than {:g} mm, nor large ones darker than {:.0f} %\n",
                          limits.width_mm, 100 * (limits.ink - 0.01)));
    print(fmt::format("no darker from {:.0f} % of ink on\n", 100 * reading.inkLimit()));
    for (const SpotReading& spot : reading.spots)
        if (spot.ran() != SpotReading::Ran::no)
            print(fmt::format("{}: {}\n", spot.name,
                              spot.ran() == SpotReading::Ran::yes ? "ran" : "a trace ran"));
}

int strip(const Options& options) {
    if (!options.sheet.empty()) return sheet(options);
    if (options.scan.empty())
        failUsage("strip: no photograph is named", "name one, or print a strip with --sheet FILE.pdf");
    const Method& method = findMethod(shippedMethods(), options.method);
    materialNamed(options.material);
    const ArtworkPtr photo = readPicture(options.scan);
    const StripReading reading = readStrip(photographIn(*photo), options.scan);
    const MeasuredTransfer measured =
        measuredBy(reading, options.printer, method.id, options.material, std::time(nullptr));
    if (measured.curve.printed.empty())
        throw Error(Error::Kind::input, options.scan, Text("nothing of the strip's ink arrived"),
                    Text("look whether the face that was printed lay on the medium, and try again"));
    if (options.json) {
        nlohmann::json json = toJson(reading);
        json["printer"] = options.printer;
        json["method"] = method.id;
        json["material"] = options.material;
        print(json.dump(2) + "\n");
    } else {
        tell(reading);
    }
    if (options.keep) Strips(recordFile()).keep(measured);
    return 0;
}

}  // namespace

void addStrip(CommandLine& line) {
    Command command =
        line.add("strip", "read a test strip that was transferred and photographed, or print one");
    auto options = std::make_shared<Options>();
    command.option("SCAN", options->scan, "a photograph or scan of the strip on the object");
    command.option("--printer", options->printer, "what printed it, by the name you gave it");
    command.option("--method", options->method, "how it was transferred; `tympan-cli methods` lists them");
    command.option("--material", options->material, "what it lies on");
    command.option("--sheet", options->sheet, "print one: FILE.pdf");
    command.option("--paper", options->paper, "of --sheet");
    command.flag("--driver-mirrors", options->mirrors, "of --sheet: the printer mirrors by itself");
    command.flag("--keep", options->keep, "keep what was read: jobs may go by it");
    command.flag("--json", options->json, "JSON on standard output");
    command.does([options] { return strip(*options); });
}

}  // namespace tympan::cli
