// The design's first rule, read off the sources: a folder includes only from folders above it in the list, a
// station nothing of another one, and core and cli include nothing of Qt. A folder of core links those that
// it includes.
#include <filesystem>
#include <fstream>
#include <regex>
#include <set>
#include <string>
#include <vector>

#include <gtest/gtest.h>
#include <unistd.h>

namespace fs = std::filesystem;

namespace {

const std::vector<std::string> floors{
    "core/base",       "core/measure",  "core/nest",    "core/artwork", "core/object",   "core/method",
    "core/tone",       "core/enlarge",  "core/printer", "core/time",    "core/job",      "core/render",
    "core/seams",      "core/knots",    "core/layout",  "core/fill",    "core/schedule", "core/run",
    "core/record",     "core/learning", "core/inspect", "core/marks",   "core/pdf",      "core/documents",
    "core/photograph", "core/readings", "workshop",     "cli",          "app/look",      "app/words",
    "app/model",       "app/widgets",   "app/canvas",   "app/stations", "app/window",    "app"};

int floorOf(const std::string& path) {
    for (std::size_t i = 0; i < floors.size(); ++i)
        if (path.rfind(floors[i] + "/", 0) == 0) return static_cast<int>(i);
    return -1;
}

/// The station whose folder a file lies in; empty: none.
std::string stationOf(const std::string& path) {
    const std::string stations = "app/stations/";
    if (path.rfind(stations, 0) != 0) return {};
    return path.substr(stations.size(), path.find('/', stations.size()) - stations.size());
}

/// Every include that breaks the order, as "FILE includes WHAT".
std::vector<std::string> breaches(const fs::path& root) {
    static const std::regex ours("^\\s*#\\s*include\\s*\"([^\"]+)\""),
        qt("^\\s*#\\s*include\\s*[<\"](Qt?[A-Z][A-Za-z]*)");
    std::vector<std::string> found;
    for (const char* top : {"core", "workshop", "cli", "app"}) {
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
                    const std::string other = match[1];
                    const bool one_program_in_the_other =
                        other.rfind("cli/", 0) == 0 && file.rfind("cli/", 0) != 0;
                    const bool two_stations = !stationOf(file).empty() && !stationOf(other).empty() &&
                                              stationOf(file) != stationOf(other);
                    if (there < 0 || there > here || one_program_in_the_other || two_stations)
                        found.push_back(file + " includes " + other);
                }
                if (file.rfind("app/", 0) != 0 && std::regex_search(line, match, qt))
                    found.push_back(file + " includes " + match[1].str());
            }
        }
    }
    return found;
}

std::string textOf(const fs::path& file) {
    std::ifstream stream(file);
    return {std::istreambuf_iterator<char>(stream), {}};
}

std::set<std::string> matches(const std::string& text, const char* pattern) {
    const std::regex one(pattern);
    std::set<std::string> found;
    for (std::sregex_iterator each(text.begin(), text.end(), one); each != std::sregex_iterator(); ++each)
        found.insert((*each)[1]);
    return found;
}

/// The folders of core that a folder of core includes.
std::set<std::string> includedBy(const fs::path& root, const std::string& folder) {
    std::set<std::string> all;
    for (const auto& entry : fs::directory_iterator(root / "core" / folder))
        all.merge(matches(textOf(entry.path()), "#include \"core/([a-z]+)/"));
    all.erase(folder);
    return all;
}

/// The folders that stand in core/CMakeLists.txt as those that a folder links.
std::set<std::string> linkedBy(const fs::path& root, const std::string& folder) {
    const std::string text = textOf(root / "core" / "CMakeLists.txt");
    std::smatch match;
    const std::regex entry("tympan_library\\(" + folder + "( FOLDERS([a-z ]*))?[^)]*\\)");
    if (!std::regex_search(text, match, entry)) return {"no library of that name"};
    return matches(match[2], "([a-z]+)");
}

}  // namespace

TEST(Links, areThoseOfTheIncludesInCore) {
    const fs::path root = TYMPAN_SOURCE_DIR;
    for (const auto& entry : fs::directory_iterator(root / "core"))
        if (entry.is_directory()) {
            const std::string folder = entry.path().filename().string();
            EXPECT_EQ(linkedBy(root, folder), includedBy(root, folder)) << folder;
        }
}

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
    fs::create_directories(root / "app" / "stations" / "tone");
    fs::create_directories(root / "app" / "look");
    std::ofstream(root / "app" / "stations" / "tone" / "tray.cpp")
        << "#include \"app/look/theme.h\"\n#include \"app/stations/print/print_tray.h\"\n";
    std::ofstream(root / "app" / "look" / "theme.h") << "#include \"app/window/main_window.h\"\n";
    const auto found = breaches(root);
    fs::remove_all(root);
    EXPECT_EQ(found.size(), 5u);
}
