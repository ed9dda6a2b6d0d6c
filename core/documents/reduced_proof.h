#pragma once
#include <array>
#include <filesystem>

#include "core/base/language.h"
#include "core/base/progress.h"
#include "core/layout/imposition.h"
#include "core/pdf/pdf_file.h"

namespace tympan {

/// A known colour on a proof: what a shop makes of it is measured from a photograph.
struct ProofPatch {
    std::string name;  ///< "red"
    Rgb8 colour;       ///< sRGB
    RectMm at;
};

/// A page with a piece's whole print reduced to fit it; round marks near its corners, by which a photograph
/// of it is squared; known colours. All in mm of the page.
struct ProofLayout {
    SizeMm page;
    std::array<PointMm, 4> corners;  ///< of the marks, clockwise from the top left
    RectMm picture;
    double scale = 1;  ///< of the picture; never above true size
    std::vector<ProofPatch> patches;
};
ProofLayout proofLayout(const Job& job, const Piece& piece);

/// What proofs are printed on, whatever the sheets are: what every shop and home has, A4, or Letter where the
/// job's paper is of that family.
Paper proofPaper(const Job& job);

/// All of it but the picture and the words.
Marks proofMarks(const ProofLayout& layout);
/// The picture as it is printed on it, grey or RGB.
cv::Mat proofPicture(const Job& job, const Piece& piece, double px_per_mm, const Progress& progress = {});

/// A page with a piece's whole print reduced to fit it, as it will be printed, its scale said. For comparing,
/// not for transfer. `print`: which of the imposition's.
void drawReducedProof(PdfFile& pdf, const Job& job, const Imposition& imposition, std::size_t print,
                      const Progress& progress = {});

/// Such a page for each piece. Throws Error (stopped, output).
void writeReducedProof(const Language& say, const std::filesystem::path& file, const Job& job,
                       const Imposition& imposition, const Progress& progress = {});

}  // namespace tympan
