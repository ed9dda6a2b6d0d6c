#pragma once
#include "core/job/job.h"

namespace tympan {

/// What was answered for a piece when a resolution was offered; nothing: it was not, yet.
std::optional<bool> answered(const Piece& piece, const std::string& words);

/// A resolution is taken or refused for a piece, and for all that are made the same way on the same material
/// and have not answered yet: their own ways then have its change.
Job withAnswer(Job job, int piece, const NextTime& next, bool taken);

}  // namespace tympan
