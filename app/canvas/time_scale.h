#pragma once
#include <vector>

#include "core/time/free_hours.h"

namespace tympan::app {

/// Time along a strip. Hours in which hands work are wide, what lies between them is folded to the same
/// narrow width each, so that an evening and the nights around it are seen at once.
class TimeScale {
  public:
    struct Part {
        TimeSpan time;
        double left = 0, width = 0;  ///< px
        bool folded = false;
    };

    TimeScale() = default;
    /// `work`: stretches of work, in order, apart from each other. All of it lies between `from` and `to`.
    TimeScale(const std::vector<TimeSpan>& work, Moment from, Moment to, double width);

    double x(Moment at) const;
    Moment at(double x) const;
    double width() const { return parts_.empty() ? 0 : parts_.back().left + parts_.back().width; }
    const std::vector<Part>& parts() const { return parts_; }

  private:
    std::vector<Part> parts_;
};

}  // namespace tympan::app
