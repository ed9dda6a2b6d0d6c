#include "core/fill/fill_object.h"

#include <chrono>
#include <numeric>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/fill/patchwork.h"
#include "core/fill/power_cells.h"
#include "core/job/edits.h"
#include "core/job/job_json.h"
#include "core/job/landing.h"
#include "core/measure/outline_operations.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

Outline room(int which) {
    switch (which) {
        case 0:
            return ellipseOutline({0, 0}, 200, 200);
        case 1:
            return outlineOf(shapeOf(ShapeKind::polygon, {6, 150}));
        case 2:
            return rectangleOutline({-300, -60, 600, 120});
        case 3:
            return outlineOf(shapeOf(ShapeKind::heart, {200, 180}));
        default:
            return without(ellipseOutline({0, 0}, 220, 160), ellipseOutline({20, 10}, 40, 40));
    }
}

double sum(const std::vector<double>& values) { return std::accumulate(values.begin(), values.end(), 0.0); }

/// An object of a hexagon with pictures of several shapes on it.
Job hexagonWith(int pictures) {
    Job job = jobOf(picture(), {60, 40});
    job = withObject(job, job.pieces.front().id, objectOf("slate", ShapeKind::polygon, {6, 200}));
    for (int i = 1; i < pictures; ++i)
        job = withAnother(job, job.pieces.front().id, picture(), {20.0 + 7 * (i % 5), 30.0 + 5 * (i % 3)});
    return job;
}

/// What is wrong with pictures that lie on an object, by areas of polygons.
std::string faultOf(const Job& job, const Filling& filling) {
    const Object& object = job.objects.front();
    const Outline open = offset(openOf(object), -filling.margin_mm + 0.02);
    std::vector<Outline> lying;
    for (const Piece& piece : job.pieces) {
        const Outline ink = inkOnObject(job, piece);
        if (area(without(ink, open)) > 0.01) return piece.name + " reaches over the margin";
        lying.push_back(offset(ink, filling.gap_mm / 2 - 0.02));
    }
    for (std::size_t i = 0; i < lying.size(); ++i)
        for (std::size_t j = i + 1; j < lying.size(); ++j)
            if (area(shared(lying[i], lying[j])) > 0.01) return "two are too near to each other";
    return "";
}

const FillLimits few{60, 12};

}  // namespace

RC_GTEST_PROP(PowerCells, haveTheSharesAndCoverTheRoom, ()) {
    const Outline whole = room(*rc::gen::inRange(0, 5));
    CellsWanted wanted;
    for (int n = *rc::gen::inRange(2, 21); n > 0; --n)
        wanted.shares.push_back(*rc::gen::element(0.5, 1.0, 1.0, 2.0));
    wanted.joint_mm = *rc::gen::element(0.0, 1.0, 3.0);
    wanted.stretch = *rc::gen::element(0.7, 1.0, 1.5);
    wanted.seed = static_cast<std::uint64_t>(*rc::gen::inRange(1, 1000));
    const std::vector<Outline> cells = powerCells(whole, wanted);
    RC_ASSERT(cells.size() == wanted.shares.size());
    double all = 0;
    Outline covered;
    for (std::size_t i = 0; i < cells.size(); ++i) {
        all += area(cells[i]);
        RC_ASSERT(area(without(cells[i], whole)) < 0.1);
        for (std::size_t j = 0; j < i; ++j) RC_ASSERT(area(shared(cells[i], cells[j])) < 0.05);
        covered = united(covered, offset(cells[i], wanted.joint_mm / 2 + 0.01, Corners::sharp));
    }
    RC_ASSERT(area(without(whole, covered)) < 0.001 * area(whole));
    for (std::size_t i = 0; i < cells.size(); ++i)
        RC_ASSERT(std::abs(area(cells[i]) / (all * wanted.shares[i] / sum(wanted.shares)) - 1) < 0.05);
}

TEST(PowerCells, ofTwoDoNotBothBecomeTheWholeRoom) {
    // Each took all of it in turns until both lay in its middle.
    const std::vector<Outline> cells = powerCells(room(0), {{1, 2}, 1, 1.5, 55});
    ASSERT_EQ(cells.size(), 2U);
    EXPECT_LT(area(shared(cells[0], cells[1])), 0.05);
    EXPECT_NEAR(area(cells[1]) / area(cells[0]), 2, 0.1);
}

TEST(Patchwork, keepsFacesWholeAndIsQuick) {
    for (int which = 0; which < 5; ++which)
        for (const int n : {3, 8, 20}) {
            std::vector<PatchPicture> pictures;
            for (int i = 0; i < n; ++i) {
                PatchPicture each{i % 3 == 0 ? 0.75 : 1.4, i % 4 == 0 ? 2.0 : 1.0, {}};
                // A face off the middle, in half of them.
                if (i % 2 == 0) each.keep.push_back({0.15 + 0.02 * (i % 10), 0.2, 0.2, 0.22});
                pictures.push_back(each);
            }
            const auto begun = std::chrono::steady_clock::now();
            const std::vector<Patch> patches = patchwork(room(which), pictures, 2, 1);
            EXPECT_LT(std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count(), 5)
                << "bench/ says how long it takes; this catches what hangs";
            for (std::size_t i = 0; i < patches.size(); ++i) {
                EXPECT_TRUE(patches[i].whole) << "room " << which << ", " << n << " pictures, number " << i;
                // The picture reaches over all of its cell.
                const RectMm box = bounds(patches[i].cell);
                EXPECT_LE(patches[i].middle.x - patches[i].size.width / 2, box.x + 1e-6);
                EXPECT_GE(patches[i].middle.x + patches[i].size.width / 2, box.right() - 1e-6);
                EXPECT_LE(patches[i].middle.y - patches[i].size.height / 2, box.y + 1e-6);
                EXPECT_GE(patches[i].middle.y + patches[i].size.height / 2, box.bottom() - 1e-6);
            }
        }
}

RC_GTEST_PROP(FillObject, everyMannerKeepsGapsAndMargins, ()) {
    const Job job = hexagonWith(*rc::gen::inRange(2, 5));
    Filling filling;
    filling.manner =
        *rc::gen::elementOf(std::vector<FillManner>(std::begin(fill_manners), std::end(fill_manners)));
    filling.gap_mm = *rc::gen::element(0.0, 2.0, 6.0);
    filling.margin_mm = *rc::gen::element(0.0, 8.0);
    filling.most_turn_deg = *rc::gen::element(0.0, 20.0, 180.0);
    filling.size_range = *rc::gen::element(1.0, 2.0);
    filling.seed = *rc::gen::inRange(1, 100);
    const Filled filled = fillObject(job, job.objects.front().id, filling, few);
    RC_ASSERT(filled.without_room.empty());
    RC_ASSERT(faultOf(filled.job, filling) == "");
    RC_ASSERT(filled.job.objects.front().filling == std::optional(filling));
    for (const Piece& piece : filled.job.pieces)
        RC_ASSERT(std::abs(std::remainder(piece.placement.rotation_deg, 360)) <=
                  filling.most_turn_deg + 1e-6);
    const ReadJob reopened = readJob({"job.json", jsonOf(filled.job)},
                                     [](const std::string&, const std::string&) { return picture(); });
    RC_ASSERT(reopened.faults.empty());
    for (std::size_t i = 0; i < job.pieces.size(); ++i)
        RC_ASSERT(reopened.job.pieces[i].placement == filled.job.pieces[i].placement &&
                  reopened.job.pieces[i].edge == filled.job.pieces[i].edge);
}

TEST(FillObject, theSameSeedGivesTheSameWay) {
    const Job job = hexagonWith(4);
    for (const FillManner manner : fill_manners) {
        Filling filling;
        filling.manner = manner;
        const int on = job.objects.front().id;
        const Job once = fillObject(job, on, filling, few).job;
        EXPECT_EQ(fillObject(job, on, filling, few).job, once);
        filling.seed = 2;
        EXPECT_NE(fillObject(job, on, filling, few).job.pieces, once.pieces);
    }
}

TEST(FillObject, packedPicturesKeepTheirProportionAndFillMuch) {
    const Job job = hexagonWith(5);
    const Filled filled = fillObject(job, job.objects.front().id, {}, few);
    double inked = 0;
    for (std::size_t i = 0; i < job.pieces.size(); ++i) {
        EXPECT_NEAR(filled.job.pieces[i].size.width / job.pieces[i].size.width, filled.scale, 1e-9);
        inked += filled.job.pieces[i].size.width * filled.job.pieces[i].size.height;
    }
    EXPECT_GT(inked, 0.55 * area(offset(openOf(job.objects.front()), -5)));
}

TEST(FillObject, lockedPicturesStay) {
    Job job = hexagonWith(4);
    job.pieces[2].placement.locked = true;
    job.pieces[2].placement.from_centre = {30, 20};
    const Piece locked = job.pieces[2];
    for (const FillManner manner : fill_manners) {
        Filling filling;
        filling.manner = manner;
        const Filled filled = fillObject(job, job.objects.front().id, filling, few);
        EXPECT_EQ(filled.job.pieces[2], locked);
        EXPECT_EQ(faultOf(filled.job, filling), "") << name(manner);
    }
}

TEST(FillObject, aPatchworkThatBecomesPackedIsNotCutToItsCellsAnyMore) {
    const Job job = hexagonWith(3);
    Filling filling;
    filling.manner = FillManner::patchwork;
    const Job patched = fillObject(job, job.objects.front().id, filling, few).job;
    for (const Piece& piece : patched.pieces) EXPECT_EQ(piece.edge.cut, Cut::cell);
    filling.manner = FillManner::packed;
    for (const Piece& piece : fillObject(patched, job.objects.front().id, filling, few).job.pieces)
        EXPECT_EQ(piece.edge.cut, Cut::none);
}

TEST(FillObject, isStoppedAtOnceAndLeavesWhatCannotBeFilled) {
    std::stop_source stop;
    stop.request_stop();
    const Job job = hexagonWith(6);
    EXPECT_NO_THROW(fillObject(job, job.objects.front().id, {}, {600, 0}, {}, {stop.get_token(), {}}));
    const Job one = jobOf(picture(), {60, 40});
    EXPECT_FALSE(canBeFilled(one, one.objects.front().id));
    EXPECT_EQ(fillObject(one, one.objects.front().id, {}, few).job, one);
}

TEST(FillObject, swappedPicturesChangeCellsOfAPatchwork) {
    Filling filling;
    filling.manner = FillManner::patchwork;
    Job job = hexagonWith(4);
    job.pieces[1].placement.share = 2;
    job = fillObject(job, job.objects.front().id, filling).job;
    const Job swapped = withPicturesSwapped(job, job.pieces[0].id, job.pieces[1].id);
    EXPECT_EQ(swapped.pieces[0].edge.cell, job.pieces[1].edge.cell);
    EXPECT_EQ(swapped.pieces[1].edge.cell, job.pieces[0].edge.cell);
    EXPECT_EQ(swapped.pieces[0].placement.share, 2) << "the larger part goes with its place";
    EXPECT_EQ(swapped.pieces[2], job.pieces[2]);
    for (const Piece& piece : swapped.pieces)
        EXPECT_LT(area(without(piece.edge.cell, inkOnObject(swapped, piece))), 0.5) << "its cell is covered";
}

TEST(FillObject, swappedPicturesTakeNoMoreRoomThanThereIs) {
    const Filling filling;
    const Job job = fillObject(hexagonWith(5), 1, filling, few).job;
    ASSERT_EQ(job.objects.front().id, 1);
    for (std::size_t other = 1; other < job.pieces.size(); ++other) {
        const Job swapped = withPicturesSwapped(job, job.pieces[0].id, job.pieces[other].id);
        EXPECT_EQ(faultOf(swapped, filling), "");
        EXPECT_EQ(swapped.pieces[0].placement.from_centre, job.pieces[other].placement.from_centre);
        EXPECT_NEAR(swapped.pieces[0].size.width / swapped.pieces[0].size.height,
                    job.pieces[0].size.width / job.pieces[0].size.height, 1e-6);
    }
    EXPECT_EQ(withPicturesSwapped(job, job.pieces[0].id, 999), job);
}
