#pragma once
#include <nlohmann/json_fwd.hpp>

#include "core/base/json_reader.h"
#include "core/method/step.h"

namespace tympan {

/// One step as catalogues, job files and runs have it. `number`, from 1, names one that was kept before steps
/// had ids. Throws Error (input) naming the line.
Step readStep(JsonReader& reader, std::size_t number);
nlohmann::json toJson(const Step& step);
/// Steps in their order. What one comes after must stand before it.
std::vector<Step> readSteps(std::vector<JsonReader> entries);

// What methods and steps are both made of.

std::vector<PrinterKind> readPrinters(JsonReader& reader, const std::string& field);
/// A number that was kept before numbers had a basis is a guess.
Basis readBasis(JsonReader& reader);
const std::string& nameOf(Basis basis);
/// A number with its basis, as {"mm": 0.25, "basis": "guess"}; or bare, in the field `bare`, from before.
void readFigure(JsonReader& reader, const std::string& field, const std::string& bare,
                const std::string& unit, double least, double most, double& value, Basis& basis);
nlohmann::json figureJson(const std::string& unit, double value, Basis basis);

}  // namespace tympan
