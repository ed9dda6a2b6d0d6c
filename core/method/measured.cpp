#include "core/method/measured.h"

#include <nlohmann/json.hpp>

#include "core/method/method_json.h"
#include "core/method/step_json.h"

namespace tympan {

nlohmann::json toJson(const MeasuredTransfer& measured) {
    nlohmann::json json{{"id", measured.id},
                        {"printer", measured.printer},
                        {"method", measured.method},
                        {"material", measured.material},
                        {"made", measured.made}};
    if (!measured.curve.printed.empty()) json["transfer"] = toJson(measured.curve);
    if (measured.finest_line_mm) json["finest_line_mm"] = *measured.finest_line_mm;
    if (measured.solids) json["solids"] = toJson(*measured.solids);
    return json;
}

MeasuredTransfer readMeasured(JsonReader& reader) {
    MeasuredTransfer measured;
    measured.id = reader.text("id");
    measured.printer = reader.note("printer");
    measured.method = reader.text("method");
    measured.material = reader.text("material");
    measured.made = static_cast<long long>(reader.number("made", 0, 1e12));
    if (reader.has("transfer")) {
        JsonReader curve = reader.object("transfer");
        measured.curve = readTransferCurve(curve);
    }
    if (reader.has("finest_line_mm")) measured.finest_line_mm = reader.number("finest_line_mm", 0.02, 5);
    if (reader.has("solids")) measured.solids = readSolidLimits(reader.object("solids"));
    reader.finish();
    return measured;
}

}  // namespace tympan
