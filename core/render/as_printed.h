#pragma once
#include "core/base/progress.h"
#include "core/job/job.h"

namespace tympan {

/// The job with one piece in the place of those that are printed as one (job/one_print.h): what is laid on
/// sheets, planned and written. That piece has the id, the seams, the copies and the printer of the first of
/// them; its artwork is their prints, each at its own place, turn, tone and rim, read once from its own
/// picture at the resolution that is asked for. Ink adds up where rims meet, so that joints without width
/// show no line; with one of them in colour it is a print in colour. Care zones come along. The same job
/// where nothing is printed so.
///
/// Takes a moment for each picture: a small copy of what is printed is drawn, once while nothing of it
/// changes. Throws Error (stopped, input).
Job asPrinted(const Job& job, const Progress& progress = {});

}  // namespace tympan
