// The design's first rule, read off the sources: a folder includes only from folders above it in the list,
// and core and cli include nothing of Qt.
#include <filesystem>
#include <fstream>
#include <regex>
#include <string>
#include <vector>

#include <gtest/gtest.h>
#include <unistd.h>

namespace fs = std::filesystem;

namespace {

const std::vector<std::string> floors{
    "core/base",    "core/measure", "core/nest",    "core/artwork",  "core/object", "core/method",
    "core/tone",    "core/enlarge", "core/printer", "core/time",     "core/job",    "core/render",
    "core/seams",   "core/layout",  "core/fill",    "core/schedule", "core/run",    "core/record",
    "core/inspect", "core/output",  "core/cards",   "core/strip",    "cli",         "app"};

int floorOf(const std::string& path) {
    for (std::size_t i = 0; i < floors.size(); ++i)
        if (path.rfind(floors[i] + "/", 0) == 0) return static_cast<int>(i);
    return -1;
}

/// Every include that breaks the order, as "FILE includes WHAT".
std::vector<std::string> breaches(const fs::path& root) {
    static const std::regex ours("^\\s*#\\s*include\\s*\"([^\"]+)\""),
        qt("^\\s*#\\s*include\\s*[<\"](Qt?[A-Z][A-Za-z]*)");
    std::vector<std::string> found;
    for (const char* top : {"core", "cli", "app"}) {
        if (!fs::exists(root / top)) continue;
        for (const auto& entry : fs::recursive_directory_iterator(root / top)) {
            const std::string ending = entry.path().extension().string();
            if (ending != ".h" && ending != ".cpp") continue;
            const std::string file = fs::relative(entry.path(), root).string();
            const int here = floorOf(file);
            if (here < 0) {
                found.push_back(file + " lies in no folder of the list");
                continue;
            }
            std::ifstream stream(entry.path());
            for (std::string line; std::getline(stream, line);) {
                std::smatch match;
                if (std::regex_search(line, match, ours)) {
                    const int there = floorOf(match[1]);
                    const bool one_program_in_the_other =
                        here != there && (there == floorOf("cli/x") || there == floorOf("app/x"));
                    if (there < 0 || there > here || one_program_in_the_other)
                        found.push_back(file + " includes " + match[1].str());
                }
                if (file.rfind("app/", 0) != 0 && std::regex_search(line, match, qt))
                    found.push_back(file + " includes " + match[1].str());
            }
        }
    }
    return found;
}

}  // namespace

TEST(IncludeOrder, holdsInTheSources) {
    const auto found = breaches(TYMPAN_SOURCE_DIR);
    for (const std::string& breach : found) ADD_FAILURE() << breach;
}

TEST(IncludeOrder, aPlantedIncludeIsFound) {
    const fs::path root = fs::temp_directory_path() / ("tympan-planted-" + std::to_string(::getpid()));
    fs::create_directories(root / "core" / "tone");
    fs::create_directories(root / "core" / "other");
    std::ofstream(root / "core" / "tone" / "good.h")
        << "#include \"core/measure/length.h\"\n#include <vector>\n";
    EXPECT_TRUE(breaches(root).empty());
    std::ofstream(root / "core" / "tone" / "up.h") << "#include \"core/render/print.h\"\n";
    std::ofstream(root / "core" / "tone" / "qt.cpp") << "#include <QString>\n";
    std::ofstream(root / "core" / "other" / "stray.h") << "\n";
    const auto found = breaches(root);
    fs::remove_all(root);
    EXPECT_EQ(found.size(), 3u);
}
