#pragma once
#include <string>

#include "core/artwork/colour.h"
#include "core/method/method.h"

namespace tympan {

/// The curve of a method for a material: its own, else the one for any; nullptr when nothing is known.
const TransferCurve* transferFor(const Method& method, const std::string& material);

/// The k that arrives for a printed k, both 0 to 1: straight between the curve's points.
double arriving(const TransferCurve& curve, double printed);

/// The k to print so that `wanted` arrives; 1 where even solid ink does not give it.
double toPrint(const TransferCurve& curve, double wanted);

}  // namespace tympan
