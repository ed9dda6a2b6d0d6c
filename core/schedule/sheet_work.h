#pragma once
#include <deque>

#include "core/schedule/chain.h"

namespace tympan {

/// Printing, and what is done to whole sheets before the pieces on them are laid.
class SheetWork {
  public:
    /// What comes before the first step of pieces, and what each step of their sheets left to come after.
    struct Before {
        std::vector<Tie> ends;
        std::map<std::string, std::vector<Tie>> left;
    };

    /// Adds its tasks to the list: a printing for each printer and paper, then the steps that are of sheets,
    /// once for all sheets that need the same. What it is made from must outlive it.
    SheetWork(std::vector<Task>& tasks, const WorkOrder& order, const WaitRules& rules, const Course& course);
    /// Of copies, and parts of them.
    Before before(const std::vector<WorkUnit>& units) const;

  private:
    void addPrintings();
    void addSheets();
    std::vector<Tie> only(const std::vector<Tie>& ties, const OrderedSheet& sheet) const;

    std::vector<Task>& tasks_;
    const WorkOrder& order_;
    const WaitRules& rules_;
    const Course& course_;
    std::deque<OrderedPiece> works_;  ///< steps that chains look at
    std::vector<Before> of_sheet_;    ///< of each sheet
};

/// A printing of sheets: `copies` is what it is for.
Task printingOf(const WorkOrder& order, const std::vector<const OrderedSheet*>& sheets,
                const std::string& key);

/// Whether its method prints in a step of its own: in two goes, or while the ink is wet.
bool printsItself(const OrderedPiece& piece);

}  // namespace tympan
