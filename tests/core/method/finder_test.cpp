#include "core/method/finder.h"

#include <nlohmann/json.hpp>

#include <gmock/gmock.h>

#include "core/method/catalogue.h"
#include "core/method/method_json.h"
#include "core/object/materials.h"
#include "tests/support/texts.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

std::vector<std::string> ids(const std::vector<FinderAnswer>& answers) {
    std::vector<std::string> list;
    for (const FinderAnswer& answer : answers) list.push_back(answer.method.id);
    return list;
}

}  // namespace

TEST(Methods, allSayWhatEachNeeds) {
    const auto& methods = shippedMethods();
    EXPECT_EQ(methods.size(), 13u);
    for (const Method& method : methods) {
        SCOPED_TRACE(method.id);
        EXPECT_FALSE(method.needs.empty());
        EXPECT_FALSE(method.suits.empty());
        EXPECT_FALSE(method.steps.empty());
        EXPECT_FALSE(method.cautions.empty());
        EXPECT_FALSE(method.before_printing.empty());
        EXPECT_FALSE(method.look.empty());
        for (const std::string& material : method.suits) {
            EXPECT_NO_THROW(findMaterial(shippedMaterials(), material));
            EXPECT_EQ(misfitOfMaterial(method, material), Text())
                << material << " is said to fit and not to fit";
        }
        for (const Misfit& misfit : method.not_materials)
            EXPECT_NO_THROW(findMaterial(shippedMaterials(), misfit.what));
        // For every kind of printer it is said that it works, or why not.
        for (PrinterKind kind :
             {PrinterKind::laser, PrinterKind::inkjet, PrinterKind::sublimation, PrinterKind::white_toner}) {
            const bool works =
                std::find(method.printers.begin(), method.printers.end(), kind) != method.printers.end();
            EXPECT_EQ(misfit(method, kind).empty(), works) << id(kind);
            const bool explained = std::any_of(method.not_printers.begin(), method.not_printers.end(),
                                               [&](const Misfit& m) { return m.what == id(kind); });
            EXPECT_NE(works, explained) << id(kind);
        }
        // Heat never comes without a caution.
        for (const Step& step : method.steps) EXPECT_FALSE(step.heat && step.caution.empty()) << step.words;
        const Wait time = timeOf(method, method.printers.front());
        EXPECT_LE(time.least_min, time.typical_min);
        EXPECT_LE(time.typical_min, time.most_min);
    }
}

TEST(Methods, darkClothAndAPrinterWithWhiteTonerFindTheWayOfTwoPasses) {
    const auto answers = findMethods(shippedMethods(), {"cotton-dark", {PrinterKind::white_toner}, {}});
    EXPECT_THAT(ids(answers), testing::Contains("two-part-dark-cloth"));
}

TEST(Finder, asksWhatItIsOnWhichPrinterAndWhatIsThere) {
    EXPECT_THAT(ids(findMethods(shippedMethods(), {"pale-wood", {PrinterKind::inkjet}, {}})),
                testing::Contains("release-sheet-press"));
    EXPECT_THAT(ids(findMethods(shippedMethods(), {"cotton-dark", {PrinterKind::sublimation}, {}})),
                testing::ElementsAre("opaque-dark-cloth"));
    EXPECT_THAT(ids(findMethods(shippedMethods(), {"skin", {}, {}})), testing::ElementsAre("skin-sheet"));
    const auto answers = findMethods(shippedMethods(), {"pale-wood", {PrinterKind::laser}, {"glue"}});
    ASSERT_FALSE(answers.empty());
    EXPECT_EQ(answers.front().method.id, "glue-rub-off") << "nothing has to be bought";
    EXPECT_THAT(answers.front().to_get, testing::IsEmpty());
    for (std::size_t i = 1; i < answers.size(); ++i)
        EXPECT_GE(answers[i].to_get.size(), answers[i - 1].to_get.size());
}

TEST(UserMethods, aCopyThatWasChangedComesBackFromItsFolder) {
    const ScratchFolder folder;
    Method own = findMethod(shippedMethods(), "gel-rub-off");
    own.id = "user:my-gel";
    own.name = "Gel, my way";
    own.steps.front().caution = "mind the \u201ccat\u201d";
    writeUserMethod(folder.path() / "methods", own);
    const UserMethods read = readUserMethods(folder.path() / "methods");
    EXPECT_THAT(read.faults, testing::IsEmpty());
    ASSERT_EQ(read.methods.size(), 1u);
    EXPECT_TRUE(read.methods.front() == own);
}

TEST(UserMethods, aFaultyFileIsNamedWithLineAndReasonAndTheOthersCome) {
    const ScratchFolder folder;
    Method own = findMethod(shippedMethods(), "napkin");
    own.id = "user:napkin";
    writeUserMethod(folder.path(), own);
    write(folder / "a.json", "{ \"schema\": \"tympan-methods-1\",\n \"methods\": [\n { \"id\": 7 } ] }");
    write(folder / "b.json", "{ \"schema\": \"tympan-methods-1\", \"methods\": [");
    Method shipped = own;
    shipped.id = "user:x";
    nlohmann::json taken{{"schema", "tympan-methods-1"}, {"methods", {toJson(shipped)}}};
    taken["methods"][0]["id"] = "napkin";
    write(folder / "c.json", taken.dump());
    const UserMethods read = readUserMethods(folder.path());
    EXPECT_EQ(read.methods.size(), 1u);
    EXPECT_THAT(read.faults,
                testing::ElementsAre(Says(testing::AllOf(HasSubstr("a.json: line 3"), HasSubstr("id"))),
                                     Says(HasSubstr("b.json: line 1")), Says(HasSubstr("user:"))));
    EXPECT_THAT(readUserMethods(folder / "none").methods, testing::IsEmpty());
}
