#include "core/artwork/pixel_cache.h"

#include <algorithm>

namespace tympan {

std::optional<PixelBuffer> PixelCache::find(const std::string& key) {
    const std::lock_guard hold(lock_);
    const auto found =
        std::find_if(entries_.begin(), entries_.end(), [&](const Entry& entry) { return entry.key == key; });
    if (found == entries_.end()) return {};
    entries_.splice(entries_.begin(), entries_, found);
    return found->pixels;
}

PixelBuffer PixelCache::get(const std::string& key, const std::function<PixelBuffer()>& make) {
    if (auto kept = find(key)) return *std::move(kept);
    PixelBuffer pixels = make();
    const std::lock_guard hold(lock_);
    const bool made_meanwhile =
        std::any_of(entries_.begin(), entries_.end(), [&](const Entry& entry) { return entry.key == key; });
    if (!made_meanwhile) {
        entries_.push_front({key, pixels});
        used_ += pixels.bytes();
    }
    while (used_ > budget_ && entries_.size() > 1) {
        used_ -= entries_.back().pixels.bytes();
        entries_.pop_back();
    }
    return pixels;
}

std::size_t PixelCache::bytes() const {
    const std::lock_guard hold(lock_);
    return used_;
}

}  // namespace tympan
