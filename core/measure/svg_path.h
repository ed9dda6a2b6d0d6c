#pragma once
#include <string>

#include "core/measure/outline.h"

namespace tympan {

/// An outline as the data of an SVG path: closed rings, to a micrometre.
std::string svgPath(const Outline& outline);

/// Words for an XML document.
std::string escapedXml(const std::string& text);

}  // namespace tympan
