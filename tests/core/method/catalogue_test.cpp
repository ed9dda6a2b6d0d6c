#include "core/method/catalogue.h"

#include <nlohmann/json.hpp>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/base/data_folder.h"
#include "core/method/method_json.h"
#include "core/method/preparations.h"
#include "tests/support/texts.h"

using namespace tympan;
using testing::ElementsAre;
using testing::HasSubstr;

namespace {

struct Row {
    const char* what;
    int turns;
    bool mirrored;
};

std::string methodJson(const std::string& turns, const std::string& more = "") {
    return R"({
  "schema": "tympan-methods-1",
  "methods": [
    { "id": "one", "revision": 1, "name": "One", "summary": "s",
      "turns": )" +
           turns + R"(,
      "printers": ["laser"], "carrier": { "name": "paper" }, "tone": "grey", "media_type": "plain",
      "before_printing": [], "after_printing": [], "cautions": [])" +
           more + R"( }
  ]
})";
}

std::string faultOf(const std::string& json) {
    try {
        readMethods({"mine.json", json});
    } catch (const Error& error) {
        return error.what();
    }
    return "";
}

}  // namespace

TEST(Turns, theTableOfTheCraft) {
    for (const Row& row : {Row{"transfer rubbed off", 1, true}, Row{"tissue face up", 0, false},
                           Row{"paper kept face to glass, seen through", 2, false},
                           Row{"transfer read through the glass", 2, false},
                           Row{"transfer read from the coated side", 1, true}})
        EXPECT_EQ(mirroredBy(row.turns) == Mirrored::yes, row.mirrored) << row.what;
}

RC_GTEST_PROP(Turns, eachTurnChangesIt, ()) {
    const int turns = *rc::gen::inRange(0, 1000);
    RC_ASSERT(mirroredBy(turns) != mirroredBy(turns + 1));
    RC_ASSERT(mirroredBy(turns) == mirroredBy(turns + 2));
}

TEST(Catalogue, theShippedMethods) {
    const auto& methods = shippedMethods();
    EXPECT_EQ(mirroredBy(findMethod(methods, "gel-rub-off")), Mirrored::yes);
    EXPECT_FALSE(findMethod(methods, "gel-rub-off").laid_whole);
    EXPECT_EQ(mirroredBy(findMethod(methods, "release-sheet-press")), Mirrored::yes);
    EXPECT_TRUE(findMethod(methods, "release-sheet-press").laid_whole);
    const Method& tissue = findMethod(methods, "tissue-overlay");
    EXPECT_EQ(mirroredBy(tissue), Mirrored::no);
    EXPECT_EQ(tissue.carrier.usable_inset_mm, 0) << "folded over its sheet, until the maker says otherwise";
    EXPECT_EQ(withMount(tissue, "smaller", 5).carrier.usable_inset_mm, 5);
    EXPECT_EQ(withMount(tissue, "smaller", 8).carrier.basis, Basis::yours);
    EXPECT_GT(tissue.carrier.leading_edge_mm, 10);
    for (const Method& method : methods) {
        EXPECT_FALSE(method.before_printing.empty()) << method.id;
        EXPECT_FALSE(method.cautions.empty()) << method.id << " uses glue, heat or spray";
    }
}

TEST(Catalogue, aFaultIsNamedWithItsLine) {
    EXPECT_EQ(faultOf(methodJson("[]")), "");
    EXPECT_THAT(faultOf(methodJson("1")),
                HasSubstr("mine.json: line 5: methods.0.turns: must be a list of texts"));
    EXPECT_THAT(faultOf(methodJson("[]", ", \"mirror\": true")),
                HasSubstr("methods.0.mirror: is not a field"));
    std::string wrong = methodJson("[]");
    wrong.replace(wrong.find("\"laser\""), 7, "\"dot-matrix\"");
    EXPECT_THAT(faultOf(wrong),
                HasSubstr("line 6: methods.0.printers: \"dot-matrix\" is not a kind of printer"));
    wrong = methodJson("[]");
    wrong.replace(wrong.find("\"one\""), 5, "\"One!\"");
    EXPECT_THAT(faultOf(wrong), HasSubstr("small letters"));
}

TEST(Catalogue, anUnknownMethodNamesThoseThereAre) {
    try {
        findMethod(shippedMethods(), "magic");
        FAIL();
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::usage);
        EXPECT_THAT(error.remedy(), Says(HasSubstr("gel-rub-off")));
    }
}

TEST(Steps, ofTheShippedMethodsHaveIdsAndKinds) {
    for (const Method& method : shippedMethods()) {
        std::set<std::string> ids;
        for (const Step& step : method.steps) {
            EXPECT_TRUE(ids.insert(step.id).second) << method.id << ": " << step.id;
            EXPECT_NE(step.work, Work::unsaid) << method.id << ": " << step.id;
            EXPECT_TRUE(needsHands(step) || step.wait || step.gate)
                << method.id << ": " << step.id << " is no work at all";
        }
    }
    const auto& skin = findMethod(shippedMethods(), "skin-sheet").steps;
    const auto damp = std::find_if(skin.begin(), skin.end(), [](const Step& s) { return s.id == "damp"; });
    ASSERT_NE(damp, skin.end());
    EXPECT_EQ(damp->wait->kind, Wait::Kind::hold_for) << "damp so long and no longer";
}

TEST(Steps, ofAMethodKeptBeforeTheyHadIdsAreNumbered) {
    const Method old =
        readMethods({"mine.json", methodJson(R"(["down"])", R"(, "steps": [{"do": "coat"}, {"do": "lay"}])")})
            .front();
    ASSERT_EQ(old.steps.size(), 2u);
    EXPECT_EQ(old.steps[0].id, "step-1");
    EXPECT_EQ(old.steps[1].id, "step-2");
    EXPECT_EQ(old.steps[0].work, Work::unsaid);
    const std::string twice = faultOf(
        methodJson(R"(["down"])", R"(, "steps": [{"id": "a", "do": "coat"}, {"id": "a", "do": "lay"}])"));
    EXPECT_NE(twice.find("must be there once"), std::string::npos) << twice;
}

TEST(Steps, nameOnlyStepsThatStandBeforeThem) {
    const auto withSteps = [](const std::string& steps) {
        return methodJson(R"(["down"])", ", \"steps\": [" + steps + "]");
    };
    const std::string rub = R"({"id": "soak", "do": "soak"}, {"id": "rub", "do": "rub", "place": "flat",
        "after": ["print", "soak"], "rounds": {"from": "soak", "least": 2, "usual": 3, "most": 5,
                                               "later": {"part": 0.5, "basis": "guess"}, "basis": "makers"}})";
    const Method method = readMethods({"mine.json", withSteps(rub)}).front();
    EXPECT_EQ(method.steps[1].place, Place::flat);
    EXPECT_EQ(method.steps[1].after, (std::vector<std::string>{"print", "soak"}));
    EXPECT_EQ(method.steps[1].rounds, (Rounds{"soak", 2, 3, 5, Basis::makers, 0.5, Basis::guess}));
    EXPECT_EQ(
        readMethods({"again.json",
                     nlohmann::json{{"schema", "tympan-methods-2"}, {"methods", {toJson(method)}}}.dump()})
            .front(),
        method);
    EXPECT_THAT(faultOf(withSteps(R"({"id": "a", "do": "a", "after": ["b"]}, {"id": "b", "do": "b"})")),
                HasSubstr("\"b\" is no step before it"));
    std::string wrong = withSteps(rub);
    wrong.replace(wrong.find("\"from\": \"soak\""), 14, "\"from\": \"dust\"");
    EXPECT_THAT(faultOf(wrong), HasSubstr("\"dust\" is no step before it"));
}

TEST(Steps, roundsCountInTheTimeThatAMethodTakes) {
    Method method = findMethod(shippedMethods(), "gel-rub-off");
    const Wait all = timeOf(method, PrinterKind::laser);
    for (Step& step : method.steps) step.rounds.reset();
    const Wait once = timeOf(method, PrinterKind::laser);
    // Soaking, rubbing and looking, once and three times half the work, with 2 to 3 minutes each to wait.
    EXPECT_NEAR(all.typical_min - once.typical_min, 3 * (0.5 * (2 + 10.5) + 2.5 + 2.5), 1e-9);
    EXPECT_GT(all.most_min - once.most_min, all.least_min - once.least_min);
}

TEST(MethodHash, changesWithAllThatAMethodSaysAndWithNothingElse) {
    for (const Method& method : shippedMethods()) {
        const std::string before = hashOf(method);
        const nlohmann::json again{{"schema", "tympan-methods-2"}, {"methods", {toJson(method)}}};
        EXPECT_EQ(hashOf(readMethods({"again.json", again.dump()}).front()), before);
        Method other = method;
        other.steps.front().words += "!";
        EXPECT_NE(hashOf(other), before);
        other = method;
        other.veil += 0.01;
        EXPECT_NE(hashOf(other), before);
    }
}

namespace {

/// Every number of a catalogue entry must stand beside its basis, or be none: a count of turns or of the
/// entry itself. Returns the paths of those that do not.
void withoutBasis(const nlohmann::json& value, const std::string& path, bool known,
                  std::vector<std::string>& found) {
    if (value.is_number() && !known) found.push_back(path);
    if (value.is_object()) known = known || value.contains("basis");
    if (value.is_object())
        for (const auto& [key, each] : value.items()) {
            if (key == "revision" || key == "passes") continue;
            withoutBasis(each, path + "." + key, known, found);
        }
    if (value.is_array())
        for (std::size_t i = 0; i < value.size(); ++i)
            withoutBasis(value[i], path + "." + std::to_string(i), known, found);
}

}  // namespace

TEST(Basis, everyNumberOfTheCatalogueHasOne) {
    const JsonText text = readJsonText(dataFolder() / "methods.json");
    std::vector<std::string> found;
    const nlohmann::json all = nlohmann::json::parse(text.text);
    for (const auto& method : all["methods"]) withoutBasis(method, method["id"], false, found);
    EXPECT_THAT(found, testing::IsEmpty());
}

TEST(Basis, whatIsOursIsAGuess) {
    for (const Method& method : shippedMethods()) {
        EXPECT_EQ(method.solids.basis, Basis::guess) << method.id;
        EXPECT_EQ(method.finest_line_basis, Basis::guess) << method.id;
        EXPECT_EQ(method.most_ink_basis, Basis::guess) << method.id;
        EXPECT_EQ(method.veil_basis, Basis::guess) << method.id;
        for (const Step& step : method.steps) {
            EXPECT_EQ(minutesOf(step.effort, 1, 0).basis == Basis::guess, needsHands(step))
                << "minutes of work are nowhere stated: " << step.id;
            if (step.wait && step.wait->kind == Wait::Kind::not_after) {
                EXPECT_EQ(step.wait->basis, Basis::guess) << "nor how long a medium stays open: " << step.id;
            }
        }
    }
}

TEST(Basis, whatOnlyAnInkjetNeedsIsNotChargedToALaser) {
    for (const char* id : {"tissue-overlay", "iron-on-paper"}) {
        const Method& method = findMethod(shippedMethods(), id);
        EXPECT_LT(timeOf(method, PrinterKind::laser).typical_min,
                  timeOf(method, PrinterKind::inkjet).typical_min)
            << id;
    }
}

TEST(Steps, sayTheirMinutesByCopiesAndAreaAndReadWhatWasKeptBefore) {
    const auto withSteps = [](const std::string& steps) {
        return methodJson(R"(["down"])", ", \"steps\": [" + steps + "]");
    };
    const Step step = readMethods({"mine.json", withSteps(R"({"id": "coat", "do": "coat", "work": {
            "setup": {"min": 2, "basis": "guess"}, "each": {"min": 1, "least": 0.5, "most": 4, "basis": "yours"},
            "per_100_cm2": {"min": 0.5, "basis": "makers"}}, "gate": true, "good": "wet",
            "faces": [{"face": "front", "coats": 3, "basis": "makers"}]})")})
                          .front()
                          .steps.front();
    const Minutes of_four = minutesOf(step.effort, 4, 200);
    EXPECT_DOUBLE_EQ(of_four.usual, 2 + 4 * 1 + 4 * 2 * 0.5);
    EXPECT_DOUBLE_EQ(of_four.most, 2 * guessed_most + 4 * 4 + 4 * 2 * 0.5);
    EXPECT_EQ(of_four.basis, Basis::guess) << "as sure as its least sure part";
    EXPECT_EQ(minutesOf(step.effort, 4, 200, false).basis, Basis::makers);
    EXPECT_TRUE(step.gate);
    EXPECT_EQ(step.faces, (std::vector<StepFace>{{"front", 3, Basis::makers}}));
    const Step old =
        readMethods({"old.json", withSteps(R"({"do": "coat", "work": {"min": 5, "basis": "guess"}})")})
            .front()
            .steps.front();
    EXPECT_DOUBLE_EQ(minutesOf(old.effort, 2, 1000).usual, 10) << "for each copy, whatever its area";
}

TEST(Preparations, areNeededByMaterialGroundAndWay) {
    const auto needed = [](const char* material, bool dark, const char* method) {
        std::vector<std::string> ids;
        for (const Preparation& each : shippedPreparations())
            if (isNeeded(each, material, dark, findMethod(shippedMethods(), method))) ids.push_back(each.id);
        return ids;
    };
    EXPECT_THAT(needed("pale-wood", false, "gel-rub-off"), ElementsAre("sand"));
    EXPECT_THAT(needed("dark-wood", true, "gel-rub-off"), ElementsAre("sand", "pale-ground"));
    EXPECT_THAT(needed("canvas", false, "tissue-overlay"), ElementsAre("tighten"));
    EXPECT_THAT(needed("book-page", false, "tissue-overlay"), ElementsAre("gesso-page"));
    for (const char* material : {"paper", "pod"})
        EXPECT_THAT(needed(material, false, "tissue-overlay"), testing::IsEmpty())
            << "no gesso on a card or a pod";
    EXPECT_THAT(needed("canvas-board", false, "gel-rub-off"), ElementsAre("gesso-board"))
        << "a board is not wetted and tightened";
    EXPECT_THAT(needed("paper", false, "gel-rub-off"), testing::IsEmpty());
    for (const Preparation& each : shippedPreparations())
        for (const Step& step : each.steps)
            EXPECT_FALSE(step.good.empty()) << each.id << ": " << step.id << " says what good looks like";
}

TEST(Steps, sayWhatGoodLooksLike) {
    for (const Method& method : shippedMethods())
        for (const Step& step : method.steps)
            if (step.work == Work::coat || step.work == Work::rub || step.work == Work::lay ||
                step.work == Work::soak) {
                EXPECT_FALSE(step.good.empty()) << method.id << ": " << step.id;
            }
}

TEST(Methods, everyStepHasAShortNameOfItsOwn) {
    const auto check = [](const std::string& of, const std::vector<Step>& steps) {
        std::set<std::string> names;
        for (const Step& step : steps) {
            EXPECT_FALSE(step.name.empty()) << of << "/" << step.id;
            EXPECT_LE(shortName(step).size(), 32U) << of << "/" << step.id;
            EXPECT_EQ(shortName(step).find_first_of(":.;"), std::string::npos) << of << "/" << step.id;
            EXPECT_TRUE(names.insert(shortName(step)).second) << of << "/" << step.id << " twice";
        }
    };
    for (const Method& method : shippedMethods()) check(method.id, method.steps);
    for (const Preparation& each : shippedPreparations()) check(each.id, each.steps);
}

TEST(Methods, whatIsDoneToSheetsComesBeforePiecesLeaveThem) {
    for (const Method& method : shippedMethods())
        for (const Step& step : method.steps)
            if (step.of_sheet && step.after)
                for (const std::string& before : *step.after) {
                    const auto found = std::find_if(method.steps.begin(), method.steps.end(),
                                                    [&](const Step& each) { return each.id == before; });
                    EXPECT_TRUE(before == "print" || found->of_sheet) << method.id << "/" << step.id;
                }
}
