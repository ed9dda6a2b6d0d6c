#include "core/artwork/pixel_cache.h"

#include <algorithm>

namespace tympan {

PixelBuffer PixelCache::get(const std::string& key, const std::function<PixelBuffer()>& make) {
    const auto kept = [&] {
        return std::find_if(entries_.begin(), entries_.end(),
                            [&](const Entry& entry) { return entry.key == key; });
    };
    {
        const std::lock_guard hold(lock_);
        if (const auto found = kept(); found != entries_.end()) {
            entries_.splice(entries_.begin(), entries_, found);
            return found->pixels;
        }
    }
    PixelBuffer pixels = make();
    const std::lock_guard hold(lock_);
    if (kept() == entries_.end()) {
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
