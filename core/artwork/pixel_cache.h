#pragma once
#include <functional>
#include <list>
#include <mutex>
#include <optional>
#include <string>

#include "core/artwork/pixel_buffer.h"

namespace tympan {

/// Pixels worth keeping, by a key that says everything they depend on (content hash, parameters, resolution).
/// Holds at most a budget of bytes; what was used longest ago goes first. Safe from any thread.
class PixelCache {
  public:
    explicit PixelCache(std::size_t budget_bytes) : budget_(budget_bytes) {}

    /// The kept pixels, or those that `make` returns, which are then kept. `make` runs outside the lock.
    PixelBuffer get(const std::string& key, const std::function<PixelBuffer()>& make);

    /// The kept pixels, where there are any.
    std::optional<PixelBuffer> find(const std::string& key);

    std::size_t bytes() const;

  private:
    struct Entry {
        std::string key;
        PixelBuffer pixels;
    };
    mutable std::mutex lock_;
    std::list<Entry> entries_;  // the latest used first
    std::size_t budget_, used_ = 0;
};

}  // namespace tympan
