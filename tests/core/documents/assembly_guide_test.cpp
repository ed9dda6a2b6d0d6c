// The guide as the person reads it: its words by pdftotext, its pages by pdftoppm.
#include "core/documents/assembly_guide.h"

#include <gmock/gmock.h>

#include "core/documents/assembly_map.h"
#include "core/documents/assembly_words.h"
#include "core/marks/seam_marks.h"
#include "tests/support/pictures.h"
#include "tests/support/texts.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;
using testing::Not;

namespace {

Job largeJob(const std::string& method = "gel-rub-off") {
    Job job = jobOf(artworkOf(noise({90, 60}, CV_8UC1)), {450, 300}, method);
    job = withName(job, job.pieces.front().id, "Panel");
    job.sheets.ppi = 100;
    job.sheets.seams = SeamManner::regular;
    job.pieces.front().joining.parted = true;  // what is laid whole, too
    return job;
}

std::string guideOf(const Job& job) {
    const ScratchFolder folder;
    writeGuide(Language{}, folder / "g.pdf", job, impose(job));
    // Lines of the page are joined: a sentence may be broken anywhere.
    std::string text = run({"pdftotext", "-raw", (folder / "g.pdf").string(), "-"}).out;
    std::replace(text.begin(), text.end(), '\n', ' ');
    return text;
}

}  // namespace

TEST(AssemblyGuide, namesEverySheetSeamAndStepInOrder) {
    const Job job = largeJob();
    const Imposition imposition = impose(job);
    const SeamPlan& plan = imposition.plans.front();
    ASSERT_GE(plan.tiles.size(), 4u);
    const std::string text = guideOf(job);
    std::size_t at = 0;
    int number = 0;
    for (const JoiningStep& step : joiningOrder(plan)) {
        const StepWords said = wordsOf(job, job.pieces.front(), plan, step);
        const std::size_t found = text.find(std::to_string(++number) + " " + inEnglish(said.title), at);
        ASSERT_NE(found, std::string::npos) << inEnglish(said.title);
        EXPECT_NE(text.find(inEnglish(said.then), found), std::string::npos) << inEnglish(said.then);
        at = found;
    }
    for (const Sheet& sheet : imposition.sheets)
        EXPECT_THAT(text, HasSubstr(sheet.label + " back: no glue on this side")) << "its label";
    EXPECT_THAT(text, HasSubstr("450.1 x 300 mm"));
    EXPECT_THAT(text, HasSubstr("540.9 mm from corner to corner"));
    EXPECT_THAT(text, HasSubstr("From the front: the printed side The picture is printed mirrored"));
    EXPECT_THAT(text, HasSubstr("take the tape off the back while the medium is still wet"));
}

TEST(AssemblyGuide, saysHowTheSheetsOfThisMethodMeet) {
    EXPECT_THAT(guideOf(largeJob()), HasSubstr("cut once, through both"));
    const std::string lapped = guideOf(largeJob("iron-on-paper"));
    EXPECT_THAT(lapped, HasSubstr("goes on for 10 mm under it"));
    EXPECT_THAT(lapped, Not(HasSubstr("low-tack"))) << "nothing is taped that is glued";
    EXPECT_THAT(lapped, HasSubstr("The picture is printed as it reads."));
    const std::string whole = guideOf(largeJob("release-sheet-press"));
    EXPECT_THAT(whole, HasSubstr("Nothing is trimmed"));
    EXPECT_THAT(whole, Not(HasSubstr("knife")));
    Job job = largeJob();
    job.pieces.front().joining.joint = Joint::two_goes;
    EXPECT_THAT(guideOf(job), HasSubstr("make up the whole together"));
    job = largeJob();
    job.sheets.seams = SeamManner::wandering;
    EXPECT_THAT(guideOf(job), HasSubstr("scissors"));
}

TEST(AssemblyGuide, isOnPaperThatCanBeReadWhateverTheSheetsAre) {
    const ScratchFolder folder;
    for (const auto& [paper, width] :
         {std::pair(SizeMm{80, 90}, 180.0), std::pair(SizeMm{450, 500}, 900.0)}) {
        Job job = largeJob();
        job = withSize(job, job.pieces.front().id, {width, width / 1.5});
        job.sheets.paper = {"custom", "own", paper, ""};
        writeGuide(Language{}, folder / "g.pdf", job, impose(job));
        EXPECT_THAT(run({"pdfinfo", (folder / "g.pdf").string()}).out, HasSubstr("595.276 x 841.89"));
    }
}

TEST(AssemblyGuide, aJobOfSingleSheetsHasNone) {
    const ScratchFolder folder;
    Job job = largeJob();
    job = withSize(job, job.pieces.front().id, {90, 60});
    EXPECT_FALSE(needsGuide(impose(job)));
    EXPECT_THROW(writeGuide(Language{}, folder / "g.pdf", job, impose(job)), Error);
    EXPECT_TRUE(folder.names().empty());
}

TEST(AssemblyGuide, stoppedItLeavesNothing) {
    const ScratchFolder folder;
    const Job job = largeJob();
    std::stop_source stop;
    const auto atOnce = [&](double) { stop.request_stop(); };
    EXPECT_THROW(writeGuide(Language{}, folder / "g.pdf", job, impose(job), {stop.get_token(), atOnce}),
                 Error);
    EXPECT_TRUE(folder.names().empty());
}

TEST(AssemblyMap, theBackIsTheFrontTurnedOver) {
    const Job job = largeJob();
    const SeamPlan plan = impose(job).plans.front();
    const RectMm room{10, 20, 180, 120};
    const AssemblyMap front(plan, room, AssemblyMap::From::front), back(plan, room, AssemblyMap::From::back);
    const auto middles = [](const Marks& marks) {
        std::vector<PointMm> at;
        for (const Mark& mark : marks)
            if (std::holds_alternative<FilledShape>(mark)) {
                const RectMm e = extent(mark);
                at.push_back({e.x + e.width / 2, e.y + e.height / 2});
            }
        return at;
    };
    const auto a = middles(front.labels(Language{}, 4)), b = middles(back.labels(Language{}, 4));
    ASSERT_EQ(a.size(), plan.tiles.size());
    for (std::size_t i = 0; i < a.size(); ++i) {
        EXPECT_NEAR(a[i].x + b[i].x, 2 * front.where().x + front.where().width, 1e-6);
        EXPECT_NEAR(a[i].y, b[i].y, 1e-6);
    }
}
