#pragma once
#include <string>
#include <vector>

#include "core/base/json_reader.h"

namespace tympan {

/// CIELAB, D65.
struct LabColour {
    double l = 0, a = 0, b = 0;
    bool operator==(const LabColour&) const = default;
};
double chroma(const LabColour& colour);
/// CIE76: how far two colours lie apart; about 2 is just seen side by side.
double apart(const LabColour& one, const LabColour& other);

/// What a shop made of a proof, read from a photograph of it beside a grey card.
struct ProofReading {
    double vivid = 0;  ///< mean chroma of the picture; of the coloured patches where it is printed grey
    LabColour paper, black;
    /// How much of the picture's detail of about half a millimetre is there, beside its larger shapes; 0: not
    /// to be told.
    double sharp = 0;
    std::vector<LabColour> patches;  ///< in the layout's order
    bool backwards = false;          ///< it came the wrong way round
    double contrast() const { return paper.l - black.l; }
    bool operator==(const ProofReading&) const = default;
};

/// A proof of a piece of a job, as a shop made it.
struct ShopProof {
    std::string id;   ///< RFC 9562
    std::string job;  ///< its identity
    int piece = 0;
    std::string shop;
    long long made = 0;  ///< when it was read, seconds since 1970
    ProofReading reading;
    bool operator==(const ShopProof&) const = default;
};

nlohmann::json toJson(const ShopProof& proof);
/// Throws Error (input).
ShopProof readShopProof(JsonReader reader);

}  // namespace tympan
