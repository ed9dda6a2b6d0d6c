#pragma once
#include <functional>

#include "core/schedule/units.h"

namespace tympan {

/// Units that go through the steps of their method together.
class Chain {
  public:
    /// Its tasks are added to the list. `attempt`: which one at these copies, from 1.
    Chain(std::vector<Task>& tasks, const WorkOrder& order, const OrderedPiece& piece,
          std::vector<WorkUnit> units, int attempt, const WaitRules& rules, const Course& course);
    /// Its name in ids: "2.1-4".
    const std::string& key() const { return key_; }

    /// What comes before its first step, and what each step that is done elsewhere (printing, the work on
    /// sheets) and the object's preparation left to come after.
    void comeAfter(const std::vector<Tie>& before, const std::map<std::string, std::vector<Tie>>& left,
                   const std::vector<Tie>& object);
    /// What each step so far left to come after, by its id.
    const std::map<std::string, std::vector<Tie>>& left() const { return left_; }
    /// All steps up to the first finishing coat, and from there to the end.
    void addToCoat();
    /// `more`: what else the coats come after.
    void addRest(const std::vector<Tie>& more);
    /// What comes after the last of its tasks so far.
    const std::vector<Tie>& ends() const { return next_; }

  private:
    void addSteps(std::size_t from, std::size_t to);
    void addTied(std::size_t from, std::size_t to);
    void addRounds(std::size_t from, std::size_t to);
    void addAlone(const Step& step);
    void comeAfter(const std::vector<std::string>& steps);
    void begin(const Step& step);
    void add(const Step& step, const std::vector<WorkUnit>& units, double part, bool with_setup);
    Task made(const Step& step, const std::vector<WorkUnit>& units, const std::string& more) const;
    void addHands(const Step& step, const std::vector<WorkUnit>& units, double part, bool with_setup);
    void addWait(const Step& step, const std::vector<WorkUnit>& units);
    void addGate(const Step& step, const std::vector<WorkUnit>& units);
    double roomFor(std::size_t from, std::size_t to) const;
    double minutesOfUnit(std::size_t from, std::size_t to) const;
    double areaOf(const std::vector<WorkUnit>& units) const;
    int countOf(const Step& step, const Task& task, const std::vector<WorkUnit>& units) const;
    void putOn(Task& task, const std::vector<WorkUnit>& units) const;
    bool tied(std::size_t step) const;
    std::vector<StepFace> facesOf(const Step& step) const;

    std::vector<Task>& tasks_;
    const WorkOrder& order_;
    const OrderedPiece& piece_;
    std::vector<WorkUnit> units_;
    int attempt_;
    std::string key_;
    const OrderedObject* object_here_;
    const WaitRules& rules_;
    const Course& course_;
    std::vector<Shared<Step>> steps_;  ///< that are needed
    std::vector<std::size_t> begins_;  ///< of the step that has rounds: where they begin
    std::vector<std::pair<std::size_t, const Step*>> passed_over_;  ///< each before which step
    std::size_t coat_ = 0;                          ///< the first finishing coat's place among the steps
    std::vector<Tie> next_;                         ///< what the next step comes after
    std::vector<Tie> object_;                       ///< what its first touch of the object comes after
    std::map<std::string, std::vector<Tie>> left_;  ///< what comes after each step comes after
    bool straight_on_ = false;
    bool on_object_;  ///< its units are: from the first touch on
    // Of what is being added.
    std::string chunk_, face_;
    std::optional<int> round_;
    std::optional<int> number_;  ///< of a coat, over all faces: in its task's id
    int rounds_ = 0;
    std::optional<std::size_t> last_hands_, last_load_;
};

}  // namespace tympan
