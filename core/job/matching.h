#pragma once
#include "core/job/job.h"

namespace tympan {

/// The settings of one piece, put onto others once: those of `aspects`. A size keeps each picture's own
/// shape: the width is copied. Ids that are not there are passed over.
Job withSettingsOf(Job job, int from, const std::vector<int>& to, const Aspects& aspects);

/// Links pieces as a matched set: they get the first one's settings, and from then on an edit of one is an
/// edit of all. A piece is in one set at most; fewer than two pieces end their sets.
Job withMatchedSet(Job job, const std::vector<int>& pieces, const Aspects& aspects);

/// The set that a piece is in, or nullptr.
const MatchedSet* setOf(const Job& job, int piece);

/// After an edit of one piece: the others of its set follow.
Job withSetFollowing(Job job, int edited);

}  // namespace tympan
