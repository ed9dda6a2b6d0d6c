#include "core/method/own_method.h"

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/method/catalogue.h"
#include "tests/support/texts.h"

using namespace tympan;
using testing::Contains;
using testing::HasSubstr;
using testing::IsEmpty;

namespace {

std::size_t placeOf(const Method& method, const std::string& id) {
    for (std::size_t i = 0; i < method.steps.size(); ++i)
        if (method.steps[i].id == id) return i;
    throw std::out_of_range(id);
}

const Method& shipped(const char* id) { return findMethod(shippedMethods(), id); }

std::string allOf(const std::vector<Concern>& concerns) {
    std::string words;
    for (const Concern& each : concerns) words += inEnglish(each.words) + "\n";
    return words;
}

}  // namespace

TEST(OwnMethod, nothingIsWrongWithWhatShips) {
    for (const Method& method : shippedMethods()) EXPECT_EQ(allOf(concernsOf(method)), "") << method.id;
}

RC_GTEST_PROP(OwnMethod, whateverIsEditedCanBeReadAgain, ()) {
    const auto& all = shippedMethods();
    Method method = all[static_cast<std::size_t>(*rc::gen::inRange<int>(0, static_cast<int>(all.size())))];
    const int edits = *rc::gen::inRange(1, 12);
    for (int i = 0; i < edits && !method.steps.empty(); ++i) {
        const auto place = [&] {
            return static_cast<std::size_t>(*rc::gen::inRange<int>(0, static_cast<int>(method.steps.size())));
        };
        switch (*rc::gen::inRange(0, 3)) {
            case 0:
                method = withoutStep(method, place());
                break;
            case 1:
                method = withStepMoved(method, place(), place());
                break;
            default: {
                const Method& other =
                    all[static_cast<std::size_t>(*rc::gen::inRange<int>(0, static_cast<int>(all.size())))];
                method = withStepAdded(method, place(), other.steps.front());
            }
        }
    }
    for (const Concern& each : concernsOf(method)) {
        // An order that no one can follow is said step by step; what cannot be read has none.
        RC_ASSERT(!each.step.empty() ||
                  inEnglish(each.words) == "no step lays or presses the print on the object");
    }
}

TEST(OwnMethod, whatCameAfterAStepThatGoesComesAfterWhatWasBeforeIt) {
    const Method tissue = shipped("tissue-overlay");
    const Method without = withoutStep(tissue, placeOf(tissue, "spray-rest"));
    const Step& coat = without.steps[placeOf(without, "swab-coat")];
    EXPECT_THAT(coat.after.value(), Contains("spray"));
}

TEST(OwnMethod, addedTwiceAStepHasTwoIds) {
    Method gel = shipped("gel-rub-off");
    const Step seal = gel.steps[placeOf(gel, "seal")];
    gel = withStepAdded(gel, gel.steps.size(), seal);
    gel = withStepAdded(gel, gel.steps.size(), seal);
    EXPECT_NO_THROW(placeOf(gel, "seal-2"));
    EXPECT_NO_THROW(placeOf(gel, "seal-3"));
    EXPECT_TRUE(canBeDone(concernsOf(gel)));
}

TEST(OwnMethod, ordersThatCannotBeAreSaid) {
    const Method gel = shipped("gel-rub-off");
    EXPECT_THAT(allOf(concernsOf(withoutStep(gel, placeOf(gel, "lay")))), HasSubstr("no step lays"));
    const Method rubbed_first = withStepMoved(gel, placeOf(gel, "rub"), 0);
    EXPECT_THAT(allOf(concernsOf(rubbed_first)), HasSubstr("before anything is laid"));
    const Method coated_late = withStepMoved(gel, placeOf(gel, "coat-print"), placeOf(gel, "soak"));
    EXPECT_THAT(allOf(concernsOf(coated_late)), HasSubstr("the print is laid already"));
    EXPECT_FALSE(canBeDone(concernsOf(coated_late)));
}

TEST(OwnMethod, whatCouldHurtIsSaidAndMayBeKept) {
    Method gel = shipped("gel-rub-off");
    Step oven = gel.steps[placeOf(gel, "oven")];
    oven.heat->most_c = 200;
    gel = withStepChanged(gel, placeOf(gel, "oven"), oven);
    EXPECT_THAT(allOf(concernsOf(gel)), HasSubstr("can catch fire"));
    EXPECT_TRUE(canBeDone(concernsOf(gel)));
    const Method varnished_first =
        withStepMoved(shipped("gel-rub-off"), placeOf(gel, "oven"), gel.steps.size() - 1);
    EXPECT_THAT(allOf(concernsOf(varnished_first)), HasSubstr("never go into an oven"));
    Method iron = shipped("iron-on-paper");
    Step pressed = iron.steps[placeOf(iron, "iron")];
    pressed.caution.clear();
    iron = withStepChanged(iron, placeOf(iron, "iron"), pressed);
    EXPECT_THAT(allOf(concernsOf(iron)), HasSubstr("say what to beware of"));
}
