#pragma once
#include <opencv2/core.hpp>
#include <string>
#include <vector>

#include "core/base/text.h"
#include "core/documents/reduced_proof.h"
#include "core/printer/shop_proof.h"

namespace tympan {

/// The photograph squared, as it was seen: to look at.
struct ReadProof {
    ProofReading reading;
    cv::Mat face;  ///< CV_8UC3 RGB, the page
};

/// Reads a photograph (CV_8UC3 RGB, sRGB) of a piece's proof. Squared by its marks; the light's slope is that
/// of the bare paper at both sides; a grey card that lies beside the page (the largest even, neutral,
/// four-sided thing there) is taken to be of 18 % and says how bright and of what colour the light was.
/// Throws Error (input) when the page or the card is not to be found; `name` stands for the file.
ReadProof readProof(const cv::Mat& photo, const std::string& name, const Job& job, const Piece& piece);

/// One beside the other, in sentences: which is more vivid, has more contrast, is sharper, and where colours
/// part. What differs too little to be told from one photograph to the next is said to be alike.
Text comparedIn(const std::string& one_shop, const ProofReading& one, const std::string& other_shop,
                const ProofReading& other, const std::vector<ProofPatch>& patches);

}  // namespace tympan
