#include "core/job/history.h"

#include <algorithm>
#include <set>

namespace tympan {

namespace {

constexpr std::size_t longest_past = 500, most_pieces = 30'000;
constexpr std::size_t most_bytes = std::size_t{1} << 30;

std::size_t bytesOf(const Artwork& artwork) {
    const std::size_t pixels = artwork.pixels.total() * artwork.pixels.elemSize();
    return pixels + artwork.reduced.total() * artwork.reduced.elemSize() +
           (artwork.bytes ? artwork.bytes->size() : 0);
}

}  // namespace

void History::record(Job job, std::string what, std::string run) {
    if (job == now()) return;
    const bool goes_on = !run.empty() && at_ > 0 && states_[at_].run == run && !canRedo();
    if (goes_on) {
        states_[at_].job = std::move(job);
        return;
    }
    states_.erase(states_.begin() + static_cast<std::ptrdiff_t>(at_) + 1, states_.end());
    states_.push_back({std::move(job), std::move(what), std::move(run)});
    ++at_;
    forgetOldest();
}

void History::forgetOldest() {
    std::size_t pieces = 0;
    for (const State& state : states_) pieces += state.job.pieces.size();
    // What of the pictures only older steps hold, from the present backwards.
    std::set<const Artwork*> held;
    std::size_t bytes = 0, keep = states_.size();
    for (std::size_t i = states_.size(); i-- > 0;) {
        for (const Piece& piece : states_[i].job.pieces) {
            const Artwork* original = &asItCame(*piece.artwork);
            for (const Artwork* artwork : {original, piece.artwork.get()})
                if (held.insert(artwork).second && i + 1 < states_.size()) bytes += bytesOf(*artwork);
        }
        if (bytes > most_bytes) {
            keep = states_.size() - 1 - i;
            break;
        }
    }
    keep = std::max<std::size_t>(2, std::min(keep, longest_past));
    while (states_.size() > keep || (states_.size() > 2 && pieces > most_pieces)) {
        pieces -= states_.front().job.pieces.size();
        states_.erase(states_.begin());
        --at_;
    }
}

void History::endRun() { states_[at_].run.clear(); }

void History::undo() {
    if (canUndo()) --at_;
    endRun();
}

void History::redo() {
    if (canRedo()) ++at_;
    endRun();
}

}  // namespace tympan
