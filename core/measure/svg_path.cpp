#include "core/measure/svg_path.h"

#include <fmt/format.h>

namespace tympan {

std::string svgPath(const Outline& outline) {
    std::string path;
    for (const Ring& ring : outline.rings) {
        for (std::size_t i = 0; i < ring.size(); ++i)
            path += fmt::format("{}{:.3f} {:.3f}", i == 0 ? "M" : "L", ring[i].x, ring[i].y);
        path += "Z";
    }
    return path;
}

std::string escapedXml(const std::string& text) {
    std::string safe;
    for (const char c : text) {
        if (c == '<')
            safe += "&lt;";
        else if (c == '&')
            safe += "&amp;";
        else if (static_cast<unsigned char>(c) < ' ')
            safe += ' ';  // XML has no place for control characters
        else
            safe += c;
    }
    return safe;
}

}  // namespace tympan
