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
Text lettersOf(const std::vector<std::size_t>& seams) {
    const Argument first("first", seamLetter(seams.front())), last("last", seamLetter(seams.back()));
    if (seams.size() == 1) return Text("seam {first}", {first});
    if (seams.size() == 2) return Text("seams {first} and {last}", {first, last});
    const bool running = seams.back() - seams.front() + 1 == seams.size();
    if (running) return Text("seams {first} to {last}", {first, last});
    std::vector<std::string> letters;
    for (std::size_t seam : seams) letters.push_back(seamLetter(seam));
    return Text("seams {letters}", {{"letters", Text::names(letters)}});
}

std::string sizeOf(const Job& job, const RectPx& box) {
    const PixelGrid grid{job.sheets.ppi};
    return formatSize(grid.mm(box.width), grid.mm(box.height), job.unit);
}

Text howTo(const Job& job, const Piece& piece, const SeamPlan& plan, const JoiningStep& step) {
    const Argument first("first", namesOf(plan, step.before)), second("second", namesOf(plan, step.after)),
        letters("seams", lettersOf(step.seams)),
        overlap("overlap", formatLength(job.sheets.overlap_mm, job.unit));
    if (piece.method->laid_whole)
        return Text("Lay {second} so that its picture begins where that of {first} ends. Nothing is trimmed.",
                    {first, second});
    const Joint joint = jointOf(plan);
    if (joint == Joint::two_goes)
        return Text(
            "Cut the white waste off both. When {first} is done, lay {second} so that {overlap} of the "
            "picture lie over each other: both are printed paler there and make up the whole together.",
            {first, second, overlap});
    if (joint == Joint::lap && wanders(plan))
        return Text(
            "Cut {first} along its thin line at {seams}. {second} goes on for {overlap} under it: cut that "
            "where its own lines stand. Lay {first} on top until the picture runs on, and glue it down "
            "along that edge.",
            {first, second, letters, overlap});
    if (joint == Joint::lap)
        return Text(
            "Cut {first} along its ticks at {seams}. {second} goes on for {overlap} under it: cut that "
            "where its own ticks stand. Lay {first} on top until the picture runs on, and glue it down "
            "along that edge.",
            {first, second, letters, overlap});
    if (wanders(plan))
        return Text(
            "Cut {first} along the thin line at {seams}, with scissors or a knife; the line itself goes "
            "with the waste. Do the same with {second}. Push the edges together, mark to mark, and hold "
            "them with tape on the printed side.",
            {first, second, letters});
    return Text(
        "Lay {second} a little over {first} so that the picture runs on and the marks of {seams} stand in "
        "line; look against a window. Put a rule from tick to tick and cut once, through both. Take both "
        "strips away, push the edges together, and hold them with tape on the printed side.",
        {first, second, letters});
}

}  // namespace

Text namesOf(const SeamPlan& plan, const std::vector<std::size_t>& tiles) {
    std::vector<std::string> labels;
    for (std::size_t tile : tiles)
        if (!plan.tiles[tile].bare) labels.push_back(plan.tiles[tile].label);
    if (labels.size() == 1) return Text::verbatim(labels.front());
    if (labels.size() == 2) return Text::verbatim(labels.front() + " + " + labels.back());
    return Text("{first} to {last} ({count} sheets)",
                {{"first", labels.front()}, {"last", labels.back()}, {"count", labels.size()}});
}

std::size_t sheetsOf(const SeamPlan& plan) {
    return static_cast<std::size_t>(
        std::count_if(plan.tiles.begin(), plan.tiles.end(), [](const Tile& tile) { return !tile.bare; }));
}

StepWords wordsOf(const Job& job, const Piece& piece, const SeamPlan& plan, const JoiningStep& step) {
    const bool on_paper = !piece.method->laid_whole && jointOf(plan) != Joint::two_goes;
    const Argument size("size", sizeOf(job, step.box));
    return {Text("{before} and {after}, along {seams}", {{"before", namesOf(plan, step.before)},
                                                         {"after", namesOf(plan, step.after)},
                                                         {"seams", lettersOf(step.seams)}}),
            howTo(job, piece, plan, step),
            !on_paper       ? Text("Together they measure {size}", {size})
            : wanders(plan) ? Text("Then it measures at most {size}", {size})
                            : Text("Then it measures {size}", {size})};
}

std::vector<Text> whatIsNeeded(const Piece& piece, const SeamPlan& plan) {
    std::vector<Text> things{Text("the {count} printed sheets of \"{piece}\"",
                                  {{"count", sheetsOf(plan)}, {"piece", piece.name}})};
    if (!piece.method->laid_whole) {
        things.emplace_back(wanders(plan) ? Text("scissors or a sharp knife, and something to cut on")
                                          : Text("a sharp knife, a steel rule and something to cut on"));
        if (jointOf(plan) == Joint::butt)
            things.emplace_back(Text("low-tack tape: strong tape tears the paper"));
        if (jointOf(plan) == Joint::lap)
            things.emplace_back(Text("a little of the glue the picture is laid with"));
    }
    things.emplace_back(Text("a tape measure"));
    return things;
}

std::vector<Text> atFirst(const Piece& piece, const SeamPlan& plan) {
    std::vector<Text> lines;
    lines.emplace_back(
        Text("Measure the bar on one sheet. If it is not as long as it says, the printer has scaled the "
             "sheets: print them again at 100 %."));
    lines.emplace_back(
        Text("Lay all sheets out, printed side up, as the first map shows. Every letter along a seam stands "
             "on both of its sheets, with the same short lines; on no others."));
    if (sheetsOf(plan) < plan.tiles.size())
        lines.emplace_back(Text(
            "Where a map says \"empty\" nothing is printed: there is no sheet, and the place stays open."));
    lines.emplace_back(
        Text("Cut out the labels of the last page and put each on the back of its sheet, with its arrow up: "
             "the words on the printed side go with the waste."));
    if (piece.method->laid_whole || jointOf(plan) != Joint::butt) return lines;
    lines.emplace_back(
        Text("While you join, tape on the printed side only: it comes off before the picture is laid."));
    return lines;
}

std::vector<Text> atLast(const Job& job, const Piece& piece, const SeamPlan& plan) {
    std::vector<Text> lines;
    const RectPx all{0, 0, plan.print.width, plan.print.height};
    const bool face_down = !piece.method->turns.empty(), on_paper = !piece.method->laid_whole;
    const PixelGrid grid{job.sheets.ppi};
    const double diagonal = std::hypot(grid.mm(all.width), grid.mm(all.height));
    lines.emplace_back(
        Text("Measure the whole: {size}, and {diagonal} from corner to corner, one way as the other.",
             {{"size", sizeOf(job, all)}, {"diagonal", formatLength(diagonal, job.unit)}}));
    if (on_paper && jointOf(plan) == Joint::butt) {
        lines.emplace_back(
            Text("Turn it face down, as the second map shows, and put low-tack tape over every joint on the "
                 "back."));
        lines.emplace_back(
            Text("Turn it over again and take all tape off the printed side: nothing may lie between the ink "
                 "and the object."));
        if (face_down && coats(piece))
            lines.emplace_back(
                Text("Once it is laid, take the tape off the back while the medium is still wet."));
    }
    const auto on_print = std::any_of(piece.method->steps.begin(), piece.method->steps.end(),
                                      [](const Step& step) { return step.id == "coat-print"; });
    if (on_print)
        lines.emplace_back(Text(
            "What is coated beforehand is coated only where there is picture, not over the whole sheet."));
    lines.emplace_back(
        Text("Lay it out dry on the object and draw round its corners with a pencil, faintly, before any "
             "medium is on."));
    return lines;
}

}  // namespace tympan
