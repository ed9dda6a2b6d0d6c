// How makers work, each practice as its maker would accept it: chosen by variants, planned from its sheets.
#include "tests/support/practices.h"

#include <nlohmann/json.hpp>

#include <gmock/gmock.h>

#include "core/layout/imposition.h"
#include "core/method/catalogue.h"
#include "core/method/variants.h"
#include "core/schedule/schedule_json.h"
#include "tests/support/plans.h"

using namespace tympan;
using namespace tympan::tests;
using testing::Contains;
using testing::ElementsAre;
using testing::IsSupersetOf;
using testing::Not;

namespace {

std::vector<Task> tasksOf(const Practice& practice) {
    const Job job = jobOf(practice);
    const Imposition imposition = impose(job);
    return tympan::tasksOf(workOrderOf(job, &imposition), {});
}

/// The steps of hands in their order, each once: "print", "cut", "coat" …
std::vector<std::string> handsOf(const Practice& practice) {
    std::vector<std::string> steps;
    for (const Task& task : tasksOf(practice))
        if (task.hands && !task.gate && std::find(steps.begin(), steps.end(), task.step) == steps.end())
            steps.push_back(task.step);
    return steps;
}

int timesOf(const Practice& practice, const std::string& step) {
    const std::vector<Task> tasks = tasksOf(practice);
    return static_cast<int>(std::count_if(tasks.begin(), tasks.end(),
                                          [&](const Task& task) { return task.step == step && task.hands; }));
}

const Step& stepOf(const std::string& method, const std::string& id) {
    for (const Step& step : findMethod(shippedMethods(), method).steps)
        if (step.id == id) return step;
    throw std::out_of_range(id);
}

bool inThisOrder(const std::vector<std::string>& steps, const std::vector<std::string>& wanted) {
    auto at = steps.begin();
    for (const std::string& each : wanted) {
        at = std::find(at, steps.end(), each);
        if (at == steps.end()) return false;
    }
    return true;
}

#define EXPECT_ORDER(practice, ...) \
    EXPECT_TRUE(inThisOrder(handsOf(practice), {__VA_ARGS__})) << testing::PrintToString(handsOf(practice))

}  // namespace

TEST(Practices, everyVariantOfEveryMethodIsPlannedLegally) {
    const Conditions conditions = conditionsFrom("2026-12-05T10:00");
    for (const Method& method : shippedMethods())
        for (const Variant& variant : method.variants.all)
            for (const PrinterKind printer : {method.printers.front(), method.printers.back()}) {
                const Job job = jobOf({.method = method.id,
                                       .material = method.suits.front(),
                                       .variants = {variant.id},
                                       .printer = printer});
                const Plan plan = planned(job, conditions, {1, 1, 1});
                EXPECT_EQ(faultOf(plan, conditions), "") << method.id << ": " << variant.id;
                EXPECT_TRUE(plan.cannot.empty()) << method.id << ": " << variant.id;
            }
}

TEST(Practices, pasteOnTwoGarments) {
    const Practice plain{.method = "fabric-paste", .material = "cotton-light", .pieces = 2};
    EXPECT_EQ(timesOf(plain, "print"), 1) << "one printing for both";
    EXPECT_ORDER(plain, "print", "cut", "coat", "lay", "rub", "seal");
    EXPECT_THAT(handsOf(plain), Not(Contains("burn")));
    const Practice worn{.method = "fabric-paste", .material = "cotton-light", .variants = {"worn"}};
    EXPECT_ORDER(worn, "cut", "burn", "coat", "rub", "worn", "seal");
    EXPECT_THAT(stepOf("fabric-paste", "burn").caution, testing::HasSubstr("water running"));
}

TEST(Practices, aPictureOverSeveralSheetsByGel) {
    const Practice joined{.method = "gel-rub-off", .size = {380, 250}, .variants = {"pre-coat"}};
    EXPECT_ORDER(joined, "cut", "join", "coat-print", "coat", "lay", "wipe", "soak");
    EXPECT_EQ(timesOf(joined, "lay"), 1);
    const Practice one_by_one{.method = "gel-rub-off", .size = {380, 250}, .variants = {"sheet-by-sheet"}};
    EXPECT_GT(timesOf(one_by_one, "lay"), 1);
    EXPECT_THAT(handsOf(one_by_one), Not(Contains("join")));
}

TEST(Practices, twoPassesOnDarkCloth) {
    const Practice dark{
        .method = "two-part-dark-cloth", .material = "cotton-dark", .printer = PrinterKind::white_toner};
    EXPECT_ORDER(dark, "print", "swap", "measure", "white", "marry", "weed", "cut", "press");
    EXPECT_EQ(timesOf(dark, "print") + timesOf(dark, "white"), 2);
    // Each printing of a sheet says which it is.
    const Job job = jobOf(dark);
    const Conditions conditions = conditionsFrom("2026-12-05T10:00");
    std::map<std::string, int> passes;
    const nlohmann::json plan =
        nlohmann::json::parse(jsonOf(planned(job, conditions), workOrderOf(job), conditions));
    for (const auto& step : plan["steps"])
        if (step["what"] == "print") passes[step["step"]] = step["pass"];
    EXPECT_EQ(passes, (std::map<std::string, int>{{"print", 1}, {"white", 2}}));
}

TEST(Practices, whiteGlueOnABoardWithAnInkjet) {
    const Practice board{.method = "glue-rub-off",
                         .variants = {"fixed-first", "other-varnish"},
                         .printer = PrinterKind::inkjet};
    EXPECT_ORDER(board, "print", "fix-first", "swab", "cut", "coat-object", "coat", "lay", "soak", "varnish");
    EXPECT_THAT(handsOf(board), Not(Contains("seal"))) << "the finish is of another kind";
}

TEST(Practices, skinSheets) {
    const Practice skin{.method = "skin-sheet", .material = "skin", .size = {30, 30}, .pieces = 5};
    for (const char* once : {"print", "film", "cut"}) EXPECT_EQ(timesOf(skin, once), 1) << once;
    EXPECT_EQ(timesOf(skin, "stick"), 5);
    EXPECT_ORDER(skin, "print", "film", "cut", "stick", "slide");
}

TEST(Practices, tissueSealedUnsealedAndOnPods) {
    const Practice sealed{.method = "tissue-overlay", .material = "canvas", .printer = PrinterKind::inkjet};
    EXPECT_EQ(timesOf(sealed, "spray"), 3);
    EXPECT_ORDER(sealed, "print", "spray", "swab", "cut", "lay", "seal");
    const Practice unsealed{.method = "tissue-overlay",
                            .material = "canvas",
                            .variants = {"unsealed", "laid-whole", "heat-gun"},
                            .printer = PrinterKind::inkjet};
    EXPECT_THAT(handsOf(unsealed), Not(Contains("spray")));
    EXPECT_THAT(handsOf(unsealed), Not(Contains("swab")));
    EXPECT_ORDER(unsealed, "cut", "lay-whole", "seal-gun", "seal-again");
    const Practice pod{.method = "tissue-overlay", .material = "pod"};
    EXPECT_ORDER(pod, "peel-pod", "lay-pod", "trim-pod");
    EXPECT_THAT(handsOf(pod), Not(Contains("seal"))) << "no finish";
    const Practice page{.method = "tissue-overlay", .material = "book-page", .variants = {"trial"}};
    EXPECT_ORDER(page, "gesso", "trial-page", "lay-page", "seal", "seal-again");
}

TEST(Practices, glueRubbedOffWithWater) {
    const Practice glue{.method = "glue-rub-off"};
    EXPECT_ORDER(glue, "coat-object", "coat", "lay", "soak", "rub", "seal");
    EXPECT_EQ(timesOf(glue, "seal"), 2) << "two coats are two steps, each with its wait";
    EXPECT_THAT(stepOf("glue-rub-off", "soak").words, testing::HasSubstr("glue on the back"));
}

TEST(Practices, ironOnOverABlackBacking) {
    const Practice laser{.method = "iron-on-paper", .material = "painted"};
    EXPECT_THAT(handsOf(laser), Not(Contains("fix"))) << "fixed only if inkjet";
    EXPECT_ORDER(laser, "glue", "square", "iron", "varnish");
    const Practice shared{.method = "iron-on-paper", .material = "painted", .pieces = 3};
    EXPECT_EQ(timesOf(shared, "print"), 1);
}

TEST(Practices, smallRoundsByGelEndWithADryFinger) {
    const Practice rounds{.method = "gel-rub-off", .variants = {"dry-buff"}};
    EXPECT_ORDER(rounds, "rub", "buff", "clean", "seal");
}

TEST(Practices, paperThatWillNotComeOff) {
    const Practice canvas{.method = "gel-rub-off", .material = "canvas", .variants = {"wet-cloth"}};
    EXPECT_ORDER(canvas, "rub", "wet-cloth", "rub-stubborn", "seal");
}

TEST(Practices, shapedCanvasIsNotSoaked) {
    const Practice canvas{.method = "gel-rub-off", .material = "canvas-board", .variants = {"no-soak"}};
    EXPECT_THAT(handsOf(canvas), Not(Contains("soak")));
    EXPECT_ORDER(canvas, "coat", "lay", "wet", "rub");
    EXPECT_GT(timesOf(canvas, "rub"), 1) << "it still goes in rounds";
    EXPECT_THAT(handsOf(canvas), Not(Contains("coat-wet-print"))) << "the object is coated, not the print";
}

TEST(Practices, giftsOfPaperAreHardlyWetted) {
    const Practice gift{.method = "gel-rub-off", .material = "paper", .variants = {"sparing", "sprayed"}};
    EXPECT_ORDER(gift, "cut", "coat", "lay", "dampen", "rub", "mask", "spray-finish");
    EXPECT_THAT(handsOf(gift), Not(Contains("soak")));
}

TEST(Practices, dryRubByAnInkjet) {
    const Practice dry{.method = "glue-dry-rub",
                       .material = "paper",
                       .variants = {"inked-edges"},
                       .printer = PrinterKind::inkjet};
    EXPECT_ORDER(dry, "print", "cut", "coat", "lay", "rub", "ink-edges");
    for (const char* never : {"swab", "spray", "soak"}) EXPECT_THAT(handsOf(dry), Not(Contains(never)));
}

TEST(Practices, releaseSheetThenVarnish) {
    const Practice days{.method = "release-sheet-gel"};
    EXPECT_EQ(timesOf(days, "varnish"), 4) << "three in front, one elsewhere";
    const Practice day{.method = "release-sheet-gel", .variants = {"same-day"}};
    EXPECT_EQ(timesOf(day, "varnish"), 0);
    EXPECT_EQ(timesOf(day, "varnish-same-day"), 2);
    const Plan plan = planned(jobOf(day), conditionsFrom("2026-12-05T08:00", "Mo-Su 00:00-24:00"));
    const auto first = ofStep(plan, "varnish-same-day").front(),
               last = ofStep(plan, "varnish-same-day").back();
    EXPECT_LT(plan.times[last].to - plan.times[first].from, std::chrono::hours{24});
}

TEST(Practices, wetInkFindsItsObjectReady) {
    const Practice wet{.method = "release-sheet-press", .printer = PrinterKind::inkjet};
    EXPECT_ORDER(wet, "ready", "print", "press");
}

TEST(Practices, napkinsInTheOvenAndNeverWithVarnish) {
    const Practice can{.method = "napkin",
                       .material = "painted",
                       .variants = {"in-oven", "red-tried"},
                       .printer = PrinterKind::inkjet};
    EXPECT_ORDER(can, "part", "try-red", "tear", "lay", "oven", "trim", "varnish");
    const std::vector<std::string> steps = handsOf(can);
    EXPECT_LT(std::find(steps.begin(), steps.end(), "oven"),
              std::find(steps.begin(), steps.end(), "varnish"));
}

TEST(Practices, aPanelWhoseGapsAreTouchedUp) {
    const Practice panel{.method = "gel-rub-off", .size = {380, 250}, .variants = {"gaps-touched"}};
    EXPECT_ORDER(panel, "join", "lay", "seal", "touch-up");
}

TEST(Practices, noFinishIsOneChoice) {
    for (const Method& method : shippedMethods()) {
        const bool has = std::any_of(method.variants.all.begin(), method.variants.all.end(),
                                     [](const Variant& each) { return each.id == "bare"; });
        if (!has) continue;
        for (const Task& task : tasksOf({.method = method.id,
                                .material = method.suits.front(),
                                .variants = {"bare"},
                                .printer = method.printers.front()}))
            EXPECT_FALSE(task.hands && (task.work == Work::finish || task.work == Work::seal))
                << method.id << ": " << task.step;
    }
}
