#include "core/base/write_aside.h"

#include <filesystem>
#include <fstream>
#include <sstream>

#include <gtest/gtest.h>
#include <unistd.h>

#include "core/base/error.h"
#include "core/base/file_name.h"

using namespace tympan;
namespace fs = std::filesystem;

namespace {

struct Folder {
    fs::path path = fs::temp_directory_path() / ("tympan-aside-" + std::to_string(::getpid()));
    Folder() { fs::create_directories(path); }
    ~Folder() { fs::remove_all(path); }
    std::size_t files() const {
        return static_cast<std::size_t>(
            std::distance(fs::directory_iterator(path), fs::directory_iterator()));
    }
};

std::string contentOf(const fs::path& file) {
    std::ostringstream text;
    text << std::ifstream(file).rdbuf();
    return text.str();
}

}  // namespace

TEST(WriteAside, theTargetChangesOnlyOnCommit) {
    const Folder folder;
    const fs::path target = folder.path / "a.txt";
    std::ofstream(target) << "old";
    {
        WriteAside aside(target);
        aside.append("new");
        EXPECT_EQ(contentOf(target), "old");
        aside.commit();
        EXPECT_EQ(contentOf(target), "new");
    }
    EXPECT_EQ(folder.files(), 1u);
}

TEST(WriteAside, withoutCommitNothingIsLeftBehind) {
    const Folder folder;
    { WriteAside(folder.path / "a.txt").append("half"); }
    EXPECT_EQ(folder.files(), 0u);
}

TEST(WriteAside, namesATargetThatCannotBeWritten) {
    const Folder folder;
    try {
        WriteAside aside(folder.path / "none" / "a.txt");
        FAIL() << "there is no such folder";
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::output);
        EXPECT_EQ(error.file(), (folder.path / "none" / "a.txt").string());
        EXPECT_FALSE(error.remedy().empty());
    }
    EXPECT_THROW(WriteAside aside(folder.path), Error) << "a folder is no target";
}

TEST(FileNameFor, keepsWordsAndDropsWhatFileSystemsStumbleOver) {
    EXPECT_EQ(fileNameFor("Brindle Moor, für alle"), "Brindle Moor, für alle");
    EXPECT_EQ(fileNameFor("front/back: 1*2?"), "front-back- 1-2-");
    EXPECT_EQ(fileNameFor("../../etc"), "-..-etc") << "it never leaves its folder";
    for (const char* nothing : {"", " ", "..", ". ."}) EXPECT_EQ(fileNameFor(nothing), "print");
}
