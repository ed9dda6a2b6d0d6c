#pragma once
#include <string>
#include <vector>

#include "core/base/text.h"
#include "core/job/job.h"
#include "core/layout/imposition.h"
#include "core/seams/joining_order.h"

namespace tympan {

// What a guide says to the person who puts sheets together.

/// "A1"; "A1 + A2"; "A1 to B4 (8 sheets)".
Text namesOf(const SeamPlan& plan, const std::vector<std::size_t>& tiles);

/// How many sheets a print is on: of its tiles, those that are not bare.
std::size_t sheetsOf(const SeamPlan& plan);

/// One step: what is joined, how, and what must then be measured.
struct StepWords {
    Text title, how, then;
};
StepWords wordsOf(const Job& job, const Piece& piece, const SeamPlan& plan, const JoiningStep& step);

std::vector<Text> whatIsNeeded(const Piece& piece, const SeamPlan& plan);
/// Before anything is cut.
std::vector<Text> atFirst(const Piece& piece, const SeamPlan& plan);
/// When all is joined.
std::vector<Text> atLast(const Job& job, const Piece& piece, const SeamPlan& plan);

}  // namespace tympan
