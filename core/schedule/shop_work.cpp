#include "core/schedule/shop_work.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/schedule/sheet_work.h"

namespace tympan {

namespace {

// Guesses of ours: to send the files and say what is wanted, to compare proofs, the way there and back; and
// how long a shop takes.
const Effort ordering{guessedMinutes(15), {}, {}}, choosing{guessedMinutes(10), {}, {}},
    fetching{guessedMinutes(30), {}, {}};
constexpr Minutes unknown_lead{2 * 60, 24 * 60, 3 * 24 * 60, Basis::guess};

Step stepOf(const char* id, Work work, const Source& name, std::string words, const Source& good,
            std::optional<Place> place = {}) {
    Step step;
    step.id = id;
    step.work = work;
    step.name = name.string();
    step.words = std::move(words);
    step.good = good.string();
    step.place = place;
    step.drawing = "print";
    return step;
}

class ShopWork {
  public:
    ShopWork(std::vector<Task>& tasks, const WorkOrder& order, const std::vector<const OrderedSheet*>& sheets)
        : tasks_(tasks),
          order_(order),
          sheets_(sheets),
          first_(*findPiece(order, sheets.front()->parts.front().piece)) {}

    void add() {
        const ShopTerms& terms = *first_.ordered;
        if (terms.proofs > 0) {
            Step proofs =
                stepOf("order-proofs", Work::prepare, Source("Order proofs"),
                       terms.proofs > 1 ? Source("Order a small proof from two shops, from the same "
                                                 "file and on the same paper.")
                                              .string()
                                        : Source("Order a small proof from the shop.").string(),
                       Source("Both shops know the paper, and that nothing may be scaled."));
            addHands(std::move(proofs), ordering);
            addLead(terms);
            addHands(
                stepOf("choose-proof", Work::prepare, Source("Choose a proof"),
                       Source("Fetch the proofs and compare them by daylight. Vivid colours transfer best.")
                           .string(),
                       Source("One shop is chosen, and you know why."), Place::outside),
                minutesSum(choosing, fetching));
        }
        std::string words = Source(
                                "Order the prints: true size, nothing scaled, on the paper that the order "
                                "says. Give the shop the order sheet.")
                                .string();
        if (first_.toner)
            words = Source(
                        "Order the prints: true size, nothing scaled, on the paper that the order says, "
                        "printed with toner: ink would run. Give the shop the order sheet.")
                        .string();
        addHands(stepOf("order", Work::prepare, Source("Order the prints"), std::move(words),
                        Source("The shop has the files and the order sheet, and has said when.")),
                 ordering);
        addLead(terms);
        addHands(
            stepOf("collect", Work::prepare, Source("Collect the prints"),
                   Source("Collect the prints. Measure one with a ruler before you leave, and count them.")
                       .string(),
                   Source("The size is right, and every sheet is there and whole."), Place::outside),
            fetching);
    }

  private:
    static Effort minutesSum(const Effort& one, const Effort& other) {
        return {guessedMinutes(one.setup.usual + other.setup.usual), {}, {}};
    }

    Task& addTask(Step step, const std::string& more) {
        Task task = printingOf(order_, sheets_, fmt::format("{}", first_.id));
        task.id = task.load = fmt::format("{}.{}{}", first_.id, step.id, more);
        task.step = step.id;
        task.work = step.work;
        task.place = step.place.value_or(Place::table);
        task.details = std::move(step);
        if (last_) task.after = {Tie{*last_, false, 0, {}}};
        last_ = tasks_.size();
        return tasks_.emplace_back(std::move(task));
    }

    void addHands(Step step, const Effort& effort) {
        Task& task = addTask(std::move(step), "");
        const Minutes work = minutesOf(effort, 1, 0);
        task.least_min = work.least, task.usual_min = work.usual, task.most_min = work.most;
        task.basis = work.basis;
    }

    /// The shop prints, from when it has the order.
    void addLead(const ShopTerms& terms) {
        Step prints = *tasks_.back().details;
        prints.name = Source("The shop prints").string();
        prints.words = Source("The shop prints. It says when you can collect them.").string();
        prints.good = Source("The shop has said that they are ready.").string();
        Task& task = addTask(std::move(prints), ".wait");
        const double typed = terms.lead_h.value_or(0) * 60;
        const Minutes lead = terms.lead_h ? Minutes{typed, typed, typed, Basis::yours} : unknown_lead;
        task.hands = false;
        task.place = Place::table;
        task.least_min = lead.least, task.usual_min = lead.usual, task.most_min = lead.most;
        task.basis = lead.basis;
        task.after.back().most_min = 0;
    }

    std::vector<Task>& tasks_;
    const WorkOrder& order_;
    const std::vector<const OrderedSheet*>& sheets_;
    const OrderedPiece& first_;
    std::optional<std::size_t> last_;
};

}  // namespace

void addShopWork(std::vector<Task>& tasks, const WorkOrder& order,
                 const std::vector<const OrderedSheet*>& sheets) {
    ShopWork(tasks, order, sheets).add();
}

std::vector<Text> unknownLeadTimes(const WorkOrder& order) {
    std::vector<std::string> shops;
    for (const OrderedPiece& piece : order.pieces)
        if (piece.ordered && !piece.ordered->lead_h &&
            std::find(shops.begin(), shops.end(), piece.printer_name) == shops.end())
            shops.push_back(piece.printer_name);
    std::vector<Text> notes;
    for (const std::string& shop : shops)
        notes.push_back(Text("How long {shop} takes is our guess: about a day. Ask, and type it at Print",
                             {{"shop", shop}}));
    return notes;
}

}  // namespace tympan
