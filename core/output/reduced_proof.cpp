#include "core/output/reduced_proof.h"

#include <fmt/format.h>

#include "core/measure/length.h"
#include "core/render/render_region.h"

namespace tympan {

namespace {

constexpr double side_mm = 16, proof_ppi = 150;

}  // namespace

void drawReducedProof(PdfFile& pdf, const Job& job, const Imposition& imposition, std::size_t number,
                      const Progress& progress) {
    const Piece& piece = job.pieces[number];
    const SizeMm page = job.sheets.paper.size, size = printSizeOf(job, piece);
    const SizeMm room{page.width - 2 * side_mm, page.height - 3 * side_mm - 6};
    const double scale = std::min({1.0, room.width / size.width, room.height / size.height});
    Print print = printOf(job, piece, std::max(1.0, proof_ppi * scale));
    print.mirrored = imposition.prints[number].mirrored;
    const bool mirrored = print.mirrored == Mirrored::yes;
    pdf.beginPage(page);
    pdf.pictureIn({side_mm, 2 * side_mm, size.width * scale, size.height * scale},
                  renderWhole(print, {progress.stop, {}}));
    const std::string how =
        fmt::format("Proof of {}: {}, {}", piece.name, mirrored ? "mirrored" : "not mirrored",
                    scale < 1 ? fmt::format("reduced to {:.0f} %", 100 * scale) : "at true size");
    const std::string true_size =
        fmt::format("true size {} x {}; this page is for comparing, not for transfer",
                    formatNumber(piece.size.width, job.unit), formatLength(piece.size.height, job.unit));
    pdf.marks({Words{how, {side_mm, side_mm + 4}, 4.2, 0, true},
               Words{true_size, {side_mm, side_mm + 10}, 3.4, 0, false}});
    pdf.endPage();
}

void writeReducedProof(const std::filesystem::path& file, const Job& job, const Imposition& imposition,
                       const Progress& progress) {
    PdfFile pdf(file, job.name, job.created);
    for (std::size_t i = 0; i < job.pieces.size(); ++i) {
        progress.at(static_cast<double>(i) / static_cast<double>(job.pieces.size()));
        drawReducedProof(pdf, job, imposition, i, {progress.stop, {}});
    }
    pdf.commit(progress);
}

}  // namespace tympan
