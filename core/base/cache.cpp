#include "core/base/cache.h"

#include "core/base/error.h"

namespace tympan {

namespace {

// Enough for an edited picture of 64 megapixels in colour and the previews of a job beside it.
constexpr std::size_t process_budget = std::size_t{640} << 20;
constexpr std::size_t entry_bytes = 256;  // of the bookkeeping itself

}  // namespace

std::shared_ptr<const void> Cache::findAny(const Key& key) {
    const std::lock_guard hold(lock_);
    const auto found = at_.find(key);
    if (found == at_.end()) return {};
    entries_.splice(entries_.begin(), entries_, found->second);
    return found->second->thing;
}

void Cache::keepAny(const Key& key, std::shared_ptr<const void> thing, std::size_t bytes) {
    bytes += entry_bytes;
    std::list<Entry> gone;  // let go after the lock: freeing much memory takes a while
    const std::lock_guard hold(lock_);
    if (at_.contains(key)) return;  // made meanwhile by another thread
    entries_.push_front({key, std::move(thing), bytes});
    at_.emplace(key, entries_.begin());
    used_ += bytes;
    while (used_ > budget_ && entries_.size() > 1) {
        used_ -= entries_.back().bytes;
        at_.erase(entries_.back().key);
        gone.splice(gone.begin(), entries_, std::prev(entries_.end()));
    }
}

Cache::Claim::Claim(Cache& cache, Key key, const std::stop_token& stop)
    : cache_(cache), key_(std::move(key)) {
    std::unique_lock hold(cache_.lock_);
    if (!cache_.released_.wait(hold, stop, [&] { return !cache_.claimed_.contains(key_); })) throwStopped();
    cache_.claimed_.insert(key_);
}

Cache::Claim::~Claim() {
    {
        const std::lock_guard hold(cache_.lock_);
        cache_.claimed_.erase(key_);
    }
    cache_.released_.notify_all();
}

std::size_t Cache::bytes() const {
    const std::lock_guard hold(lock_);
    return used_;
}

void Cache::clear() {
    std::list<Entry> gone;
    const std::lock_guard hold(lock_);
    gone.swap(entries_);
    at_.clear();
    used_ = 0;
}

Cache& cache() {
    // Never destroyed: what it holds goes with the process, in whatever order other things go.
    static auto* const kept = new Cache(process_budget);
    return *kept;
}

}  // namespace tympan
