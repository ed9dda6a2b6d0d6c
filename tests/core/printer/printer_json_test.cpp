#include "core/printer/printer_json.h"

#include <nlohmann/json.hpp>

#include <gmock/gmock.h>

#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

Printer full() {
    Printer printer;
    printer.name = "the old laser";
    printer.kind = PrinterKind::inkjet;
    printer.black_only = true;
    printer.mirrors = true;
    printer.margins = {3, 4, 5, 12.7};
    printer.registration = {0.985, 1.01, -0.4, {1.2, -0.8}};
    printer.prints_face = PaperFace::down;
    printer.trays = {{"rear feed", PaperFace::up}, {"drawer", {}}};
    printer.recipes = {{"label backing", "glossy photo paper", "best", "one sheet at a time"}};
    printer.curve = {{0, 0}, {0.5, 0.6}, {1, 0.95}};
    printer.shrink = SheetShrink{0.993, 0.995};
    printer.white_beside = {0.2, -0.1};
    printer.white_with_colour = true;
    printer.notes = "ready on Friday; coated paper of 130 g";
    return printer;
}

std::string whatIsWrongWith(const std::string& text) {
    const ScratchFolder folder;
    write(folder / "p.json", text);
    try {
        readProfile(folder / "p.json");
    } catch (const Error& error) {
        return error.what();
    }
    return "";
}

}  // namespace

TEST(PrinterProfile, givesBackWhatItWasGiven) {
    const ScratchFolder folder;
    writeProfile(folder / "p.json", full());
    EXPECT_EQ(readProfile(folder / "p.json"), full());
    writeProfile(folder / "q.json", {});
    EXPECT_EQ(readProfile(folder / "q.json"), Printer{});
}

TEST(PrinterProfile, fieldsOfALaterProgramAreNoFault) {
    EXPECT_EQ(
        whatIsWrongWith(R"({"schema": "tympan-printer-1", "name": "a", "kind": "laser", "wifi": true})"), "");
}

TEST(PrinterProfile, aFaultIsNamedWithItsLine) {
    const std::string begin = "{\"schema\": \"tympan-printer-1\", \"name\": \"a\", \"kind\": \"laser\",\n";
    EXPECT_THAT(whatIsWrongWith(begin + "\"scale\": [1, 7]}"), HasSubstr("line 2: scale"));
    EXPECT_THAT(whatIsWrongWith(begin + "\"scale\": [1]}"), HasSubstr("scale: must be two numbers"));
    EXPECT_THAT(whatIsWrongWith(begin + "\"prints_face\": \"left\"}"), HasSubstr("prints_face"));
    EXPECT_THAT(whatIsWrongWith(begin + "\"curve\": [[0, 0], [0, 1]]}"), HasSubstr("curve"));
    EXPECT_THAT(whatIsWrongWith(begin + "\"curve\": [[0, 0, 1]]}"), HasSubstr("lists of 2 numbers"));
    EXPECT_THAT(whatIsWrongWith("{\"schema\": \"tympan-job\"}"), HasSubstr("no profile of a printer"));
    EXPECT_THAT(whatIsWrongWith("[]"), HasSubstr("p.json"));
}

TEST(KeptPrinters, areFoundByNameAndOverwriteNoOther) {
    const ScratchFolder folder;
    Printer a = full(), b = full();
    a.name = "laser / kitchen", b.name = "laser : kitchen";  // alike as names of files
    keepPrinter(folder.path() / "printers", a);
    b.black_only = false;
    keepPrinter(folder.path() / "printers", b);
    EXPECT_EQ(keptPrinter(folder.path() / "printers", "Laser / Kitchen"), a);
    EXPECT_EQ(keptPrinter(folder.path() / "printers", b.name), b);
    a.registration.skew_deg = 1;
    keepPrinter(folder.path() / "printers", a);
    EXPECT_EQ(keptPrinter(folder.path() / "printers", a.name), a);
    EXPECT_EQ(allKept(folder.path() / "printers").size(), 2U);
    EXPECT_EQ(keptPrinter(folder.path() / "printers", "another"), std::nullopt);
    EXPECT_EQ(keptPrinter(folder.path() / "none", "another"), std::nullopt);
}

TEST(KeptPrinters, aDamagedOneIsSaidAndLeftWhereItIs) {
    const ScratchFolder folder;
    Printer printer = full();
    printer.name = "laser";
    write(folder / "laser.json", "{ broken");
    EXPECT_THROW(keptPrinter(folder.path(), "laser"), Error);
    keepPrinter(folder.path(), printer);
    EXPECT_EQ(keptPrinter(folder.path(), "laser"), printer);
    EXPECT_EQ(contentOf(folder / "laser.json"), "{ broken");
}
