#include "core/record/photographs.h"

#include <nlohmann/json.hpp>

#include <gmock/gmock.h>

#include "core/artwork/read_picture.h"
#include "core/record/logbook.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"
#include "tests/support/year.h"

using namespace tympan;
using namespace tympan::tests;

TEST(Photographs, areKeptUprightSmallerAndWithoutWhatTheCameraWrote) {
    const ScratchFolder folder;
    // Lying on its side, as a camera held upright writes it; with a place in its EXIF.
    save(folder / "came.jpg", marked({2600, 1300}, 3), 0, 6);
    std::string bytes_came = contentOf(folder / "came.jpg");
    // After the two bytes that every JPEG begins with, a comment of 18 letters.
    bytes_came.insert(2, std::string("\xff\xfe\x00\x14", 4) + "GPS 41.14 -8.61...");
    write(folder / "came.jpg", bytes_came);
    ASSERT_THAT(contentOf(folder / "came.jpg"), testing::HasSubstr("GPS"));
    const Photographs photographs(folder / "record.sqlite");
    const ArtworkPtr came = readPicture(folder / "came.jpg");
    const std::string hash = photographs.keep(*came);
    const ArtworkPtr kept = readPicture(photographs.file(hash));
    EXPECT_EQ(kept->size, (SizePx{1000, 2000})) << "upright, no larger than is looked at";
    const std::string bytes = contentOf(photographs.file(hash));
    EXPECT_THAT(bytes, testing::Not(testing::HasSubstr("GPS")));
    EXPECT_THAT(bytes, testing::Not(testing::HasSubstr("Exif")));
    EXPECT_EQ(photographs.keep(*came), hash) << "the same one is one file";
    const auto names = std::filesystem::directory_iterator(folder / "photographs");
    EXPECT_EQ(std::distance(begin(names), end(names)), 1);
}

TEST(Photographs, goOutAndInAsFilesAndOnlyWhatIsWhatItSays) {
    const ScratchFolder folder;
    const Photographs own(folder / "own" / "record.sqlite"), other(folder / "other" / "record.sqlite");
    LogEntry entry = fullEntry();
    entry.photographs = {{Photograph::Of::before, own.keep(*picture())},
                         {Photograph::Of::after, std::string(64, '0')}};
    const auto beside = Photographs::beside(folder / "made.json");
    EXPECT_EQ(own.copyTo(beside, {entry}), 1) << "the other file is gone";
    write(beside / (std::string(64, '0') + ".jpg"), "something else");
    EXPECT_EQ(other.copyFrom(beside, {entry}), 1);
    EXPECT_EQ(contentOf(other.file(entry.photographs.front().sha256)),
              contentOf(own.file(entry.photographs.front().sha256)));
    EXPECT_FALSE(std::filesystem::exists(other.file(std::string(64, '0'))));
}

TEST(Photographs, aFolderThatCannotBeWrittenIsSaid) {
    EXPECT_THROW(Photographs("/proc/nowhere/record.sqlite").keep(*picture()), Error);
}

TEST(LogEntry, whatItsMakerSaidStaysWhenItsRunGoesOn) {
    const LogEntry before = fullEntry();
    LogEntry anew = before;
    anew.outcome = Outcome::unsaid;
    anew.faults.clear();
    anew.photographs.clear();
    anew.later.clear();
    anew.next = {};
    anew.copies = 9;
    const LogEntry kept = withSaid(anew, before);
    EXPECT_EQ(kept.copies, 9);
    EXPECT_EQ(kept.photographs, before.photographs);
    EXPECT_EQ(kept.faults, before.faults);
    EXPECT_EQ(kept.next, before.next);
}

TEST(LogEntry, theNameOfAPhotographIsNoPath) {
    nlohmann::json json = toJson(fullEntry());
    json["photographs"][0]["sha256"] = "../../../../etc/passwd/aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa";
    const JsonText source{"entry", json.dump()};
    nlohmann::json rest;
    const nlohmann::json root = parseJson(source);
    EXPECT_THROW(readLogEntry(JsonReader::lenient(source, root, rest)), Error);
}

TEST(Photographs, goWithTheLastEntryThatHasThem) {
    const ScratchFolder folder;
    const auto record = folder / "record.sqlite";
    const Photographs photographs(record);
    const std::string shared = photographs.keep(*artworkOf(noise({40, 30}, CV_8UC3))),
                      own = photographs.keep(*artworkOf(noise({50, 30}, CV_8UC3, 9)));
    Logbook book(record);
    LogEntry one = fullEntry(), other = fullEntry();
    one.id = "one", other.id = "other";
    one.photographs = {{Photograph::Of::after, shared}, {Photograph::Of::after, own}};
    other.photographs = {{Photograph::Of::after, shared}};
    book.putAll({one, other});
    book.erase("one");
    EXPECT_FALSE(std::filesystem::exists(photographs.file(own)));
    EXPECT_TRUE(std::filesystem::exists(photographs.file(shared))) << "another entry has it";
    book.erase("other");
    EXPECT_FALSE(std::filesystem::exists(photographs.file(shared)));
}
