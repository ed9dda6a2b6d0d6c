// A type that two headers define differently under one name is two types to us and one to the linker, which
// then keeps whichever body of a shared template it meets first. The sanitized build found such a pair; this
// finds the next.
#include <filesystem>
#include <fstream>
#include <map>
#include <regex>
#include <string>
#include <vector>

#include <gtest/gtest.h>

namespace fs = std::filesystem;

namespace {

/// Names of types and constants that more than one header defines, each with those headers.
std::map<std::string, std::vector<std::string>> definedTwice(
    const std::vector<std::pair<std::string, std::string>>& texts) {
    static const std::regex type(
        "(?:^|\n)(?:(?:struct|class|enum class|enum) ([A-Z]\\w*)[^;{(]*\\{|inline (?:constexpr|const) "
        "[^=;({]*?(\\w+)(?:\\[\\])?(?: ?=|\\{))");
    std::map<std::string, std::vector<std::string>> where;
    for (const auto& [file, text] : texts)
        for (std::sregex_iterator found(text.begin(), text.end(), type), end; found != end; ++found)
            where[(*found)[1].matched ? (*found)[1] : (*found)[2]].push_back(file);
    std::erase_if(where, [](const auto& each) { return each.second.size() < 2; });
    return where;
}

}  // namespace

TEST(OneDefinition, holdsInTheHeaders) {
    std::vector<std::pair<std::string, std::string>> texts;
    for (const char* top : {"core", "workshop", "cli", "app"})
        for (const auto& entry : fs::recursive_directory_iterator(fs::path(TYMPAN_SOURCE_DIR) / top)) {
            if (entry.path().extension() != ".h") continue;
            std::ifstream stream(entry.path());
            texts.emplace_back(entry.path().string(),
                               std::string(std::istreambuf_iterator<char>(stream), {}));
        }
    ASSERT_GT(texts.size(), 100u);
    for (const auto& [name, files] : definedTwice(texts))
        ADD_FAILURE() << name << " is defined in " << files[0] << " and in " << files[1];
}

TEST(OneDefinition, aPlantedPairIsFound) {
    EXPECT_TRUE(definedTwice({{"a.h", "struct Span {\n};\nstruct Other;\n"},
                              {"b.h", "struct Other {\n};\nclass Span;\n"}})
                    .empty());
    EXPECT_EQ(definedTwice({{"a.h", "struct Span {\n    int x;\n};\n"},
                            {"b.h", "\nclass Span final : public Base {\n};\n"}})
                  .size(),
              1u);
    EXPECT_EQ(definedTwice({{"a.h", "inline constexpr long never = 4;\n"},
                            {"b.h", "inline constexpr double never{4};\nstatic constexpr int other = 1;\n"}})
                  .size(),
              1u);
}
