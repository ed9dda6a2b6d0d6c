#include "core/artwork/svg_size.h"

#include <algorithm>
#include <pugixml.hpp>

namespace tympan {

bool statesPixels(std::string_view svg) {
    pugi::xml_document document;
    // What comes after the root's tag may be broken: that is for the rasteriser to say.
    document.load_buffer(svg.data(), svg.size());
    const pugi::xml_node root = document.document_element();
    const std::string_view name = root.name();
    if (name != "svg" && !name.ends_with(":svg")) return true;
    std::string_view width = root.attribute("width").value();
    while (!width.empty() && width.back() <= ' ') width.remove_suffix(1);
    return std::ranges::none_of(std::initializer_list<std::string_view>{"mm", "cm", "in", "pt", "pc"},
                                [&](std::string_view unit) { return width.ends_with(unit); });
}

}  // namespace tympan
