#pragma once
#include <functional>
#include <stop_token>

#include "core/base/error.h"

namespace tympan {

/// What long work is given: a way to be stopped and a sink for how far it is (0 to 1). Both may be empty.
struct Progress {
    std::stop_token stop;
    std::function<void(double)> sink;

    /// Says how far the work is; throws Error (stopped) when the person asked to stop.
    void at(double fraction) const {
        if (stop.stop_requested()) throwStopped();
        if (sink) sink(fraction);
    }
};

}  // namespace tympan
