#include <gmock/gmock.h>

#include "core/base/data_folder.h"
#include "core/base/error.h"
#include "core/inspect/findings.h"
#include "core/job/job_recipe.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

TEST(JobRecipe, theDemoJobIsWhole) {
    const Job job = jobFromRecipe(dataFolder() / "demo" / "brindle-moor.json");
    ASSERT_EQ(job.pieces.size(), 10u);
    EXPECT_EQ(job.name, "Brindle Moor open night");
    EXPECT_NEAR(job.pieces[0].size.width, 900, 0.01);
    EXPECT_NEAR(job.pieces[0].size.height, 600, 0.5);
    EXPECT_EQ(job.pieces[1].copies, 12);
    EXPECT_EQ(objectOf(job, job.pieces[2]).name, "canvas");
    EXPECT_EQ(job.pieces[6].placement.object, job.pieces[7].placement.object) << "two pictures on one tin";
    EXPECT_EQ(objectOf(job, job.pieces[3]).shape.kind, ShapeKind::polygon);
    for (const Finding& finding : findings(job))
        // Nobody has said how tissue goes on tin: a note that stays true.
        if (!is<finding::MaterialWithCare>(finding))
            ADD_FAILURE() << "the clean demo has a finding: " << name(finding);
}

TEST(JobRecipe, aFaultIsNamedWithItsLine) {
    const ScratchFolder folder;
    save(folder / "a.png", marked({20, 20}, 3));
    write(folder / "r.json",
          "{\n\"schema\": \"tympan-recipe-1\", \"name\": \"n\", \"paper\": \"A4\", \"created\": "
          "0,\n\"pieces\": [\n"
          "{ \"name\": \"a\", \"picture\": \"a.png\", \"width_mm\": 50, \"copies\": 1, \"method\": "
          "\"gel-rub-off\",\n"
          "\"object\": { \"name\": \"o\", \"material\": \"slate\", \"ground\": \"brown\", \"shape\": { "
          "\"kind\": \"spot\" } } }]}");
    try {
        jobFromRecipe(folder / "r.json");
        FAIL();
    } catch (const Error& error) {
        EXPECT_THAT(error.what(), testing::HasSubstr("line 5: pieces.0.object.ground"));
    }
}
