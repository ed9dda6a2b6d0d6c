#include "core/documents/reduced_proof.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/job/landing.h"
#include "core/marks/round_mark.h"
#include "core/measure/length.h"
#include "core/render/render_region.h"
#include "core/render/sent_ink.h"

namespace tympan {

namespace {

constexpr double proof_side_mm = 16, proof_ppi = 150;
constexpr double mark_in_mm = 10.5;  // a mark's middle, from both edges: clear of what printers leave bare
constexpr double patch_mm = 10, patches_up_mm = 19,
                 patch_gap = 0.3;  // their top from the lower edge; of a patch

// Full inks and two of their mixtures each, two greys and black: what shops differ in.
constexpr std::pair<Source, Rgb8> colours[] = {
    {Source("black"), {0, 0, 0}},           {Source("dark grey"), {85, 85, 85}},
    {Source("pale grey"), {170, 170, 170}}, {Source("red"), {210, 30, 35}},
    {Source("yellow"), {245, 210, 20}},     {Source("green"), {40, 140, 60}},
    {Source("sky blue"), {40, 160, 215}},   {Source("blue"), {35, 50, 145}},
    {Source("magenta"), {200, 30, 130}}};

Print proofPrint(const Job& job, const Piece& piece, double ppi) {
    return printOf(job, piece, std::max(1.0, ppi));
}

}  // namespace

Paper proofPaper(const Job& job) {
    for (const char* const inches : {"Letter", "Legal", "Tabloid"})
        if (job.sheets.paper.name == inches) return paperNamed("Letter");
    return paperNamed("A4");
}

ProofLayout proofLayout(const Job& job, const Piece& piece) {
    ProofLayout layout;
    layout.page = proofPaper(job).size;
    const auto& [width, height] = layout.page;
    layout.corners = {{{mark_in_mm, mark_in_mm},
                       {width - mark_in_mm, mark_in_mm},
                       {width - mark_in_mm, height - mark_in_mm},
                       {mark_in_mm, height - mark_in_mm}}};
    const SizeMm size = printSizeOf(job, piece);
    const SizeMm room{width - 2 * proof_side_mm, height - 3 * proof_side_mm - 6};
    layout.scale = std::min({1.0, room.width / size.width, room.height / size.height});
    layout.picture = {proof_side_mm, 2 * proof_side_mm, size.width * layout.scale,
                      size.height * layout.scale};
    const auto count = static_cast<double>(std::size(colours));
    const double side = std::min(
        patch_mm, (width - 2 * (mark_in_mm + proof_side_mm / 2)) / (count + patch_gap * (count - 1)));
    double x = (width - side * (count + patch_gap * (count - 1))) / 2;
    for (const auto& [name, colour] : colours) {
        layout.patches.push_back({name.string(), colour, {x, height - patches_up_mm, side, side}});
        x += side * (1 + patch_gap);
    }
    return layout;
}

Marks proofMarks(const ProofLayout& layout) {
    Marks marks;
    for (const PointMm& corner : layout.corners)
        for (Mark& mark : roundMark(corner)) marks.push_back(std::move(mark));
    for (const ProofPatch& patch : layout.patches) {
        FilledShape shape = box(patch.at);
        shape.colour = patch.colour;
        marks.push_back(shape);
    }
    return marks;
}

cv::Mat proofPicture(const Job& job, const Piece& piece, double px_per_mm, const Progress& progress) {
    const double scale = proofLayout(job, piece).scale;
    return renderWhole(proofPrint(job, piece, px_per_mm * mm_per_inch * scale), progress);
}

void drawReducedProof(PdfFile& pdf, const Job& job, const Imposition& imposition, std::size_t number,
                      const Progress& progress) {
    const Piece& piece = job.pieces[number];
    const ProofLayout layout = proofLayout(job, piece);
    Print print = proofPrint(job, piece, proof_ppi * layout.scale);
    print.mirrored = imposition.prints[number].mirrored;
    const bool mirrored = print.mirrored == Mirrored::yes;
    pdf.beginPage(layout.page);
    pdf.pictureIn(layout.picture,
                  sent(renderWhole(print, {progress.stop, {}}), sentLevels(job, piece, print)));
    const Argument name("piece", piece.name), percent("percent", Rounded{100 * layout.scale, 0});
    const Text how =
        mirrored
            ? (layout.scale < 1 ? Text("Proof of {piece}: mirrored, reduced to {percent} %", {name, percent})
                                : Text("Proof of {piece}: mirrored, at true size", {name}))
            : (layout.scale < 1
                   ? Text("Proof of {piece}: not mirrored, reduced to {percent} %", {name, percent})
                   : Text("Proof of {piece}: not mirrored, at true size", {name}));
    const SizeMm seen = seenSizeOf(job, piece);
    const Text true_size = Text("true size {size}; this page is for comparing, not for transfer",
                                {{"size", formatSize(seen.width, seen.height, job.unit)}});
    const Language& say = pdf.language();
    Marks marks = proofMarks(layout);
    marks.push_back(Words{say(how), {proof_side_mm, proof_side_mm + 4}, 4.2, 0, true});
    marks.push_back(Words{say(true_size), {proof_side_mm, proof_side_mm + 10}, 3.4, 0, false});
    pdf.marks(marks);
    pdf.endPage();
}

void writeReducedProof(const Language& say, const std::filesystem::path& file, const Job& job,
                       const Imposition& imposition, const Progress& progress) {
    PdfFile pdf(say, file, job.name, job.created);
    for (std::size_t i = 0; i < job.pieces.size(); ++i) {
        progress.at(static_cast<double>(i) / static_cast<double>(job.pieces.size()));
        drawReducedProof(pdf, job, imposition, i, {progress.stop, {}});
    }
    pdf.commit(progress);
}

}  // namespace tympan
