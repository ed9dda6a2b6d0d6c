#include "core/method/variants.h"

#include <nlohmann/json.hpp>

#include <gmock/gmock.h>

#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "core/method/method_json.h"
#include "tests/support/plans.h"
#include "tests/support/texts.h"

using namespace tympan;
using namespace tympan::tests;
using testing::Contains;
using testing::ElementsAre;
using testing::HasSubstr;
using testing::IsEmpty;
using testing::Not;

namespace {

const Method& methodNamed(const char* id) { return findMethod(shippedMethods(), id); }

Method again(const Method& method) {
    const nlohmann::json all{{"schema", "tympan-methods-2"}, {"methods", {toJson(method)}}};
    return readMethods({"again.json", all.dump()}).front();
}

std::string faultOfVariant(const nlohmann::json& variant) {
    nlohmann::json method = toJson(methodNamed("glue-dry-rub"));
    method["variants"] = {variant};
    try {
        readMethods(
            {"mine.json", nlohmann::json{{"schema", "tympan-methods-2"}, {"methods", {method}}}.dump()});
    } catch (const Error& error) {
        return error.what();
    }
    return "";
}

bool isDone(const Method& method, const char* step) {
    for (const Step& each : method.steps)
        if (each.id == step) return isNeeded(each, useOf(method, PrinterKind::laser));
    throw std::out_of_range(step);
}

}  // namespace

TEST(Variants, answerOneQuestionEachAndTheFirstIsTheUsualOne) {
    for (const Method& method : shippedMethods()) {
        EXPECT_THAT(method.variants.taken, IsEmpty()) << method.id;
        for (const std::string& about : questionsOf(method)) {
            EXPECT_GE(variantsAbout(method, about).size(), 2U)
                << method.id << ": " << about << " is no question with one answer";
            EXPECT_EQ(&takenAbout(method, about), variantsAbout(method, about).front());
        }
    }
}

TEST(Variants, theAnswerTakenLastIsTheOneToItsQuestionAndOthersStay) {
    Method gel = methodNamed("gel-rub-off");
    gel = withVariant(withVariant(gel, "on-both"), "bare");
    EXPECT_TRUE(isDone(gel, "coat") && isDone(gel, "coat-wet-print"));
    EXPECT_FALSE(isDone(gel, "seal"));
    gel = withVariant(gel, "on-print");
    EXPECT_FALSE(isDone(gel, "coat"));
    EXPECT_FALSE(isDone(gel, "seal")) << "another question";
    gel = withVariant(withVariant(gel, "on-object"), "brushed");
    EXPECT_EQ(gel, methodNamed("gel-rub-off")) << "as most makers do it is said by saying nothing";
}

TEST(Variants, anUnknownOneNamesThoseThereAre) {
    try {
        withVariant(methodNamed("glue-dry-rub"), "magic");
        FAIL();
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::usage);
        EXPECT_THAT(error.remedy(), Says(HasSubstr("inked-edges")));
    }
}

TEST(Variants, areKeptWithTheMethodAndReadAgain) {
    const Method gel = withVariant(withVariant(methodNamed("gel-rub-off"), "sparing"), "sprayed");
    EXPECT_EQ(again(gel), gel);
    EXPECT_THAT(again(gel).variants.taken, ElementsAre("sparing", "sprayed"));
    EXPECT_NE(hashOf(gel), hashOf(methodNamed("gel-rub-off")));
    Method newer = methodNamed("gel-rub-off");
    ++newer.revision;
    EXPECT_EQ(withVariantsOf(newer, gel).variants.taken, gel.variants.taken) << "answers outlive a revision";
}

TEST(Variants, thatNameWhatIsNotThereAreRefused) {
    const nlohmann::json sound{
        {"id", "inked"}, {"about", "Edges"}, {"name", "inked"}, {"chosen", {"ink-edges"}}};
    EXPECT_EQ(faultOfVariant(sound), "");
    nlohmann::json wrong = sound;
    wrong["chosen"] = {"gold-edges"};
    EXPECT_THAT(faultOfVariant(wrong), HasSubstr("\"gold-edges\" is no choice of this method"));
    wrong = sound;
    wrong["left_out"] = {"wash"};
    EXPECT_THAT(faultOfVariant(wrong), HasSubstr("\"wash\" is no step of this method"));
}

TEST(Variants, printTheSameAndSoShareSheets) {
    const Method gel = methodNamed("gel-rub-off"), bare = withVariant(gel, "bare");
    EXPECT_TRUE(printAlike(gel, bare));
    Method other = bare;
    other.finest_line_mm += 0.1;
    EXPECT_FALSE(printAlike(gel, other));
}

TEST(Variants, countInTheTimeThatAMethodTakes) {
    const Method varnished = methodNamed("release-sheet-gel"), quick = withVariant(varnished, "same-day");
    EXPECT_LT(timeOf(quick, PrinterKind::laser).typical_min + 2 * 1440,
              timeOf(varnished, PrinterKind::laser).typical_min)
        << "three days of varnish less";
}

TEST(Variants, giveWayToWhatIsTickedByHandUntilTheirQuestionIsAnsweredAgain) {
    Job job = jobWith({"gel-rub-off"});
    const int id = job.pieces.front().id;
    job = withVariant(std::move(job), id, "bare");
    job.work.chosen[id] = {"seal"};
    EXPECT_FALSE(workOrderOf(job).pieces.front().left_out.contains("seal"));
    job = withVariant(std::move(job), id, "sprayed");
    EXPECT_TRUE(workOrderOf(job).pieces.front().left_out.contains("seal"));
    EXPECT_TRUE(job.work.chosen.empty());
}

TEST(Variants, areAskedWhereTheirAnswerMatters) {
    const Method tissue = methodNamed("tissue-overlay");
    const auto asked = [&](const Method& method, PrinterKind printer, const std::string& material) {
        std::vector<std::string> questions = questionsOf(method);
        std::erase_if(questions,
                      [&](const std::string& about) { return !matters(method, about, printer, material); });
        return questions;
    };
    EXPECT_THAT(asked(tissue, PrinterKind::laser, "canvas"), Not(Contains("Sealing the ink")));
    EXPECT_THAT(asked(tissue, PrinterKind::inkjet, "canvas"), Contains("Sealing the ink"));
    EXPECT_THAT(asked(tissue, PrinterKind::inkjet, "canvas"), Not(Contains("A page")));
    EXPECT_THAT(asked(tissue, PrinterKind::inkjet, "book-page"), Contains("A page"));
    EXPECT_THAT(asked(methodNamed("gel-rub-off"), PrinterKind::laser, "pale-wood"),
                Contains("A picture on several sheets"))
        << "how sheets are laid is no step";
    // What is asked of no printer and no material would be asked of nobody.
    for (const Method& method : shippedMethods())
        for (const std::string& about : questionsOf(method)) {
            bool somewhere = false;
            for (const PrinterKind printer : method.printers)
                for (const std::string& material : method.suits)
                    somewhere = somewhere || matters(method, about, printer, material);
            EXPECT_TRUE(somewhere) << method.id << ": " << about;
        }
}
