#include "core/artwork/svg_size.h"

#include <algorithm>
#include <cmath>
#include <cstdlib>
#include <cstring>
#include <functional>
#include <pugixml.hpp>
#include <string_view>

#include "core/base/number.h"

namespace tympan {

namespace {

constexpr std::size_t root_bytes = 65536;  // the root's tag stands within these
constexpr double longest_px = 96 / 25.4 * 1e6;

std::string_view localName(const pugi::xml_node& node) {
    const std::string_view name = node.name();
    const std::size_t colon = name.find(':');
    return colon == std::string_view::npos ? name : name.substr(colon + 1);
}

std::string_view trimmed(std::string_view text) {
    while (!text.empty() && static_cast<unsigned char>(text.back()) <= ' ') text.remove_suffix(1);
    while (!text.empty() && static_cast<unsigned char>(text.front()) <= ' ') text.remove_prefix(1);
    return text;
}

/// The root of a document of which only the beginning is looked at: what comes after may be broken, that is
/// for whoever draws to say.
pugi::xml_node rootOf(pugi::xml_document& document, std::span<const unsigned char> bytes) {
    document.load_buffer(bytes.data(), std::min(bytes.size(), root_bytes));
    return document.document_element();
}

bool isTooMuch(std::string_view length) {
    length = trimmed(length);
    if (length.empty() || length.ends_with('%')) return false;
    std::string_view unit;
    const std::optional<double> number = numberAtStart(length, &unit);
    if (!number) return false;
    unit = trimmed(unit);
    const double px = unit == "mm"   ? 96 / 25.4
                      : unit == "cm" ? 960 / 25.4
                      : unit == "in" ? 96
                      : unit == "pt" ? 96.0 / 72
                      : unit == "pc" ? 16
                                     : 1;
    return !std::isfinite(*number) || *number * px > longest_px;
}

}  // namespace

bool isSvg(std::span<const unsigned char> bytes) {
    pugi::xml_document document;
    return localName(rootOf(document, bytes)) == "svg";
}

bool statesPixels(std::span<const unsigned char> svg) {
    pugi::xml_document document;
    const pugi::xml_node root = rootOf(document, svg);
    if (localName(root) != "svg") return true;
    const std::string_view width = trimmed(root.attribute("width").value());
    return std::ranges::none_of(std::initializer_list<std::string_view>{"mm", "cm", "in", "pt", "pc"},
                                [&](std::string_view unit) { return width.ends_with(unit); });
}

bool statesTooMuch(std::span<const unsigned char> svg) {
    pugi::xml_document document;
    const pugi::xml_node root = rootOf(document, svg);
    return isTooMuch(root.attribute("width").value()) || isTooMuch(root.attribute("height").value());
}

std::vector<std::string> linkedPictures(std::span<const unsigned char> svg) {
    pugi::xml_document document;
    document.load_buffer(svg.data(), svg.size());
    std::vector<std::string> found;
    struct Walker : pugi::xml_tree_walker {
        explicit Walker(std::vector<std::string>& names) : found(names) {}
        bool for_each(pugi::xml_node& node) override {
            const std::string_view name = localName(node);
            if (name != "image" && name != "feImage") return true;
            for (const pugi::xml_attribute& attribute : node.attributes()) {
                const std::string_view key = attribute.name(), target = trimmed(attribute.value());
                if (key != "href" && !key.ends_with(":href")) continue;
                if (!target.empty() && !target.starts_with("data:") && !target.starts_with("#"))
                    found.emplace_back(target.substr(0, 200));
            }
            return found.size() < 20;
        }
        std::vector<std::string>& found;
    } walker(found);
    document.traverse(walker);
    return found;
}

}  // namespace tympan
