#pragma once
#include <optional>

#include "core/base/json_reader.h"
#include "core/method/method.h"

namespace tympan {

/// What a test strip says that was printed, transferred and read: for one printer, way of transfer and
/// material. It takes the place of the catalogue's guesses.
struct MeasuredTransfer {
    std::string id;                         ///< of the reading (RFC 9562)
    std::string printer, method, material;  ///< the printer by its name, the others by id
    long long made = 0;                     ///< seconds since 1970
    TransferCurve curve;  ///< empty: not known. With basis `measured`, or `yours` where it was said by hand
    std::optional<double> finest_line_mm;
    std::optional<SolidLimits> solids;
    bool operator==(const MeasuredTransfer&) const = default;
};

nlohmann::json toJson(const MeasuredTransfer& measured);
/// Throws Error (input).
MeasuredTransfer readMeasured(JsonReader& reader);

}  // namespace tympan
