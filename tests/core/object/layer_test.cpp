#include "core/object/layer.h"

#include <gtest/gtest.h>

#include "core/inspect/findings.h"
#include "core/inspect/mend.h"
#include "core/job/edits.h"
#include "core/schedule/plan.h"
#include "tests/support/pictures.h"
#include "tests/support/plans.h"
#include "tests/support/texts.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

Job withLayers(std::vector<Layer> layers) {
    Job job = jobWith({"gel-rub-off"});
    Object object = job.objects.front();
    object.layers = std::move(layers);
    return withObject(job, job.pieces.front().id, object);
}

const Finding* finishOrder(const std::vector<Finding>& found) {
    for (const Finding& each : found)
        if (std::holds_alternative<finding::FinishOrder>(each.what)) return &each;
    return nullptr;
}

}  // namespace

TEST(Layers, thatContradictTheFinishAreFoundAndMended) {
    for (const LayerKind kind : layer_kinds)
        EXPECT_EQ(contradiction({kind, usualWhen(kind), "", 1, 0}), Text()) << name(kind);
    for (const LayerKind kind : {LayerKind::oven, LayerKind::pencil_off, LayerKind::ageing}) {
        const Job job = withLayers({{kind, LayerWhen::over_coat, "", 5, 0}});
        const auto found = findings(job);
        const Finding* order = finishOrder(found);
        ASSERT_NE(order, nullptr) << name(kind);
        EXPECT_EQ(finishOrder(findings(mended(job, *order))), nullptr) << "put in its place";
    }
    EXPECT_EQ(finishOrder(findings(withLayers({{LayerKind::lettering, LayerWhen::over_coat, "", 5, 0}}))),
              nullptr)
        << "over or under the coat, as one says";
}

TEST(Layers, aMethodThatGoesIntoTheOvenAfterItsVarnishIsFound) {
    Job job = jobWith({"gel-rub-off"});
    Method method = *job.pieces.front().method;
    Step oven;
    oven.id = "bake";
    oven.words = "Into the oven.";
    oven.work = Work::dry;
    oven.place = Place::oven;
    method.steps.push_back(oven);
    job = withMethod(job, job.pieces.front().id, method);
    EXPECT_NE(finishOrder(findings(job)), nullptr);
}

TEST(Layers, takeTheirPlaceInThePlan) {
    const Job job = withLayers({{LayerKind::pencil_off, LayerWhen::under_coat, "pencil off", 3, 0},
                                {LayerKind::paint, LayerWhen::first, "a pale patch", 10, 60},
                                {LayerKind::hole, LayerWhen::over_coat, "hang hole", 5, 0}});
    const auto conditions = conditionsFrom("2026-12-05T10:00");
    const Plan plan = planned(job, conditions);
    EXPECT_EQ(faultOf(plan, conditions), "");
    EXPECT_GE(beginOf(plan, "2.1.coat"), endOf(plan, "o1.1.layer-2.wait")) << "painted before the picture";
    EXPECT_GE(beginOf(plan, "o1.1.layer-1"), endOf(plan, "2.1.look.4"));
    EXPECT_GE(beginOf(plan, "2.1.seal"), endOf(plan, "o1.1.layer-1")) << "no pencil under the coat";
    EXPECT_GE(beginOf(plan, "o1.1.layer-3"), endOf(plan, "2.1.seal.wait"));
}
