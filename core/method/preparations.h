#pragma once
#include "core/base/json_reader.h"
#include "core/method/method.h"

namespace tympan {

/// What an object needs before any print meets it, by what it is made of.
struct Preparation {
    std::string id, name;
    std::vector<std::string> on;    ///< materials by id
    std::vector<std::string> ways;  ///< methods by id; empty: all
    /// Only where the ground is dark and the method brings no white of its own.
    bool dark = false;
    std::vector<Step> steps;
    bool operator==(const Preparation&) const = default;
};

/// Reads and checks a list of preparations (schema "tympan-preparations-1"). Throws Error (input) with the
/// faulty line.
std::vector<Preparation> readPreparations(const JsonText& source);

/// Those that ship with the program.
const std::vector<Preparation>& shippedPreparations();

/// `painted_pale`: whether the pictures on it need a pale ground (job/under_picture.h).
bool isNeeded(const Preparation& preparation, const std::string& material, bool painted_pale,
              const Method& method);

}  // namespace tympan
