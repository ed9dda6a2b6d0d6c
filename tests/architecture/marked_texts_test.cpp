// Core and workshop speak in texts that are marked: Text("…") or Source("…"). Read off the sources: prose
// that is not marked, sentences glued from pieces, and what the extraction of texts to translate does not
// find.
#include <array>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <map>
#include <regex>
#include <set>
#include <string>
#include <vector>

#include <gtest/gtest.h>
#include <unistd.h>

namespace fs = std::filesystem;

namespace {

/// A string of the program, adjacent ones put together.
struct Literal {
    std::string words;
    bool marked = false;  ///< the first argument of Text or Source
    bool glued = false;   ///< a plus sign stands beside what is made of it
    int line = 0;
};

/// All strings of a source file but those of its comments and includes. Raw strings are left out: they are
/// never prose.
std::vector<Literal> literalsOf(const std::string& source) {
    std::vector<Literal> found;
    const auto skipSpace = [&](std::size_t at) {
        while (at < source.size() && std::isspace(static_cast<unsigned char>(source[at]))) ++at;
        return at;
    };
    const auto endOfString = [&](std::size_t at, char quote) {
        for (++at; at < source.size() && source[at] != quote; ++at)
            if (source[at] == '\\') ++at;
        return at + 1;
    };
    for (std::size_t at = 0; at < source.size(); ++at) {
        if (source.compare(at, 2, "//") == 0) {
            at = std::min(source.find('\n', at), source.size());
        } else if (source[at] == '#' && (at == 0 || source[at - 1] == '\n')) {
            at = std::min(source.find('\n', at), source.size());
        } else if (source.compare(at, 2, "R\"") == 0) {
            const std::size_t open = source.find('(', at);
            const std::string close = ")" + source.substr(at + 2, open - at - 2) + "\"";
            at = source.find(close, open) + close.size() - 1;
        } else if (source[at] == '\'' && at > 0 &&
                   !std::isalnum(static_cast<unsigned char>(source[at - 1]))) {
            at = endOfString(at, '\'') - 1;
        } else if (source[at] == '"') {
            Literal literal;
            literal.line = static_cast<int>(std::count(
                               source.begin(), source.begin() + static_cast<std::ptrdiff_t>(at), '\n')) +
                           1;
            std::size_t before = at;
            while (before > 0 && std::isspace(static_cast<unsigned char>(source[before - 1]))) --before;
            const auto follows = [&](const std::string& mark) {
                const std::size_t begin = before - mark.size();
                return before > mark.size() && source.compare(begin, mark.size(), mark) == 0 &&
                       !std::isalnum(static_cast<unsigned char>(source[begin - 1]));
            };
            literal.marked = follows("Text(") || follows("Source(");
            std::size_t end = at;
            while (end < source.size() && source[end] == '"') {
                const std::size_t close = endOfString(end, '"');
                literal.words += source.substr(end + 1, close - end - 2);
                at = close - 1;
                end = skipSpace(close);
            }
            literal.glued =
                literal.marked && source.compare(end, 1, ")") == 0 && source[skipSpace(end + 1)] == '+';
            found.push_back(literal);
        }
    }
    return found;
}

/// Two words with a space between, the second small.
bool isProse(const std::string& words) {
    static const std::regex two_words("[A-Za-z]{2,}[,:;.]? +[a-z]{2,}");
    static const std::regex sql(
        "\\b(SELECT|INSERT|CREATE|UPDATE|DELETE|PRAGMA|ORDER BY|AND|FROM|NOT NULL)\\b");
    return std::regex_search(words, two_words) && !std::regex_search(words, sql) &&
           words.find('<') == std::string::npos;
}

/// What no user reads, or reads in no language.
bool isNotForPeople(const std::string& words) {
    static const std::set<std::string> all{
        // keys of caches and names of what is computed
        "drawn tiles", "drawn size", "silhouette ink", "white share", "held shape", "reduced prints",
        "automatic tone", "judged tone", "grey mix", "scattered dots", "seam costs", "paths near",
        "quiet seams",
        // faults of the program, for who mends it
        "what is captured would not be in the key", "what was packed here does not unpack",
        "not a struct of known fields", "a struct of more fields than are listed here",
        "a place is closed that was not opened", "a place is not closed", "a piece without its object",
        "a job without a printer", "printer kind", "a shape without the measure ", "no shape is called ",
        "no reason given", "the file", "a swab test",
        // to who starts the helper by hand
        "a part of Tympan that draws for it; it is of no use by itself\\n",
        // of the strip, which is known again by its picture
        "black of colours", "what stays of it is what this way of transfer holds", "the moor by night",
        "a lamp on the moor by night",
        // by which a file of ours is known again
        "Test sheet for plain paper: ",
        // a face, as steps call it
        "back and edges"};
    return all.contains(words);
}

std::string textOf(const fs::path& file) {
    std::ifstream stream(file);
    return {std::istreambuf_iterator<char>(stream), {}};
}

std::vector<fs::path> sourcesOf(const fs::path& root) {
    std::vector<fs::path> files;
    for (const char* const top : {"core", "workshop"})
        for (const auto& entry : fs::recursive_directory_iterator(root / top))
            if (const fs::path ending = entry.path().extension(); ending == ".h" || ending == ".cpp")
                files.push_back(entry.path());
    return files;
}

/// What is wrong with the words of a source file.
std::vector<std::string> faultsOf(const std::string& source) {
    std::vector<std::string> faults;
    for (const Literal& each : literalsOf(source)) {
        const std::string place = std::to_string(each.line) + ": \"" + each.words + "\"";
        if (!each.marked && isProse(each.words) && !isNotForPeople(each.words))
            faults.push_back(place + " is not marked");
        if (each.glued) faults.push_back(place + " is glued to something");
        if (each.marked && !each.words.empty() && (each.words.front() == ' ' || each.words.back() == ' '))
            faults.push_back(place + " is a piece of a sentence");
    }
    return faults;
}

/// The texts that Qt's tool finds in core and workshop; nothing where it is not installed.
std::optional<std::set<std::string>> extracted(const fs::path& root) {
    const fs::path tool = "/usr/lib/qt6/bin/lupdate";
    if (!fs::exists(tool)) return {};
    const fs::path file = fs::temp_directory_path() / ("tympan-texts-" + std::to_string(::getpid()) + ".ts");
    const std::string command = tool.string() +
                                " -silent -no-obsolete -tr-function-alias tr+=Text,tr+=Source " +
                                (root / "core").string() + " " + (root / "workshop").string() + " -ts " +
                                file.string() + " > /dev/null 2>&1";
    if (std::system(command.c_str()) != 0) return {};
    std::string text = textOf(file);
    fs::remove(file);
    std::set<std::string> all;
    const std::regex source("<source>([^<]*)</source>");
    for (std::sregex_iterator each(text.begin(), text.end(), source); each != std::sregex_iterator();
         ++each) {
        std::string words = (*each)[1];
        for (const auto& [entity, sign] : std::map<std::string, std::string>{
                 {"&quot;", "\""}, {"&apos;", "'"}, {"&lt;", "<"}, {"&gt;", ">"}, {"&amp;", "&"}})
            words = std::regex_replace(words, std::regex(entity), sign);
        all.insert(words);
    }
    return all;
}

}  // namespace

TEST(MarkedTexts, allProseOfCoreAndWorkshopIsMarkedAndWhole) {
    const fs::path root = TYMPAN_SOURCE_DIR;
    for (const fs::path& file : sourcesOf(root))
        for (const std::string& fault : faultsOf(textOf(file)))
            ADD_FAILURE() << fs::relative(file, root).string() << ":" << fault;
}

TEST(MarkedTexts, plantedFaultsAreFound) {
    const std::string good = R"(
        // "a comment is no prose"
        throw Error(kind, "", Text("is {number} mm too"
                                   " wide", {{"number", n}}), Text("make it smaller"));
        exec("SELECT name FROM runs WHERE id = ?");
        const auto id = "gel-rub-off";)";
    EXPECT_TRUE(faultsOf(good).empty());
    EXPECT_EQ(faultsOf("say(\"this is a sentence\");").size(), 1U);
    EXPECT_EQ(faultsOf("say(fmt::format(\"{} is too wide\", name));").size(), 1U);
    EXPECT_EQ(faultsOf("say(Text(\"is too wide\") + name);").size(), 1U);
    EXPECT_EQ(faultsOf("say(Text(\"is too wide for \"), name);").size(), 1U);
}

TEST(MarkedTexts, areAllFoundByTheExtraction) {
    const fs::path root = TYMPAN_SOURCE_DIR;
    const auto all = extracted(root);
    ASSERT_TRUE(all) << "lupdate is missing: scripts/setup installs it";
    for (const fs::path& file : sourcesOf(root))
        for (const Literal& each : literalsOf(textOf(file))) {
            if (!each.marked || fs::relative(file, root) == "core/base/text.h") continue;
            const std::string words = std::regex_replace(each.words, std::regex("\\\\\""), "\"");
            EXPECT_TRUE(all->contains(words))
                << fs::relative(file, root).string() << ":" << each.line << ": " << each.words;
        }
}
