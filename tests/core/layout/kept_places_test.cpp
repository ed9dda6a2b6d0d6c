#include "core/layout/kept_places.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "core/job/job_json.h"
#include "core/method/catalogue.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

Job jobOfSizes(const std::vector<SizeMm>& sizes, int copies) {
    Job job = jobOf(picture(), sizes.front());
    for (std::size_t i = 1; i < sizes.size(); ++i)
        job = withPiece(job, {picture(), {}, shippedMethods().front(), sizes[i], 1});
    return withCopies(job, job.pieces.front().id, copies);
}

/// Where each copy of a piece lies: sheet and box.
std::map<std::pair<int, int>, std::pair<std::size_t, RectPx>> places(const Imposition& imposition) {
    std::map<std::pair<int, int>, std::pair<std::size_t, RectPx>> all;
    for (std::size_t sheet = 0; sheet < imposition.sheets.size(); ++sheet)
        for (const PlacedRegion& part : imposition.sheets[sheet].regions)
            all[{part.piece, part.copy}] = {sheet, part.placed};
    return all;
}

}  // namespace

RC_GTEST_PROP(KeptPlaces, theSameSheetsComeOutAgain, ()) {
    std::vector<SizeMm> sizes;
    for (int n = *rc::gen::inRange(1, 8); n > 0; --n)
        sizes.push_back({static_cast<double>(*rc::gen::inRange(20, 280)),
                         static_cast<double>(*rc::gen::inRange(20, 190))});
    Job job = jobOfSizes(sizes, *rc::gen::inRange(1, 6));
    job.sheets.ppi = *rc::gen::element(72.0, 100.0, 300.0);
    const auto before = places(impose(job));
    job = withPlacesKept(job, impose(job));
    RC_ASSERT(places(impose(job)) == before);
    const ReadJob reopened =
        readJob({"job.json", jsonOf(job)}, [](const std::string&, const std::string&) { return picture(); });
    RC_ASSERT(reopened.faults.empty() && places(impose(reopened.job)) == before);
    // What comes in later moves nothing that has its place, however tall it is: rows would begin with it.
    job = withPiece(job, {picture(), {}, shippedMethods().front(), {150, 190}, 2});
    auto after = places(impose(job));
    for (const auto& [of, place] : before) RC_ASSERT(after.at(of) == place);
    RC_ASSERT(after.size() == before.size() + 2);
}

TEST(KeptPlaces, aPieceThatHasOutgrownItsPlaceIsLaidAnew) {
    Job job = jobOfSizes({{60, 40}, {50, 40}, {40, 40}}, 1);
    job = withPlacesKept(job, impose(job));
    const auto before = places(impose(job));
    const int grown = job.pieces[0].id;
    job = withSize(job, grown, {180, 120});
    const Imposition after = impose(job);
    const auto now = places(after);
    for (const Piece& piece : job.pieces) {
        if (piece.id == grown) continue;
        EXPECT_EQ(now.at({piece.id, 0}), before.at({piece.id, 0}));
    }
    for (const Sheet& sheet : after.sheets)
        for (const PlacedRegion& a : sheet.regions) {
            EXPECT_TRUE(contains(sheet.printable, a.placed));
            for (const PlacedRegion& b : sheet.regions)
                EXPECT_TRUE(&a == &b || intersection(a.placed, b.placed).area() == 0);
        }
}

TEST(KeptPlaces, anotherMethodOrPaperTakesThemOffTheirSheet) {
    Job job = jobOfSizes({{60, 40}, {50, 40}}, 1);
    job = withPlacesKept(job, impose(job));
    ASSERT_EQ(impose(job).sheets.size(), 1u);
    const Job other = withMethod(job, job.pieces[1].id, findMethod(shippedMethods(), "tissue-overlay"));
    EXPECT_EQ(impose(other).sheets.size(), 2u);
    EXPECT_EQ(places(impose(other)).at({job.pieces[0].id, 0}), places(impose(job)).at({job.pieces[0].id, 0}));
    EXPECT_TRUE(withPlacesFree(job).kept_sheets.empty());
    EXPECT_TRUE(withoutPiece(withoutPiece(job, job.pieces[0].id), job.pieces[1].id).kept_sheets.empty());
}
