#pragma once
#include "core/run/run.h"

namespace tympan {

/// What rings: one may now go on, or one must.
struct Alarm {
    enum class Kind { may, must };
    Kind kind = Kind::may;
    Moment at;
    std::string task;  ///< what one may do, or must have begun
    bool operator==(const Alarm&) const = default;
};

/// What is before one's hands, or what one waits for.
struct Now {
    enum class Kind {
        hands,  ///< something can be done now
        wait,   ///< nothing but waiting; `task` is the wait that ends first
        later,  ///< nothing can be done in the free hours before `from`
        over,   ///< all is done
    };
    Kind kind = Kind::over;
    std::string task;
    Moment from;                  ///< of hands: since when it could be done; of a wait: until when
    std::optional<Moment> until;  ///< a deadline of it
    Basis until_basis = Basis::guess;
};
Now nowOf(const RunState& state, const Plan& plan, Moment now);

/// All that will ring, in order of time; what fell due before `now` among it.
std::vector<Alarm> alarmsOf(const RunState& state, const Plan& plan);

/// Until when a task must be begun, and who says so.
struct Deadline {
    Moment at;
    Basis basis = Basis::guess;
};
/// By what has been done; nothing when there is no deadline. `waits`: those under way.
std::optional<Deadline> deadlineOf(const RunState& state, const Waits& waits, const Task& task);
/// From when on it may be begun; nothing while something before it is not done.
std::optional<Moment> mayBegin(const RunState& state, const Waits& waits, const Task& task);

/// What hands do after a task, in the order of the plan: at most so many, by id, without what is only ticked.
std::vector<std::string> handsAfter(const RunState& state, const Plan& plan, const std::string& task,
                                    std::size_t most);

/// Deadlines that one takes on by beginning a task: how soon what comes after it must follow. They are said
/// before it is begun.
struct Ahead {
    std::string task;
    double most_min = 0;
    Basis basis = Basis::guess;
};
std::vector<Ahead> deadlinesAhead(const RunState& state, const std::string& task);

}  // namespace tympan
