#include "core/job/matching.h"

#include <algorithm>

#include "core/job/limits.h"

namespace tympan {

namespace {

bool holds(const MatchedSet& set, int piece) {
    return std::find(set.pieces.begin(), set.pieces.end(), piece) != set.pieces.end();
}

void copySettings(const Piece& from, Piece& to, const Aspects& aspects) {
    if (aspects.tone) to.tone = from.tone;
    if (aspects.method) to.method = from.method;
    if (aspects.edge) to.edge = from.edge;
    if (!aspects.size || to.size.width == from.size.width) return;
    const double aspect = to.size.width / to.size.height;
    to.size = printableShape({from.size.width, from.size.width / aspect});
    to.placement.fit = Fit::by_hand;
}

/// Takes a piece out of whatever set it is in; a set of one is none.
void unlink(Job& job, int piece) {
    for (MatchedSet& set : job.sets) std::erase(set.pieces, piece);
    std::erase_if(job.sets, [](const MatchedSet& set) { return set.pieces.size() < 2; });
}

}  // namespace

Job withSettingsOf(Job job, int from, const std::vector<int>& to, const Aspects& aspects) {
    const Piece* source = findPiece(job, from);
    if (!source) return job;
    const Piece original = *source;
    for (Piece& piece : job.pieces)
        if (piece.id != from && std::find(to.begin(), to.end(), piece.id) != to.end())
            copySettings(original, piece, aspects);
    return job;
}

Job withMatchedSet(Job job, const std::vector<int>& pieces, const Aspects& aspects) {
    for (int piece : pieces) unlink(job, piece);
    MatchedSet set{{}, aspects};
    for (int piece : pieces)
        if (findPiece(job, piece) && !holds(set, piece)) set.pieces.push_back(piece);
    if (set.pieces.size() < 2) return job;
    job = withSettingsOf(std::move(job), set.pieces.front(), set.pieces, aspects);
    job.sets.push_back(std::move(set));
    return job;
}

const MatchedSet* setOf(const Job& job, int piece) {
    for (const MatchedSet& set : job.sets)
        if (holds(set, piece)) return &set;
    return nullptr;
}

Job withSetFollowing(Job job, int edited) {
    // A piece that was taken off the line leaves its set.
    for (std::size_t i = job.sets.size(); i-- > 0;) {
        const std::vector<int> pieces = job.sets[i].pieces;
        for (int piece : pieces)
            if (!findPiece(job, piece)) std::erase(job.sets[i].pieces, piece);
        if (job.sets[i].pieces.size() < 2) job.sets.erase(job.sets.begin() + static_cast<std::ptrdiff_t>(i));
    }
    const MatchedSet* set = setOf(job, edited);
    if (!set) return job;
    const MatchedSet followed = *set;
    return withSettingsOf(std::move(job), edited, followed.pieces, followed.aspects);
}

}  // namespace tympan
