#include "core/artwork/svg_size.h"

#include <algorithm>

namespace tympan {

namespace {

bool isBlank(char c) { return c == ' ' || c == '\t' || c == '\n' || c == '\r'; }

/// The attributes of the first element called svg: what stands between its name and its bracket.
std::string_view rootAttributes(std::string_view svg) {
    for (std::size_t at = svg.find('<'); at != std::string_view::npos; at = svg.find('<', at)) {
        const std::string_view rest = svg.substr(at);
        if (rest.starts_with("<!--"))
            at = svg.find("-->", at);
        else if (rest.starts_with("<svg") && rest.size() > 4 && (isBlank(rest[4]) || rest[4] == '>'))
            return rest.substr(4, rest.find('>') - 4);
        else
            ++at;
    }
    return {};
}

std::string_view valueOf(std::string_view attributes, std::string_view name) {
    for (std::size_t at = attributes.find(name); at != std::string_view::npos;
         at = attributes.find(name, at + 1)) {
        if (at == 0 || !isBlank(attributes[at - 1])) continue;  // stroke-width is another attribute
        std::string_view rest = attributes.substr(at + name.size());
        rest.remove_prefix(std::min(rest.find_first_not_of(" \t\r\n"), rest.size()));
        if (rest.empty() || rest.front() != '=') continue;
        rest.remove_prefix(1);
        rest.remove_prefix(std::min(rest.find_first_not_of(" \t\r\n"), rest.size()));
        if (rest.empty()) return {};
        const char quote = rest.front();
        rest.remove_prefix(1);
        return rest.substr(0, rest.find(quote));
    }
    return {};
}

}  // namespace

bool statesPixels(std::string_view svg) {
    std::string_view width = valueOf(rootAttributes(svg), "width");
    while (!width.empty() && isBlank(width.back())) width.remove_suffix(1);
    return std::ranges::none_of(std::initializer_list<std::string_view>{"mm", "cm", "in", "pt", "pc"},
                                [&](std::string_view unit) { return width.ends_with(unit); });
}

}  // namespace tympan
