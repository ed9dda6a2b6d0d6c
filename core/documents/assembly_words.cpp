#include "core/documents/assembly_words.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/marks/seam_marks.h"
#include "core/measure/length.h"

namespace tympan {

namespace {

bool wanders(const SeamPlan& plan) {
    return std::any_of(plan.tiles.begin(), plan.tiles.end(),
                       [](const Tile& tile) { return !tile.outline.empty(); });
}

Joint jointOf(const SeamPlan& plan) { return plan.seams.front().joint; }

bool coats(const Piece& piece) {
    return std::any_of(piece.method->steps.begin(), piece.method->steps.end(),
                       [](const Step& step) { return step.work == Work::coat; });
}

/// "seam a", "seams a and b", "seams a to f".
std::string lettersOf(const std::vector<std::size_t>& seams) {
    const std::string first = seamLetter(seams.front()), last = seamLetter(seams.back());
    if (seams.size() == 1) return "seam " + first;
    if (seams.size() == 2) return fmt::format("seams {} and {}", first, last);
    const bool running = seams.back() - seams.front() + 1 == seams.size();
    if (running) return fmt::format("seams {} to {}", first, last);
    std::string all;
    for (std::size_t seam : seams) all += (all.empty() ? "" : ", ") + seamLetter(seam);
    return "seams " + all;
}

std::string sizeOf(const Job& job, const RectPx& box) {
    const PixelGrid grid{job.sheets.ppi};
    return fmt::format("{} x {}", formatNumber(grid.mm(box.width), job.unit),
                       formatLength(grid.mm(box.height), job.unit));
}

std::string howTo(const Job& job, const Piece& piece, const SeamPlan& plan, const JoiningStep& step) {
    const std::string first = namesOf(plan, step.before), second = namesOf(plan, step.after),
                      letters = lettersOf(step.seams);
    const std::string overlap = formatLength(job.sheets.overlap_mm, job.unit);
    if (piece.method->laid_whole)
        return fmt::format("Lay {} so that its picture begins where that of {} ends. Nothing is trimmed.",
                           second, first);
    const Joint joint = jointOf(plan);
    if (joint == Joint::two_goes)
        return fmt::format(
            "Cut the white waste off both. When {} is done, lay {} so that {} of the picture lie over each "
            "other: "
            "both are printed paler there and make up the whole together.",
            first, second, overlap);
    const char* const by = wanders(plan) ? "thin line" : "ticks";
    if (joint == Joint::lap)
        return fmt::format(
            "Cut {} along its {} at {}. {} goes on for {} under it: cut that where its own {} stand. Lay {} "
            "on top "
            "until the picture runs on, and glue it down along that edge.",
            first, by, letters, second, overlap, wanders(plan) ? "lines" : "ticks", first);
    if (wanders(plan))
        return fmt::format(
            "Cut {} along the thin line at {}, with scissors or a knife; the line itself goes with the "
            "waste. Do the "
            "same with {}. Push the edges together, mark to mark, and hold them with tape on the printed "
            "side.",
            first, letters, second);
    return fmt::format(
        "Lay {} a little over {} so that the picture runs on and the marks of {} stand in line; look against "
        "a window. "
        "Put a rule from tick to tick and cut once, through both. Take both strips away, push the edges "
        "together, "
        "and hold them with tape on the printed side.",
        second, first, letters);
}

}  // namespace

std::string namesOf(const SeamPlan& plan, const std::vector<std::size_t>& tiles) {
    std::vector<std::string> labels;
    for (std::size_t tile : tiles)
        if (!plan.tiles[tile].bare) labels.push_back(plan.tiles[tile].label);
    if (labels.size() == 1) return labels.front();
    if (labels.size() == 2) return labels.front() + " + " + labels.back();
    return fmt::format("{} to {} ({} sheets)", labels.front(), labels.back(), labels.size());
}

std::size_t sheetsOf(const SeamPlan& plan) {
    return static_cast<std::size_t>(
        std::count_if(plan.tiles.begin(), plan.tiles.end(), [](const Tile& tile) { return !tile.bare; }));
}

StepWords wordsOf(const Job& job, const Piece& piece, const SeamPlan& plan, const JoiningStep& step) {
    const bool on_paper = !piece.method->laid_whole && jointOf(plan) != Joint::two_goes;
    return {fmt::format("{} and {}, along {}", namesOf(plan, step.before), namesOf(plan, step.after),
                        lettersOf(step.seams)),
            howTo(job, piece, plan, step),
            fmt::format("{} {}",
                        on_paper ? (wanders(plan) ? "Then it measures at most" : "Then it measures")
                                 : "Together they measure",
                        sizeOf(job, step.box))};
}

std::vector<std::string> whatIsNeeded(const Piece& piece, const SeamPlan& plan) {
    std::vector<std::string> things{
        fmt::format("the {} printed sheets of \"{}\"", sheetsOf(plan), piece.name)};
    if (!piece.method->laid_whole) {
        things.emplace_back(wanders(plan) ? "scissors or a sharp knife, and something to cut on"
                                          : "a sharp knife, a steel rule and something to cut on");
        if (jointOf(plan) == Joint::butt) things.emplace_back("low-tack tape: strong tape tears the paper");
        if (jointOf(plan) == Joint::lap) things.emplace_back("a little of the glue the picture is laid with");
    }
    things.emplace_back("a tape measure");
    return things;
}

std::vector<std::string> atFirst(const Piece& piece, const SeamPlan& plan) {
    std::vector<std::string> lines;
    lines.emplace_back(
        "Measure the bar on one sheet. If it is not as long as it says, the printer has scaled the sheets: "
        "print "
        "them again at 100 %.");
    lines.emplace_back(
        "Lay all sheets out, printed side up, as the first map shows. Every letter along a seam stands on "
        "both of its "
        "sheets, with the same short lines; on no others.");
    if (sheetsOf(plan) < plan.tiles.size())
        lines.emplace_back(
            "Where a map says \"empty\" nothing is printed: there is no sheet, and the place stays open.");
    lines.emplace_back(
        "Cut out the labels of the last page and put each on the back of its sheet, with its arrow up: the "
        "words on "
        "the printed side go with the waste.");
    if (piece.method->laid_whole || jointOf(plan) != Joint::butt) return lines;
    lines.emplace_back(
        "While you join, tape on the printed side only: it comes off before the picture is laid.");
    return lines;
}

std::vector<std::string> atLast(const Job& job, const Piece& piece, const SeamPlan& plan) {
    std::vector<std::string> lines;
    const RectPx all{0, 0, plan.print.width, plan.print.height};
    const bool face_down = !piece.method->turns.empty(), on_paper = !piece.method->laid_whole;
    const PixelGrid grid{job.sheets.ppi};
    const double diagonal = std::hypot(grid.mm(all.width), grid.mm(all.height));
    lines.emplace_back(
        fmt::format("Measure the whole: {}, and {} from corner to corner, one way as the other.",
                    sizeOf(job, all), formatLength(diagonal, job.unit)));
    if (on_paper && jointOf(plan) == Joint::butt) {
        lines.emplace_back(
            "Turn it face down, as the second map shows, and put low-tack tape over every joint on the "
            "back.");
        lines.emplace_back(
            "Turn it over again and take all tape off the printed side: nothing may lie between the ink "
            "and the object.");
        if (face_down && coats(piece))
            lines.emplace_back("Once it is laid, take the tape off the back while the medium is still wet.");
    }
    const auto on_print = std::any_of(piece.method->steps.begin(), piece.method->steps.end(),
                                      [](const Step& step) { return step.id == "coat-print"; });
    if (on_print)
        lines.emplace_back(
            "What is coated beforehand is coated only where there is picture, not over the whole sheet.");
    lines.emplace_back(
        "Lay it out dry on the object and draw round its corners with a pencil, faintly, before any medium "
        "is on.");
    return lines;
}

}  // namespace tympan
