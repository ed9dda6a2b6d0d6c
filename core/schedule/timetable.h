#pragma once
#include <limits>
#include <map>

#include "core/schedule/sitting.h"

namespace tympan {

/// From one moment to another, in order.
using TimeSpans = std::vector<std::pair<Seconds, Seconds>>;

inline constexpr Seconds no_moment = std::numeric_limits<Seconds>::max() / 4;
inline constexpr Seconds farthest = Seconds{2 * 366} * 24 * 3600;  ///< nobody plans longer

/// What is given to begin with, by task: times that stand already (from `no_moment` on: none), before when
/// one cannot begin, and whose it is.
struct Given {
    std::vector<TimeSpans> hours;             ///< of each job: when hands may be at it
    std::vector<std::optional<Seconds>> due;  ///< of each job
    std::vector<double> rest;                 ///< of each job: of hands, beside the time that they work
    std::vector<std::size_t> job;
    TimeSpans fixed;
    std::vector<Seconds> earliest;
    std::vector<bool> over;  ///< of those: hands and place are free of it again
    std::map<Place, int> room;
};

/// Sittings that are given their times one by one. What it is made from must outlive it.
class Timetable {
  public:
    Timetable(const std::vector<Task>& tasks, const std::vector<Sitting>& sittings, const Given& given);

    const std::vector<Seconds>& begins() const { return begins_; }

    /// When a sitting can begin as far as those before it go, which all have their times.
    Seconds ready(std::size_t sitting) const;
    /// Until when it must begin, by deadlines from what stands already; no_moment when there are none.
    Seconds latest(std::size_t sitting) const;
    /// The first moment from one on at which all of it finds hands, hours and places; no_moment when it finds
    /// none.
    Seconds firstFrom(std::size_t sitting, Seconds from, bool any_hours) const;
    /// The last such moment up to `latest`, but no earlier than `earliest`, which is one.
    Seconds lastUpTo(std::size_t sitting, Seconds earliest, Seconds latest) const;
    void put(std::size_t sitting, Seconds at);
    /// It has no time any more.
    void take(std::size_t sitting);

  private:
    /// The stretch of its job's hours that begins last before a moment, or at it, and the next.
    std::pair<const std::pair<Seconds, Seconds>*, const std::pair<Seconds, Seconds>*> hoursAt(
        std::size_t task, Seconds at) const;
    /// When hands rest after a sitting: from and to, from its begin.
    std::pair<Seconds, Seconds> restOf(const Sitting& sitting) const;
    Seconds conflictAt(const Sitting& sitting, Seconds at, bool any_hours) const;
    Seconds earlierThan(const Sitting& sitting, Seconds at) const;
    void occupy(const Task& task, Seconds from, Seconds to);
    std::optional<Seconds> placeTakenUntil(const Task& task, Seconds from, Seconds to) const;
    std::optional<std::pair<Seconds, Seconds>> faceTaken(const Task& task, Seconds from, Seconds to) const;

    const std::vector<Task>& tasks_;
    const std::vector<Sitting>& sittings_;
    const Given& given_;
    std::vector<Seconds> begins_;
    TimeSpans place_;  ///< of each task, once it has its time
    Busy hands_;
    std::map<Place, std::vector<Busy>> loads_;  ///< as many as it has room for
    /// Of a side of a thing: when it is tacky, and when the thing lies on it. Of either there may be several
    /// at once.
    struct FaceUse {
        TimeSpans wet, lain_on, in_oven;
    };
    std::map<std::pair<int, Face>, FaceUse> faces_;
};

}  // namespace tympan
