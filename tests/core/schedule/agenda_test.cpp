// The plan as one would write it down for the fridge.
#include "core/schedule/agenda.h"

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "tests/support/plans.h"
#include "tests/support/texts.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

struct Written {
    WorkOrder order;
    Plan plan;
    std::vector<AgendaDay> days;
};

Written written(const std::vector<std::string>& methods, int copies, const std::string& hours) {
    Written all;
    all.order = workOrderOf(jobWith(methods, copies));
    all.plan = tympan::planned(all.order, conditionsFrom("2026-12-03T17:00", hours), {20, 20, 1});
    all.days = agendaOf(all.plan, all.order, lisbon);
    return all;
}

}  // namespace

RC_GTEST_PROP(Agenda, everyStepStandsInItOnceAndInOrder, ()) {
    const auto methods = *rc::gen::container<std::vector<std::string>>(
        *rc::gen::inRange<std::size_t>(1, 5),
        rc::gen::element<std::string>("gel-rub-off", "skin-sheet", "iron-on-paper", "fabric-paste"));
    const Written all = written(methods, *rc::gen::inRange(1, 5), *rc::gen::element(std::string(), evenings));
    std::multiset<std::size_t> said;
    Moment last{};
    for (const AgendaDay& day : all.days)
        for (const AgendaLine& line : day.lines) {
            RC_ASSERT(line.time.from >= last);
            RC_ASSERT(lisbon.wall(line.time.from).date == day.date);
            last = line.time.from;
            for (const std::size_t i : line.tasks) {
                said.insert(i);
                RC_ASSERT(all.plan.times[i].from >= line.time.from);
                RC_ASSERT(all.plan.times[i].to <= line.time.to);
            }
        }
    for (std::size_t i = 0; i < all.plan.tasks.size(); ++i)
        if (all.plan.tasks[i].hands && !all.plan.tasks[i].gate) RC_ASSERT(said.count(i) == 1);
    RC_ASSERT(said.size() == std::set<std::size_t>(said.begin(), said.end()).size());
}

TEST(Agenda, whatIsDoneInOneGoIsOneLineAndALongWaitIsSaid) {
    const Written all = written({"gel-rub-off"}, 1, evenings);
    ASSERT_GE(all.days.size(), 2U) << "it dries overnight";
    int laying = 0, drying = 0;
    for (const AgendaLine& line : all.days.front().lines) {
        laying += line.kinds.size() >= 3 ? 1 : 0;
        drying += line.waits && all.plan.tasks[line.tasks.front()].step == "dry" ? 1 : 0;
    }
    EXPECT_EQ(laying, 1) << "coat, lay, wipe";
    EXPECT_EQ(drying, 1);
}

TEST(Agenda, copiesAreSaidWhereTheyAreNotAll) {
    const Written all = written({"gel-rub-off"}, 40, evenings);
    bool some = false;
    for (const AgendaDay& day : all.days)
        for (const AgendaLine& line : day.lines)
            some = some || inEnglish(line.part).find("copies") != std::string::npos;
    EXPECT_TRUE(some);
}
