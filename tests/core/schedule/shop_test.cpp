// A shop is work: its prints are ordered, waited for, collected; proofs before that.
#include <nlohmann/json.hpp>

#include <gmock/gmock.h>

#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "core/printer/printer_json.h"
#include "tests/support/plans.h"
#include "tests/support/texts.h"

using namespace tympan;
using namespace tympan::tests;
using testing::ElementsAre;
using testing::HasSubstr;

namespace {

Job atShop(Job job, const ShopTerms& terms) {
    job.printers.front().shop = terms;
    return job;
}

std::vector<std::string> handsOf(const Plan& plan) {
    std::vector<std::size_t> by_time;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i)
        if (plan.tasks[i].hands && plan.tasks[i].of_sheet) by_time.push_back(i);
    std::stable_sort(by_time.begin(), by_time.end(),
                     [&](std::size_t a, std::size_t b) { return plan.times[a].from < plan.times[b].from; });
    std::vector<std::string> steps;
    for (const std::size_t i : by_time) steps.push_back(plan.tasks[i].step);
    return steps;
}

Conditions usual() { return conditionsFrom("2026-12-05T10:00", "Mo-Su 08:00-22:00"); }

}  // namespace

TEST(Shop, printsAreOrderedWaitedForAndCollected) {
    const Conditions conditions = usual();
    const Plan plan = planned(atShop(jobWith({"gel-rub-off", "gel-rub-off"}), {20.0, 0}), conditions);
    EXPECT_EQ(faultOf(plan, conditions), "");
    EXPECT_THAT(handsOf(plan), ElementsAre("order", "collect", "cut"));
    EXPECT_GE(beginOf(plan, "2.collect") - endOf(plan, "2.order"), std::chrono::hours{20});
    EXPECT_TRUE(plan.notes.empty());
}

TEST(Shop, proofsFromTwoComeFirstAndTakeTheirTime) {
    const Conditions conditions = usual();
    const Plan plan = planned(atShop(jobWith({"gel-rub-off"}), {20.0, 2}), conditions);
    EXPECT_EQ(faultOf(plan, conditions), "");
    EXPECT_THAT(handsOf(plan), ElementsAre("order-proofs", "choose-proof", "order", "collect", "cut"));
    EXPECT_GE(beginOf(plan, "2.collect") - beginOf(plan, "2.order-proofs"), std::chrono::hours{40});
}

TEST(Shop, howLongItTakesIsAGuessUntilItIsTyped) {
    const Conditions conditions = usual();
    const Plan plan = planned(atShop(jobWith({"gel-rub-off"}), {}), conditions);
    ASSERT_EQ(plan.notes.size(), 1U);
    EXPECT_THAT(inEnglish(plan.notes.front()), HasSubstr("our guess"));
    for (const Task& task : plan.tasks)
        if (task.id == "2.order.wait") {
            EXPECT_EQ(task.basis, Basis::guess);
        }
}

TEST(Shop, isAskedForTonerWhereInkWouldRun) {
    const auto wordsOf = [](const char* method) {
        for (const Task& task : tasksOf(workOrderOf(atShop(jobWith({method}), {20.0, 0})), {}))
            if (task.step == "order") return task.details->words;
        return std::string();
    };
    EXPECT_THAT(wordsOf("gel-rub-off"), HasSubstr("toner"));
    EXPECT_THAT(wordsOf("skin-sheet"), testing::Not(HasSubstr("toner")));
}

TEST(Shop, itsTermsAreKeptWithThePrinterAndTheOrder) {
    const Job job = atShop(jobWith({"gel-rub-off"}), {20.0, 2});
    const nlohmann::json kept = printerFields(job.printers.front());
    EXPECT_EQ(kept["shop"]["lead_h"], 20.0);
    const WorkOrder order = workOrderOf(job);
    const JsonText source{"order", toJson(order).dump()};
    const nlohmann::json json = parseJson(source);
    nlohmann::json rest;
    EXPECT_EQ(readWorkOrder(JsonReader::lenient(source, json, rest)), order);
}

TEST(Large, thingsDryAsLongAsMakersSaid) {
    const Conditions conditions = usual();
    Job job = jobWith({"gel-rub-off"});
    const auto dries = [&] {
        const Plan plan = planned(job, conditions);
        return endOf(plan, "2.1.dry") - beginOf(plan, "2.1.dry");
    };
    EXPECT_EQ(dries(), std::chrono::hours{12});
    Step dry;
    for (const Step& step : findMethod(shippedMethods(), "gel-rub-off").steps)
        if (step.id == "dry") dry = step;
    EXPECT_EQ(waitFor(*dry.wait, 6000).least_min, 24 * 60) << "a panel of 0.6 m²";
    EXPECT_EQ(waitFor(*dry.wait, 6000).most_min, 48 * 60);
    EXPECT_EQ(waitFor(*dry.wait, 5000), *dry.wait);
}
