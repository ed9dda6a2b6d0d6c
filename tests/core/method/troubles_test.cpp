#include "core/method/troubles.h"

#include <nlohmann/json.hpp>

#include <gmock/gmock.h>

#include "core/base/data_folder.h"
#include "core/method/catalogue.h"
#include "core/method/tools.h"
#include "core/record/log_entry.h"

using namespace tympan;
using testing::HasSubstr;

namespace {

const Trouble& trouble(const char* id) {
    const Trouble* found = findTrouble(id);
    if (!found) throw std::out_of_range(id);
    return *found;
}

}  // namespace

TEST(Troubles, haveAPictureACauseAndSomethingToDo) {
    EXPECT_GE(shippedTroubles().size(), 6U);
    EXPECT_LE(shippedTroubles().size(), 8U) << "more cannot be looked over";
    for (const Trouble& each : shippedTroubles()) {
        EXPECT_TRUE(std::filesystem::exists(dataFolder() / "troubles" / (each.id + ".svg"))) << each.id;
        const bool known =
            each.fault.empty() || std::any_of(std::begin(faults), std::end(faults),
                                              [&](Fault fault) { return name(fault) == each.fault; });
        EXPECT_TRUE(known) << each.fault << " is no fault that the logbook knows";
        for (const TroubleCase& of : each.cases) {
            EXPECT_FALSE(of.cause.empty() || of.now.empty()) << each.id;
            for (const std::string& method : of.methods)
                EXPECT_NO_THROW(findMethod(shippedMethods(), method)) << each.id;
        }
    }
}

TEST(Troubles, sayForEveryMethodWhatCouldBeDoneOtherwiseWhereTheMethodHasTheStep) {
    for (const Trouble& each : shippedTroubles())
        for (const TroubleCase& of : each.cases) {
            if (!of.next) continue;
            int fits = 0;
            for (const Method& method : shippedMethods()) {
                if (!of.methods.empty() &&
                    std::find(of.methods.begin(), of.methods.end(), method.id) == of.methods.end())
                    continue;
                const std::optional<NextTime> next = nextTimeOf(of, method.steps);
                if (!next) continue;
                ++fits;
                EXPECT_TRUE(canTake(method, *next)) << method.id << ": " << next->words;
            }
            EXPECT_GT(fits, 0) << each.id << ": " << of.next->words << " is for no method";
        }
}

TEST(Troubles, areToldByWhereTheyAreSeen) {
    const Trouble& bubble = trouble("bubble");
    EXPECT_EQ(caseOf(bubble, {"iron-on-paper", {}, Work::finish}).remedy, Remedy::mend);
    EXPECT_THAT(caseOf(bubble, {"iron-on-paper", {}, Work::finish}).now, HasSubstr("iron the bubble again"));
    EXPECT_THAT(caseOf(bubble, {"gel-rub-off", {}, Work::lay}).now, HasSubstr("While it is wet"));
    EXPECT_EQ(caseOf(bubble, {"gel-rub-off", {}, Work::rub}).remedy, Remedy::go_on) << "too late to press it";
    const Trouble& back = trouble("wrong-side");
    EXPECT_EQ(caseOf(back, {"gel-rub-off", {}, Work::soak}).remedy, Remedy::again);
    EXPECT_THAT(caseOf(back, {"gel-rub-off", {}, Work::soak}).cause, HasSubstr("water does not soak in"));
    const Trouble& ran = trouble("ran");
    EXPECT_THAT(caseOf(ran, {"tissue-overlay", PrinterKind::inkjet, Work::seal}).cause, HasSubstr("sealed"));
    EXPECT_EQ(caseOf(ran, {"tissue-overlay", PrinterKind::laser, Work::seal}).basis, Basis::guess);
    EXPECT_FALSE(caseOf(ran, {"", {}, Work::unsaid}).cause.empty()) << "whatever is not known";
}

TEST(Troubles, thatEndWithNoCaseForAllAreRefused) {
    const nlohmann::json of_gel{
        {"methods", {"gel-rub-off"}}, {"cause", "c"}, {"remedy", "stop"}, {"now", "n"}};
    const auto faultOf = [](const nlohmann::json& cases) -> std::string {
        try {
            readTroubles(
                {"mine.json", nlohmann::json{{"schema", "tympan-troubles-1"},
                                             {"troubles", {{{"id", "a"}, {"name", "A"}, {"cases", cases}}}}}
                                  .dump()});
        } catch (const Error& error) {
            return error.what();
        }
        return "";
    };
    EXPECT_THAT(faultOf(nlohmann::json::array({of_gel})), HasSubstr("must end with one that fits always"));
    nlohmann::json always = of_gel;
    always.erase("methods");
    EXPECT_EQ(faultOf(nlohmann::json::array({of_gel, always})), "");
}

TEST(Tools, thatAStepTakesAreInTheCatalogue) {
    std::set<std::string> known;
    for (const Tool& tool : shippedTools()) known.insert(tool.id);
    for (const Method& method : shippedMethods()) {
        for (const std::string& need : method.needs) EXPECT_TRUE(known.contains(need)) << method.id << need;
        for (const Step& step : method.steps)
            for (const std::string& need : toolsOf(step))
                EXPECT_TRUE(known.contains(need)) << method.id << ": " << step.id << ": " << need;
    }
}

TEST(Tools, thatCanHurtSomeoneComeWithACaution) {
    for (const Method& method : shippedMethods())
        for (const Step& step : method.steps)
            for (const std::string& tool : toolsOf(step)) {
                const bool hurts = tool == "iron" || tool == "heat-press" || tool == "oven" ||
                                   tool == "heat-gun" || tool == "lighter" || tool == "spray" ||
                                   tool == "hairspray";
                EXPECT_TRUE(!hurts || !step.caution.empty() || step.heat)
                    << method.id << ": " << step.id << " takes " << tool << " and warns of nothing";
            }
}

TEST(Tools, whatIsSpreadIsSaidOfEveryCoat) {
    for (const Method& method : shippedMethods())
        for (const Step& step : method.steps)
            if (step.work == Work::coat || step.work == Work::seal) {
                EXPECT_TRUE(step.spreads) << method.id << ": " << step.id;
            }
}
