#include "core/printer/shop_proof.h"

#include <cmath>
#include <nlohmann/json.hpp>

namespace tympan {

namespace {

nlohmann::json toJson(const LabColour& colour) { return {{"l", colour.l}, {"a", colour.a}, {"b", colour.b}}; }

LabColour readLab(JsonReader reader) {
    LabColour colour{reader.number("l", -1, 120), reader.number("a", -200, 200),
                     reader.number("b", -200, 200)};
    reader.finish();
    return colour;
}

}  // namespace

double chroma(const LabColour& colour) { return std::hypot(colour.a, colour.b); }

double apart(const LabColour& one, const LabColour& other) {
    return std::hypot(one.l - other.l, one.a - other.a, one.b - other.b);
}

nlohmann::json toJson(const ShopProof& proof) {
    const ProofReading& reading = proof.reading;
    nlohmann::json value{{"id", proof.id},
                         {"job", proof.job},
                         {"piece", proof.piece},
                         {"shop", proof.shop},
                         {"made", proof.made},
                         {"vivid", reading.vivid},
                         {"paper", toJson(reading.paper)},
                         {"black", toJson(reading.black)},
                         {"sharp", reading.sharp},
                         {"backwards", reading.backwards},
                         {"patches", nlohmann::json::array()}};
    for (const LabColour& patch : reading.patches) value["patches"].push_back(toJson(patch));
    return value;
}

ShopProof readShopProof(JsonReader reader) {
    ShopProof proof;
    proof.id = reader.text("id");
    proof.job = reader.note("job");
    proof.piece = reader.integer("piece", 0, 1'000'000'000);
    proof.shop = reader.note("shop");
    proof.made = static_cast<long long>(reader.number("made", 0, 6.4e9));
    ProofReading& reading = proof.reading;
    reading.vivid = reader.number("vivid", 0, 300);
    reading.paper = readLab(reader.object("paper"));
    reading.black = readLab(reader.object("black"));
    reading.sharp = reader.number("sharp", 0, 100);
    reading.backwards = reader.flag("backwards", false);
    for (JsonReader& patch : reader.objects("patches")) reading.patches.push_back(readLab(std::move(patch)));
    reader.finish();
    return proof;
}

}  // namespace tympan
