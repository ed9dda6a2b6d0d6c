#pragma once
#include <chrono>
#include <functional>
#include <memory>

#include "core/time/time_zone.h"

namespace tympan::workshop {

/// What time it is, and a way to be called later. The programs' is the computer's; a test's moves when the
/// test says so.
class Clock {
  public:
    virtual ~Clock() = default;
    virtual Moment now() const = 0;
    virtual const TimeZone& zone() const = 0;
    /// Calls once, on the owner's thread, after that long a time of waiting (not of a made-up day). The call
    /// is taken back when the handle goes.
    [[nodiscard]] virtual std::shared_ptr<void> after(std::chrono::milliseconds wait,
                                                      std::function<void()> call) = 0;
};

}  // namespace tympan::workshop
