// The command line in the hands of somebody who means no good, or is in a hurry: nothing is lost, nothing is
// wrong without a word, every fault is one whole line.
#include <csignal>
#include <fstream>
#include <nlohmann/json.hpp>

#include <gmock/gmock.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

#include "core/artwork/read_picture.h"
#include "core/job/job_file.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using nlohmann::json;
using testing::HasSubstr;

namespace {

class Hostile : public testing::Test {
  protected:
    void SetUp() override { save(folder / "picture.png", marked({300, 200}, 3)); }
    std::string file(const std::string& name) const { return (folder / name).string(); }
    std::string picture() const { return file("picture.png"); }
    Ran cli(std::vector<std::string> words) const {
        words.insert(words.begin(), TYMPAN_CLI);
        return run(words);
    }
    /// Runs it and wants that status and one whole line.
    void refused(const std::vector<std::string>& words, int status) const {
        const Ran ran = cli(words);
        EXPECT_EQ(ran.status, status) << ran.err;
        EXPECT_EQ(std::count(ran.err.begin(), ran.err.end(), '\n'), 1) << ran.err;
        EXPECT_EQ(ran.err.substr(0, 12), "tympan-cli: ") << ran.err;
    }
    ScratchFolder folder;
};

const std::string svg_head =
    R"(<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40">)";

}  // namespace

TEST_F(Hostile, outputsAreNeverWhatIsRead) {
    const std::string before = contentOf(picture());
    refused({"prepare", picture(), "-o", picture(), "--width", "3cm"}, 2);
    refused({"enlarge", picture(), "-o", folder.path().string() + "/./picture.png", "--scale", "2"}, 2);
    refused({"sheets", picture(), "-o", file("s.pdf"), "--width", "3cm", "--plan", picture()}, 2);
    refused({"sheets", picture(), "-o", file("s.pdf"), "--width", "3cm", "--plan", file("s.pdf")}, 2);
    EXPECT_EQ(contentOf(picture()), before);
    EXPECT_FALSE(std::filesystem::exists(file("s.pdf")));
}

TEST_F(Hostile, aTestSheetTakesNoFileThatNobodyNamed) {
    write(folder / "s-test-sheet.pdf", "somebody's own");
    const std::vector<std::string> sheets{"sheets",  picture(), "-o",      file("s.pdf"),
                                          "--width", "3cm",     "--paper", "50x50"};
    const Ran ran = cli(sheets);
    EXPECT_EQ(ran.status, 0);
    EXPECT_EQ(contentOf(folder / "s-test-sheet.pdf"), "somebody's own");
    EXPECT_THAT(ran.err, HasSubstr("s-test-sheet-2.pdf"));
    cli(sheets);
    EXPECT_FALSE(std::filesystem::exists(file("s-test-sheet-3.pdf"))) << "our own is made anew";
}

TEST_F(Hostile, sheetsNeedNoFolderForLargePicturesUnlessTheyAreLarge) {
    const Ran ran = run({"env", "TMPDIR=" + file("not there"), TYMPAN_CLI, "sheets", picture(), "-o",
                         file("s.pdf"), "--width", "8cm"});
    EXPECT_EQ(ran.status, 0) << ran.err;
    EXPECT_THAT(run({"pdfinfo", file("s.pdf")}).out, HasSubstr("Pages:"));
}

TEST_F(Hostile, targetsThatAreNoPlainFiles) {
    write(folder / "real.png", "old");
    ::chmod(file("real.png").c_str(), 0600);
    std::filesystem::create_symlink("real.png", folder / "link.png");
    EXPECT_EQ(cli({"prepare", picture(), "-o", file("link.png"), "--width", "3cm"}).status, 0);
    EXPECT_TRUE(std::filesystem::is_symlink(file("link.png")));
    EXPECT_EQ(contentOf(folder / "real.png").substr(1, 3), "PNG") << "a link is followed";
    struct stat about {};
    ASSERT_EQ(::stat(file("real.png").c_str(), &about), 0);
    EXPECT_EQ(about.st_mode & 0777, 0600u) << "and the file stays as private as it was";
    std::filesystem::create_symlink("/dev/null", folder / "null.pdf");
    EXPECT_EQ(cli({"sheets", picture(), "-o", file("null.pdf"), "--width", "3cm"}).status, 0);
    EXPECT_TRUE(std::filesystem::is_character_file("/dev/null"));
    EXPECT_EQ(
        cli({"prepare", picture(), "-o", file(std::string(246, 'a') + ".png"), "--width", "3cm"}).status, 0)
        << "a name as long as names may be";
    refused({"prepare", picture(), "-o", file(std::string(252, 'a') + ".png"), "--width", "3cm"}, 4);
}

TEST_F(Hostile, namesInNoKnownEncodingAndWithBreaks) {
    const std::string odd = file("caf\xe9.png");
    std::filesystem::copy_file(picture(), odd);
    EXPECT_EQ(cli({"sheets", odd, "-o", file("s.pdf"), "--width", "3cm"}).status, 0);
    EXPECT_EQ(cli({"prepare", odd, "-o", file("p.png"), "--width", "3cm"}).status, 0);
    refused({"inspect", "no\nsuch\npicture.png", "--width", "3cm"}, 3);
    write(folder / "broken.pdf", contentOf(picture()).substr(0, 60) + "%PDF-1.4\n1 0 obj");
    refused({"prepare", file("broken.pdf"), "-o", file("p.png"), "--width", "3cm"}, 3);
}

TEST_F(Hostile, numbersThatAreNone) {
    refused({"prepare", picture(), "-o", file("p.png"), "--width", "3cm", "--ppi", "nan"}, 2);
    refused({"sheets", picture(), "-o", file("s.pdf"), "--width", "3cm", "--margin", "100000m"}, 2);
    refused({"sheets", picture(), "-o", file("s.pdf"), "--width", "3cm", "--band", "1km"}, 2);
    EXPECT_EQ(cli({"enlarge", picture(), "-o", file("small.png"), "--scale", "0.05"}).status, 0);
    EXPECT_EQ(load(folder / "small.png").size(), cv::Size(15, 10)) << "nothing is cropped unsaid";
    save(folder / "strip.png", noise({2000, 5}, CV_8UC1));
    EXPECT_EQ(cli({"enlarge", file("strip.png"), "-o", file("same.png"), "--scale", "1"}).status, 0);
    EXPECT_EQ(load(folder / "same.png").size(), cv::Size(2000, 5));
    EXPECT_EQ(cli({"prepare", file("strip.png"), "-o", file("thin.png"), "--width", "30mm"}).status, 0);
    EXPECT_EQ(load(folder / "thin.png").size(), cv::Size(354, 1));
    const Ran tall = cli({"inspect", picture(), "--width", "15m", "--json"});
    EXPECT_EQ(tall.status, 0) << "what can be printed can be looked at: " << tall.err;
}

TEST_F(Hostile, aFullOutputIsNoSuccess) {
    for (const char* command : {"methods --json", "inspect picture.png --width 3cm"}) {
        const Ran ran =
            run({"/bin/sh", "-c",
                 "cd '" + folder.path().string() + "' && " + TYMPAN_CLI + " " + command + " > /dev/full"});
        EXPECT_EQ(ran.status, 4) << command;
    }
}

TEST_F(Hostile, aJobFromWhichSomethingIsMissingIsNotFine) {
    saveJobFile(folder / "whole.tympan", jobOf(readPicture(std::filesystem::path(picture())), {60, 40}), {});
    std::string bytes = contentOf(folder / "whole.tympan");
    const std::size_t name = bytes.find("artwork/");
    ASSERT_NE(name, std::string::npos);
    // The picture's bytes are others than were saved.
    const std::size_t png = bytes.find("PNG");
    ASSERT_NE(png, std::string::npos);
    bytes[png + 40] ^= 0x55;
    write(folder / "altered.tympan", bytes);
    const Ran ran = cli({"check", file("altered.tympan")});
    EXPECT_NE(ran.status, 0);
    EXPECT_THAT(ran.out, testing::Not(HasSubstr("nothing that would spoil")));
}

TEST_F(Hostile, aJobOfNothingButBracketsOrFaults) {
    const auto inZip = [&](const std::string& name, const std::string& json_text) {
        write(folder / "job.json", json_text);
        Entries entries{
            {"job.json", {reinterpret_cast<const unsigned char*>(json_text.data()), json_text.size()}}};
        writeContainer(folder / name, entries, 0);
        return file(name);
    };
    const std::string deep = std::string(100'000, '[') + std::string(100'000, ']');
    refused({"check", inZip("deep.tympan", R"({"format":"tympan-job","version":1,"x":)" + deep + "}")}, 3);
    std::string many =
        R"({"format":"tympan-job","version":2,"unit":"mm","printers":[{"kind":"laser"}],"sheets":)"
        R"({"paper":{"id":"a4","name":"A4","width_mm":210,"height_mm":297},"band_mm":7,)"
        R"("scissor_gap_mm":6,"ppi":300},"objects":[],"pieces":[)";
    for (int i = 0; i < 20'000; ++i) many += i == 0 ? "{}" : ",{}";
    const Ran ran = cli({"check", inZip("many.tympan", many + "]}")});
    EXPECT_EQ(ran.status, 1);
    EXPECT_EQ(std::count(ran.err.begin(), ran.err.end(), '\n'), 11) << "ten, and how many more";
    EXPECT_THAT(ran.err, HasSubstr("19990 more"));
}

TEST_F(Hostile, whatIsStoppedLeavesNothingBehind) {
    const pid_t child = ::fork();
    if (child == 0) {
        const std::string out = file("k.pdf");
        ::execl(TYMPAN_CLI, TYMPAN_CLI, "sheets", picture().c_str(), "-o", out.c_str(), "--width", "3000mm",
                "--ppi", "200", nullptr);
        ::_exit(99);
    }
    const auto parts = [&] {
        int found = 0;
        for (const std::string& name : folder.names()) found += name.find(".part-") != std::string::npos;
        return found;
    };
    for (int i = 0; i < 500 && parts() == 0; ++i) ::usleep(20'000);
    EXPECT_EQ(parts(), 1) << "it is being written";
    ::kill(child, SIGTERM);
    int status = 0;
    ::waitpid(child, &status, 0);
    EXPECT_TRUE(WIFSIGNALED(status) && WTERMSIG(status) == SIGTERM);
    EXPECT_EQ(parts(), 0);
}

TEST_F(Hostile, aDrawingThatOnlyNamesAPictureIsSaid) {
    write(folder / "links.svg", svg_head + R"(<image href="photo.png" width="60" height="40"/></svg>)");
    const Ran ran = cli({"prepare", file("links.svg"), "-o", file("p.png"), "--width", "60mm"});
    EXPECT_THAT(ran.err, HasSubstr("photo.png"));
    const json report = json::parse(cli({"inspect", file("links.svg"), "--width", "60mm", "--json"}).out);
    EXPECT_TRUE(std::any_of(report["findings"].begin(), report["findings"].end(),
                            [](const json& each) { return each["id"] == "linked-picture"; }));
}

TEST_F(Hostile, aRecipeBecomesAJobAndThePlanNamesItsPieces) {
    write(folder / "r.json", R"({"schema":"tympan-recipe-1","name":"two","paper":"A4","created":1,"pieces":[
        {"name":"one","picture":"picture.png","width_mm":60,"method":"gel-rub-off","copies":2,"spares":1,
         "object":{"name":"tile","material":"pale-wood","shape":{"kind":"rectangle","width_mm":80,"height_mm":60}}},
        {"name":"film","picture":"picture.png","width_mm":40,"method":"tissue-overlay",
         "object":{"name":"card","material":"paper","shape":{"kind":"spot"}}}]})");
    ASSERT_EQ(cli({"job", file("r.json"), "-o", file("two.tympan")}).status, 0);
    const ReadJob made = openJobFile(file("two.tympan"));
    ASSERT_EQ(made.job.pieces.size(), 2u);
    EXPECT_EQ(made.job.pieces[0].spares, 1);
    EXPECT_EQ(made.job.uuid.size(), 36u);
    ASSERT_EQ(cli({"job", file("r.json"), "-o", file("again.tympan")}).status, 0);
    EXPECT_EQ(contentOf(folder / "again.tympan"), contentOf(folder / "two.tympan"))
        << "same recipe, same bytes";
    refused({"job", file("r.json"), "-o", file("two.zip")}, 2);
    ASSERT_EQ(cli({"sheets", file("two.tympan"), "-o", file("s.pdf"), "--plan", file("plan.json")}).status,
              0);
    const json plan = json::parse(contentOf(folder / "plan.json"));
    ASSERT_EQ(plan["pieces"].size(), 2u);
    EXPECT_EQ(plan["pieces"][0]["name"], "one");
    EXPECT_TRUE(plan["pieces"][0]["mirrored"].get<bool>());
    EXPECT_FALSE(plan["pieces"][1]["mirrored"].get<bool>());
    int parts = 0;
    for (const json& sheet : plan["sheets"])
        for (const json& part : sheet["parts"]) {
            ++parts;
            EXPECT_TRUE(part["piece"] == plan["pieces"][0]["id"] || part["piece"] == plan["pieces"][1]["id"]);
            EXPECT_EQ(part["region_px"].size(), 4u);
        }
    EXPECT_EQ(parts, 4) << "three of one, one of the other";
}

TEST_F(Hostile, ofNestingAndLogAndJobNothingIsWrittenOverWhatIsRead) {
    const std::string problem =
        R"({"container":{"outline":[[0,0],[100,0],[100,100],[0,100]]},"pieces":[{"id":"a","outline":[[0,0],[9,0],[9,9]]}]})";
    write(folder / "n.json", problem);
    refused({"nest", file("n.json"), "-o", file("n.json"), "--seconds", "0.1"}, 2);
    refused({"nest", file("n.json"), "-o", file("o"), "--svg", file("o"), "--seconds", "0.1"}, 2);
    EXPECT_EQ(contentOf(folder / "n.json"), problem);
    write(
        folder / "r.json",
        R"({"schema":"tympan-recipe-1","name":"r","paper":"A4","pieces":[{"name":"p","picture":"p.tympan","width_mm":20}]})");
    write(folder / "p.tympan", "somebody's only copy");
    refused({"job", file("r.json"), "-o", file("p.tympan")}, 2);
    EXPECT_EQ(contentOf(folder / "p.tympan"), "somebody's only copy");
}

TEST_F(Hostile, anOutputThatCannotBeWrittenIsSaidBeforeAnyWork) {
    write(
        folder / "n.json",
        R"({"container":{"outline":[[0,0],[100,0],[100,100],[0,100]]},"pieces":[{"id":"a","outline":[[0,0],[9,0],[9,9]],"copies":40}]})");
    refused({"nest", file("n.json"), "-o", file("no/such/folder.json"), "--seconds", "80000"}, 4);
}

TEST_F(Hostile, picturesOfAPixelAcrossAreNoStrips) {
    save(folder / "thin.png", noise({1, 3000}, CV_8UC3));
    refused(
        {"strip", file("thin.png"), "--printer", "x", "--method", "gel-rub-off", "--material", "pale-wood"},
        3);
    refused({"calibrate", file("thin.png"), "--printer", "x"}, 3);
}

TEST_F(Hostile, bracketsWithoutEndAreRefused) {
    write(folder / "d.json", std::string(200'000, '['));
    refused({"job", file("d.json"), "-o", file("x.tympan")}, 3);
    refused({"log", "import", file("d.json")}, 3);
    refused({"nest", file("d.json"), "-o", file("o.json")}, 3);
}

TEST_F(Hostile, wishesThatCannotBeReadAreRefusedWithTheirLine) {
    write(folder / "r.json",
          "{\"schema\":\"tympan-recipe-1\",\"name\":\"r\",\"paper\":\"A4\",\"pieces\":[],\n\"work\":{"
          "\"hours\":\"evenings\"}}");
    const Ran ran = cli({"job", file("r.json"), "-o", file("x.tympan")});
    EXPECT_EQ(ran.status, 3);
    EXPECT_THAT(ran.err, HasSubstr("line 2"));
}

TEST_F(Hostile, aControlCharacterInAnIdMakesNoIllFormedDrawing) {
    write(folder / "n.json",
          "{\"container\":{\"outline\":[[0,0],[100,0],[100,100],[0,100]]},\"pieces\":[{\"id\":"
          "\"a\\u0001\\u001b[31m\",\"outline\":[[0,0],[9,0],[9,9]]}]}");
    ASSERT_EQ(cli({"nest", file("n.json"), "-o", file("o.json"), "--svg", file("o.svg"), "--seconds", "0.1"})
                  .status,
              0);
    for (const char c : contentOf(folder / "o.svg"))
        EXPECT_TRUE(static_cast<unsigned char>(c) >= ' ' || c == '\n') << static_cast<int>(c);
}

TEST_F(Hostile, whatIsLaidInOnePieceIsNotPartedUnlessAsked) {
    const std::vector<std::string> words{"sheets",  picture(), "-o",       file("s.pdf"),
                                         "--width", "297mm",   "--method", "opaque-dark-cloth"};
    const Ran ran = cli(words);
    EXPECT_EQ(ran.status, 3);
    EXPECT_THAT(ran.err, HasSubstr("mm wide"));
    std::vector<std::string> parted = words;
    parted.push_back("--part");
    EXPECT_LE(cli(parted).status, 1);
    std::vector<std::string> smaller = words;
    smaller[5] = "286mm";
    EXPECT_EQ(cli(smaller).status, 0);
}
