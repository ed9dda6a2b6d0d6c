#include "core/base/text.h"

namespace tympan {

Text::Text(Source source, std::vector<Argument> arguments)
    : source_(source.words()), arguments_(std::move(arguments)) {}

Text Text::verbatim(std::string words) {
    Text text;
    text.kind_ = Kind::verbatim;
    text.source_ = std::move(words);
    return text;
}

Text Text::catalogued(std::string words) {
    Text text;
    text.source_ = std::move(words);
    return text;
}

Text Text::listed(std::vector<Text> texts, std::string_view between) {
    Text text;
    if (texts.empty()) return text;
    text.kind_ = Kind::list;
    text.source_ = between;
    text.parts_ = std::move(texts);
    return text;
}

Text Text::names(const std::vector<std::string>& names) {
    std::vector<Text> texts;
    for (const std::string& name : names) texts.push_back(verbatim(name));
    return listed(std::move(texts));
}

bool Text::operator==(const Text&) const = default;

}  // namespace tympan
