// Whatever edits make can be saved and opened again, and is then the same.
#include "core/job/limits.h"

#include <cmath>
#include <limits>
#include <nlohmann/json.hpp>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "core/job/job_json.h"
#include "core/job/matching.h"
#include "core/method/catalogue.h"
#include "tests/support/pictures.h"
#include "tests/support/texts.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

const ArtworkPtr& strip() {
    static const ArtworkPtr artwork = artworkOf(noise({2000, 5}, CV_8UC1));
    return artwork;
}
const ArtworkPtr& square() {
    static const ArtworkPtr artwork = artworkOf(noise({60, 60}, CV_8UC1));
    return artwork;
}

Job reopened(const Job& job) {
    const JsonText text{"job.json", jsonOf(job)};
    const ReadJob read = readJob(text, [](const std::string& entry, const std::string&) {
        return entry == entryOf(*strip()) ? strip() : square();
    });
    for (const Text& fault : read.faults) ADD_FAILURE() << inEnglish(fault);
    return read.job;
}

/// Any number that somebody may type, slide or compute.
double anything() {
    return *rc::gen::oneOf(
        rc::gen::element(0.0, -1.0, 0.005, 0.3, 1.0, 12.5, 90.0, 1e3, 19'999.0, 1e9, -1e9, 1e300,
                         std::numeric_limits<double>::infinity(), std::numeric_limits<double>::quiet_NaN()),
        rc::gen::map(rc::gen::inRange(-100'000, 100'000), [](int n) { return n / 7.0; }));
}
int anyInt() { return *rc::gen::element(-1000, -1, 0, 1, 7, 99, 100, 1000, 1'000'000'000); }

Tone anyTone() {
    Tone tone;
    const auto kind = [](int kinds) { return *rc::gen::inRange(0, kinds); };
    tone.contrast = {static_cast<Contrast::Kind>(kind(3)), anyInt()};
    tone.mix = {static_cast<GreyMix::Kind>(kind(3)), {anyInt(), anyInt(), anyInt()}};
    tone.local = {anyInt(), anything()};
    tone.shades.lift.fill(anyInt());
    tone.steps = anyInt();
    tone.line_art = {static_cast<LineArt::Kind>(kind(4)), anyInt(), anything(), anything(), anything()};
    tone.solids = {static_cast<Solids::Kind>(kind(4)), anyInt()};
    tone.screen = {static_cast<Screen::Kind>(kind(8)), anything(), anything()};
    tone.vividness = {anyInt(), anyInt()};
    tone.dark_cloth = {anyInt(), anyInt(), anyInt(), anything()};
    return tone;
}

Job edited(Job job) {
    const auto& pieces = job.pieces;
    const int id = pieces[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(pieces.size())))].id;
    switch (*rc::gen::inRange(0, 14)) {
        case 0:
            return withWidth(job, id, anything(), Proportions::keep);
        case 1:
            return withHeight(job, id, anything(), Proportions::keep);
        case 2:
            return withSize(job, id, {anything(), anything()});
        case 3:
            return withPlace(job, id, {anything(), anything()}, anything());
        case 4:
            return withFit(job, id, *rc::gen::element(Fit::inside, Fit::fill), anything());
        case 5:
            return withEdge(job, id, {Cut::none, anything(), Rim::torn, anything(), anyInt(), false});
        case 6:
            return withTone(job, id, anyTone());
        case 7:
            return withEnlarging(job, id, {Engine::redraw, anything(), anyInt(), anyInt(), anything()});
        case 8:
            return withCopies(withSpares(job, id, anyInt()), id, anyInt());
        case 9:
            return withCare(job, id, {{"face", {anything(), anything(), anything(), anything()}}});
        case 10:
            return withObject(job, id, objectOf("plate", ShapeKind::rectangle, {anything(), anything()}));
        case 11: {
            SheetRules rules = job.sheets;
            rules.paper.size = {anything(), anything()};
            rules.band_mm = anything(), rules.scissor_gap_mm = anything(), rules.ppi = anything();
            return withSheets(job, rules);
        }
        case 12: {
            Printer printer = printerOf(job, *findPiece(job, id));
            printer.id = *rc::gen::element(0, 1);
            printer.margins = {anything(), anything(), anything(), anything()};
            printer.registration = {anything(), anything(), anything(), {anything(), anything()}};
            return withPrinterChanged(job, id, printer);
        }
        default: {
            std::vector<int> all;
            for (const Piece& piece : job.pieces) all.push_back(piece.id);
            return withMatchedSet(job, all, {});
        }
    }
}

}  // namespace

RC_GTEST_PROP(Limits, whateverEditsMakeIsTheSameAfterSavingAndOpening, ()) {
    Job job = jobOf(square(), {60, 60});
    job = withPiece(std::move(job), {strip(), {}, findMethod(shippedMethods(), "tissue-overlay"), {30, 1}});
    const int steps = *rc::gen::inRange(1, 8);
    for (int i = 0; i < steps; ++i) job = edited(std::move(job));
    const Job again = reopened(job);
    RC_ASSERT(jsonOf(again) == jsonOf(job));
    RC_ASSERT(again.pieces.size() == job.pieces.size());
    for (std::size_t i = 0; i < job.pieces.size(); ++i) RC_ASSERT(again.pieces[i] == job.pieces[i]);
    RC_ASSERT(again.sheets == job.sheets);
    RC_ASSERT(again.printers == job.printers);
    RC_ASSERT(again.sets == job.sets);
    RC_ASSERT(again.objects == job.objects);
}

TEST(Limits, aThinStripKeepsItsShape) {
    const Job job = withWidth(jobOf(strip(), {400, 1}), 2, 30, Proportions::keep);
    EXPECT_NEAR(job.pieces.front().size.height, 0.075, 1e-9);
    const Job huge = withHeight(jobOf(strip(), {400, 1}), 2, 5000, Proportions::keep);
    EXPECT_NEAR(huge.pieces.front().size.width, 20'000, 1e-6) << "no side is beyond what can be printed";
    EXPECT_NEAR(huge.pieces.front().size.height, 50, 1e-6) << "and the shape is the picture's";
}

TEST(Limits, anObjectsMeasuresAreFollowedByTheWholeSet) {
    Job job = jobOf(square(), {60, 60});
    job = withDuplicate(job, 2);
    const int first = job.pieces[0].id, second = job.pieces[1].id;
    job = withMatchedSet(job, {first, second}, {});
    job = withObject(job, first, objectOf("tile", ShapeKind::rectangle, {200, 200}));
    job = withFit(job, first, Fit::inside, 10);
    ASSERT_NEAR(job.pieces[0].size.width, 180, 0.1);
    job = withObject(job, first, objectOf("tile", ShapeKind::rectangle, {100, 100}));
    EXPECT_NEAR(job.pieces[0].size.width, 80, 0.1);
    EXPECT_EQ(job.pieces[1].size, job.pieces[0].size);
}

TEST(Limits, aJobOfTheSecondVersionHasStepsWithoutIds) {
    nlohmann::json root = nlohmann::json::parse(jsonOf(jobOf(square(), {60, 60})));
    root["version"] = 2;
    root["pieces"][0]["method"].erase("variants");
    // Nor had they what names others by their ids.
    for (nlohmann::json& step : root["pieces"][0]["method"]["steps"])
        for (const char* field : {"id", "kind", "after", "place", "rounds"}) step.erase(field);
    const ReadJob read =
        readJob({"old.json", root.dump()}, [](const std::string&, const std::string&) { return square(); });
    EXPECT_TRUE(read.faults.empty());
    EXPECT_EQ(read.job.pieces.front().method->steps.front().id, "step-1");
    EXPECT_EQ(reopened(read.job).pieces, read.job.pieces);
}

TEST(Limits, aJobOfTheFirstVersionBringsItsPrinter) {
    nlohmann::json root = nlohmann::json::parse(jsonOf(jobOf(square(), {60, 60})));
    root["version"] = 1;
    root.erase("printers");
    root["pieces"][0].erase("printer");
    root["sheets"]["margin_mm"] = 12;
    root["sheets"]["black_only"] = true;
    root["sheets"]["printer_mirrors"] = true;
    const ReadJob read =
        readJob({"old.json", root.dump()}, [](const std::string&, const std::string&) { return square(); });
    EXPECT_TRUE(read.faults.empty());
    const Printer& printer = printerOf(read.job, read.job.pieces.front());
    EXPECT_EQ(printer.margins, evenMargins(12));
    EXPECT_TRUE(printer.black_only && printer.mirrors);
    EXPECT_EQ(reopened(read.job).printers, read.job.printers);
}
