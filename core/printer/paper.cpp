#include "core/printer/paper.h"

#include <fmt/format.h>

#include "core/base/catalogue.h"
#include "core/base/data_folder.h"
#include "core/measure/length.h"

namespace tympan {

namespace {

constexpr double least_side_mm = 50, most_side_mm = 5000;

std::string lower(std::string text) {
    for (char& c : text) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return text;
}

Paper readPaper(JsonReader& entry) {
    Paper paper;
    paper.id = entry.id("id");
    paper.name = entry.text("name");
    paper.size.width = entry.number("width_mm", least_side_mm, most_side_mm);
    paper.size.height = entry.number("height_mm", paper.size.width, most_side_mm);
    paper.media = entry.text("media");
    entry.finish();
    return paper;
}

[[noreturn]] void fail(const std::string& text) {
    throw Error(Error::Kind::usage, "", Text("\"{text}\" is not a paper", {{"text", text}}),
                Text("use A4, A3, Letter, Legal, Tabloid or a size such as 300x400 (50 mm to 5 m a side)"));
}

}  // namespace

const std::vector<Paper>& shippedPapers() {
    static const std::vector<Paper> papers =
        readCatalogue(readJsonText(dataFolder() / "papers.json"), {"tympan-papers-1"}, "papers", readPaper);
    return papers;
}

Paper paperNamed(const std::string& text) {
    const std::string wanted = lower(text);
    for (const Paper& paper : shippedPapers())
        if (lower(paper.name) == wanted) return paper;
    for (const std::string& by : {std::string("x"), std::string("×")}) {
        const auto cross = wanted.find(by);
        if (cross == std::string::npos) continue;
        const auto a = parseLength(wanted.substr(0, cross), Unit::mm);
        const auto b = parseLength(wanted.substr(cross + by.size()), Unit::mm);
        if (!a || !b) continue;
        const SizeMm size{std::min(*a, *b), std::max(*a, *b)};
        if (size.width < least_side_mm || size.height > most_side_mm) fail(text);
        const std::string width = formatNumber(size.width, Unit::mm),
                          height = formatNumber(size.height, Unit::mm);
        return {"custom", fmt::format("{} x {} mm", width, height), size,
                fmt::format("Custom.{}x{}mm", width, height)};
    }
    fail(text);
}

}  // namespace tympan
