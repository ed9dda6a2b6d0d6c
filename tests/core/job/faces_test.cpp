#include "core/job/faces.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "core/job/job_recipe.h"
#include "tests/support/pictures.h"
#include "tests/support/plans.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// Four pieces, each on a crate's board of its own: pieces and objects have the ids 2, 4, … and 1, 3, ….
Job fourBoards() { return jobWith({"gel-rub-off", "gel-rub-off", "gel-rub-off", "gel-rub-off"}); }

const Object& boardOf(const Job& job, int piece) { return objectOf(job, *findPiece(job, piece)); }

/// Every side is one of a thing that is there and stands for itself.
bool isTidy(const Job& job) {
    for (const Object& object : job.objects) {
        const Object* thing = findObject(job, object.thing());
        if (!thing || thing->face_of != 0) return false;
    }
    return true;
}

}  // namespace

TEST(Sides, ofOneThingAreFoundTogether) {
    Job job = withFace(fourBoards(), 4, Face::back, 1);
    job = withFace(job, 6, Face::left, 3);  // of what is itself a side: of the thing
    EXPECT_EQ(boardOf(job, 6).face_of, 1);
    EXPECT_EQ(facesOf(job, boardOf(job, 2)).size(), 3u);
    EXPECT_EQ(facesOf(job, boardOf(job, 8)).size(), 1u);
    EXPECT_EQ(freeFace(job, boardOf(job, 2)), Face::right);
}

TEST(Sides, goWithTheThingThatBecomesASideItself) {
    Job job = withFace(fourBoards(), 4, Face::back, 1);
    job = withFace(job, 2, Face::left, 5);
    EXPECT_EQ(boardOf(job, 2).thing(), 5);
    EXPECT_EQ(boardOf(job, 4).thing(), 5);
    EXPECT_TRUE(isTidy(job));
}

TEST(Sides, stayOneThingWhenTheFirstOfThemLeaves) {
    Job job = withFace(withFace(fourBoards(), 4, Face::back, 1), 6, Face::left, 1);
    const Job alone = withFace(job, 2, Face::front, 0), without = withoutPiece(job, 2);
    for (const Job& each : {alone, without}) {
        EXPECT_TRUE(isTidy(each));
        EXPECT_EQ(facesOf(each, boardOf(each, 4)).size(), 2u);
    }
    EXPECT_EQ(facesOf(alone, boardOf(alone, 2)).size(), 1u);
}

TEST(Sides, anotherOfTheSameIsAThingOfItsOwn) {
    Job job = withDuplicate(withFace(fourBoards(), 4, Face::back, 1), 4);
    EXPECT_EQ(facesOf(job, boardOf(job, job.next_id - 1)).size(), 1u);
}

RC_GTEST_PROP(Sides, areTidyAfterAnyEdits, ()) {
    Job job = fourBoards();
    for (int i = 0; i < 8; ++i) {
        const int piece = 2 * *rc::gen::inRange(1, 5), of = *rc::gen::inRange(0, 9);
        const Job before = job;
        job =
            *rc::gen::arbitrary<bool>() || job.pieces.size() < 3
                ? withFace(job, piece,
                           *rc::gen::elementOf(std::vector<Face>(std::begin(all_faces), std::end(all_faces))),
                           of)
                : withoutPiece(job, piece);
        RC_ASSERT(isTidy(job));
        // Whoever was not spoken of stays with whom it was.
        for (const Object& a : job.objects)
            for (const Object& b : job.objects) {
                const Piece* moved = findPiece(before, piece);
                if (moved && (a.id == moved->placement.object || b.id == moved->placement.object)) continue;
                if (findObject(before, a.id)->thing() == findObject(before, b.id)->thing())
                    RC_ASSERT(a.thing() == b.thing());
            }
    }
}

TEST(Sides, ofARecipeNameAnObjectBefore) {
    const ScratchFolder folder;
    save(folder / "a.png", marked({20, 20}, 3));
    const auto recipe = [&](const std::string& of) {
        const std::string piece =
            R"({ "name": "a", "picture": "a.png", "width_mm": 50, "method": "gel-rub-off", "object": )";
        write(folder / "r.json",
              R"({ "schema": "tympan-recipe-1", "name": "n", "paper": "A4", "created": 0, "pieces": [)" +
                  piece + R"({ "name": "can", "material": "pale-wood", "shape": { "kind": "spot" } } },)" +
                  piece + R"({ "name": "can, left", "material": "pale-wood", "face": "left", "face_of": ")" +
                  of + R"(", "shape": { "kind": "spot" } } } ] })");
        return jobFromRecipe(folder / "r.json");
    };
    const Job job = recipe("can");
    EXPECT_EQ(facesOf(job, job.objects[1]).size(), 2u);
    EXPECT_EQ(job.objects[1].face, Face::left);
    EXPECT_THROW(recipe("jar"), Error);
}
