#pragma once
#include <optional>
#include <string>
#include <vector>

#include "core/base/shared_value.h"
#include "core/base/text.h"
#include "core/schedule/drying.h"
#include "core/schedule/work_order.h"

namespace tympan {

/// What ties a task to an earlier one: minimal and maximal lags, as in K. Neumann, C. Schwindt and J.
/// Zimmermann, Project Scheduling with Time Windows (2003).
struct Tie {
    std::size_t task = 0;     ///< earlier in the list
    bool from_begin = false;  ///< counted from its begin; else from its end
    double least_min = 0;
    std::optional<double> most_min;  ///< a deadline
    Basis basis = Basis::guess;      ///< of the deadline
    bool operator==(const Tie&) const = default;
};

/// Ties and more of them, each once.
void addTies(std::vector<Tie>& all, const std::vector<Tie>& more);

/// What is handled at a go: a copy of a piece; a part of it, which is one of its sheets where those are laid
/// one after the other, or a patch of a large one that is rubbed; or a whole sheet.
struct WorkUnit {
    int piece = 0, copy = 1;
    int part = 1, parts = 1;
    bool patch = false;  ///< the part is no sheet of its own
    int sheet = 0;       ///< a whole sheet: its number in the order, from 1; then no piece
    bool operator==(const WorkUnit&) const = default;
};

/// A step on some units at once: work of hands, or waiting that follows it at once.
struct Task {
    /// "2.1.coat", "2.1-4.dry.wait", "2.1.rub.3": piece, copies, step, round; "s1-3.spray": sheets, step.
    std::string id;
    int piece = 0;                ///< the first of those that go together; none: the object alone
    int object = 0;               ///< none: sheets with pieces for several
    std::vector<WorkUnit> units;  ///< of whole sheets: the copies that lie on them
    /// What the sheets are called that it is about, where they matter: those that are handled whole, and
    /// those that are laid one after the other.
    std::vector<std::string> sheets;
    bool of_sheet = false;  ///< whole sheets are handled: nothing is on an object yet
    int attempt = 1;        ///< which one at its copies, from 1
    std::string chain;      ///< what goes through its steps together: "2.1-4"
    std::string step;       ///< of the method, or of the object's preparation
    Work work = Work::unsaid;
    Shared<Step> details;  ///< what a catalogue says of the step: its words, its heat, what it takes
    std::string face = "front";
    int thing = 0;                  ///< where it is a side of a thing that has several: the thing
    Face thing_face = Face::front;  ///< of it
    bool wet = false;               ///< that side is tacky as long as this goes on
    bool lies = false;              ///< meanwhile the thing lies on the side opposite
    bool hands = false;
    bool gate = false;  ///< ticked, in no time
    bool attended =
        false;  ///< a wait that nobody may leave: an oven, or what is held for so long and no longer
    Place place = Place::table;
    std::string load;  ///< tasks of one load share an oven, a press, a printer
    double least_min = 0, usual_min = 0, most_min = 0;
    Basis basis = Basis::guess;
    double area_cm2 = 0;  ///< of all its units
    std::vector<Tie> after;
    std::optional<int> round;     ///< of steps that are done again and again, and of coats; from 1
    int rounds = 0;               ///< of how many, as far as is known
    std::optional<Rounds> again;  ///< where one looks whether it must be done again
    /// Of the same sitting as the task before it: nothing dries in between.
    bool straight_on = false;
    /// Whether one can do nothing else meanwhile.
    bool takesHands() const { return hands || attended; }
    bool operator==(const Task&) const = default;
};

/// What the maker wrote down for this time, then what makers warn of.
std::vector<Text> cautionsOf(const Task& task);

/// Of what it puts on: what goes on the object and on the print takes twice its area, cm².
double coatedArea(const Task& task);

/// The copies that it is about, each once, from 1.
std::vector<int> copiesOf(const Task& task);

/// How the work goes otherwise than is usual, as far as is known.
struct Course {
    std::map<std::string, int> rounds;  ///< by chain: how many in all
    struct Again {
        int piece = 0, copy = 0;
        bool operator==(const Again&) const = default;
    };
    std::vector<Again> again;  ///< copies that were begun anew, in that order
    bool operator==(const Course&) const = default;
};

/// Times of waits that a maker has measured, by method and step ("gel-rub-off/dry"). They take the place of
/// the makers' and of what the weather does to them.
using MeasuredWaits = std::map<std::string, Minutes>;

/// What is known of a step is kept by: its method and itself. What an object needs by itself has no method.
inline std::string stepKey(const std::string& method, const std::string& step) { return method + "/" + step; }

/// The same of a task.
std::string stepKeyOf(const Task& task, const WorkOrder& order);

struct WaitRules {
    Weather weather;
    MeasuredWaits measured;
};

/// All that is to be done, each task after those that it is tied to: what each object needs first, printing,
/// and the steps of each method for all copies, with the things that are not printed in their places. Steps
/// that are neither needed nor chosen are left out; rounds as many as are usual. Waits in which something
/// dries are those of the weather.
///
/// A printer prints a paper in one go. What is done to whole sheets (dried, sprayed, cut) is done once for
/// all sheets that need the same. Sheets that are joined edge to edge are laid in one piece, others one after
/// the other.
///
/// Pictures of one method on one object go together, and so do copies, as many as an hour lays: they share
/// getting ready. What deadlines tie (coated, laid, wiped) is done unit by unit, so that never more is wet
/// than can be laid. A large picture is rubbed patch by patch.
std::vector<Task> tasksOf(const WorkOrder& order, const WaitRules& rules, const Course& course = {});

/// The tasks without some of them: what came after those comes after what was before them.
std::vector<Task> without(const std::vector<Task>& tasks, const std::set<std::string>& ids);

}  // namespace tympan
