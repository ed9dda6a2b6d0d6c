// Job files without a window: in every order that work and what comes of it can take.
#include "workshop/files.h"

#include <gmock/gmock.h>

#include "core/job/edits.h"
#include "core/job/job_json.h"
#include "tests/support/by_hand.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using namespace std::chrono_literals;
using workshop::FileNews;
using What = workshop::FileNews::What;
namespace fs = std::filesystem;

namespace {

Job sample() {
    Job job = jobOf(picture(), {90, 60});
    job.name = "Moth";
    return job;
}

/// An open job with its files, driven by hand; what is told is kept.
struct AtWork {
    explicit AtWork(ExecutorByHand& executor)
        : executor(executor), open(sample()), files(open, executor, clock, folder / "recovery", {}) {
        telling = files.ended.join([this](const FileNews& each) { news.push_back(each); });
    }
    fs::path file(const std::string& name) const { return folder / (name + ".tympan"); }
    void widen(double width_mm) {
        open.edit("width",
                  [&](Job job) { return withWidth(std::move(job), 2, width_mm, Proportions::keep); });
        open.endRun();
    }
    double width() const { return open.job().pieces.front().size.width; }
    bool told(What what) const {
        return std::any_of(news.begin(), news.end(), [&](const FileNews& each) { return each.what == what; });
    }

    ExecutorByHand& executor;
    ScratchFolder folder;
    ClockByHand clock;
    workshop::OpenJob open;
    std::vector<FileNews> news;
    workshop::Files files;
    std::shared_ptr<void> telling;
};

double widthIn(const fs::path& file) { return openJobFile(file).job.pieces.front().size.width; }

/// What a crash at this moment would leave: the width in it; nothing where nothing is left.
std::optional<double> widthKept(const AtWork& at) {
    for (const auto& each : fs::recursive_directory_iterator(at.folder.path()))
        if (each.path().filename() == "job.json") {
            LeftWork left;
            left.folder = each.path().parent_path();
            return openLeftWork(left).job.pieces.front().size.width;
        }
    return {};
}

}  // namespace

TEST(Files, twoSavesAndAnEditBetweenEndWithTheLaterOneInEveryOrder) {
    const int orders = inEveryOrder([](ExecutorByHand& executor) {
        auto at = std::make_shared<AtWork>(executor);
        return Scenario{{[at] { at->files.saveAs(at->file("one")); }, [at] { at->widen(70); },
                         [at] { at->files.saveAs(at->file("two")); }},
                        [at] {
                            EXPECT_EQ(at->files.file(), at->file("two"));
                            EXPECT_FALSE(at->files.unsaved());
                            EXPECT_EQ(widthIn(at->file("one")), 90);
                            EXPECT_EQ(widthIn(at->file("two")), 70);
                            EXPECT_EQ(at->news.size(), 2U);
                        }};
    });
    EXPECT_GT(orders, 5);
}

TEST(Files, noEditIsLostToAJobThatIsStillBeingOpened) {
    const fs::path other = fs::temp_directory_path() / "tympan-other.tympan";
    Job another = sample();
    another.name = "Other";
    saveJobFile(other, another, {});
    int taken = 0, kept = 0;
    inEveryOrder([&](ExecutorByHand& executor) {
        auto at = std::make_shared<AtWork>(executor);
        return Scenario{{[at, other] { at->files.open(other); }, [at] { at->widen(70); }},
                        [at, &taken, &kept] {
                            // The edit stands: in the job that was open, or in the one that was opened.
                            EXPECT_EQ(at->width(), 70);
                            const bool refused = at->told(What::not_opened_edited);
                            EXPECT_EQ(at->open.job().name, refused ? "Moth" : "Other");
                            ++(refused ? kept : taken);
                        }};
    });
    EXPECT_GT(taken, 0);
    EXPECT_GT(kept, 0);
    fs::remove(other);
}

TEST(Files, theCopyForACrashIsOfTheLastEditOrGoneWhenThatIsSaved) {
    inEveryOrder([](ExecutorByHand& executor) {
        auto at = std::make_shared<AtWork>(executor);
        return Scenario{{[at] { at->widen(70); }, [at] { at->clock.goOn(4s); },
                         [at] { at->files.saveAs(at->file("one")); }, [at] { at->widen(60); },
                         [at] { at->clock.goOn(4s); }},
                        [at] {
                            EXPECT_TRUE(at->files.unsaved());
                            EXPECT_EQ(widthKept(*at), 60);
                            EXPECT_EQ(widthIn(at->file("one")), 70);
                        }};
    });
    inEveryOrder([](ExecutorByHand& executor) {
        auto at = std::make_shared<AtWork>(executor);
        return Scenario{{[at] { at->widen(70); }, [at] { at->clock.goOn(4s); },
                         [at] { at->files.saveAs(at->file("one")); }},
                        [at] {
                            EXPECT_FALSE(at->files.unsaved());
                            EXPECT_EQ(widthKept(*at), std::nullopt);
                        }};
    });
}

// A monkey found it: nothing is edited after the undo, and what is saved is not what is shown.
TEST(Files, workThatIsUndoneWhileItIsSavedIsKeptOrGivenUpAsItStands) {
    inEveryOrder([](ExecutorByHand& executor) {
        auto at = std::make_shared<AtWork>(executor);
        return Scenario{{[at] { at->widen(70); }, [at] { at->clock.goOn(4s); },
                         [at] { at->files.saveAs(at->file("one")); }, [at] { at->open.undo(); }},
                        [at] {
                            at->clock.goOn(4s);
                            at->executor.finishAll();
                            EXPECT_EQ(widthIn(at->file("one")), 70);
                            EXPECT_TRUE(at->files.unsaved());
                            EXPECT_EQ(widthKept(*at), 90);
                        }};
    });
}

TEST(Files, whatIsUndoneToAsItWasSavedIsNotOfferedAfterACrash) {
    ExecutorByHand executor;
    AtWork at(executor);
    at.widen(70);
    at.clock.goOn(4s);
    executor.finishAll();
    EXPECT_EQ(widthKept(at), 70);
    at.open.undo();
    executor.finishAll();
    EXPECT_FALSE(at.files.unsaved());
    EXPECT_EQ(widthKept(at), std::nullopt);
}

TEST(Files, whatOpensWithoutAllOfItIsKeptAtOnceAsUnsavedWork) {
    ExecutorByHand executor;
    AtWork at(executor);
    at.files.saveAs(at.file("whole"));
    executor.finishAll();
    // Cut off: its picture is gone.
    const std::string bytes = contentOf(at.file("whole"));
    write(at.file("cut"), bytes.substr(0, bytes.size() - 40));
    at.files.open(at.file("cut"));
    executor.finishAll();
    ASSERT_TRUE(at.told(What::opened_without));
    EXPECT_TRUE(at.files.unsaved());
    EXPECT_FALSE(at.files.save()) << "it is not saved over by mistake";
    at.clock.goOn(4s);
    executor.finishAll();
    EXPECT_EQ(widthKept(at), 90);
}

TEST(Files, stoppedAtAnyMomentASaveIsWholeAndSaidOrUndoneAndSaid) {
    int saved = 0, stopped = 0;
    inEveryOrder([&](ExecutorByHand& executor) {
        auto at = std::make_shared<AtWork>(executor);
        return Scenario{{[at] { at->widen(70); }, [at] { at->files.saveAs(at->file("one")); },
                         [at] { at->files.stop(); }},
                        [at, &saved, &stopped] {
                            ASSERT_EQ(at->news.size(), 1U);
                            const bool there = fs::exists(at->file("one"));
                            EXPECT_EQ(at->news.front().what, there ? What::saved : What::stopped);
                            EXPECT_EQ(at->files.unsaved(), !there);
                            ++(there ? saved : stopped);
                        }};
    });
    EXPECT_GT(saved, 0);
    EXPECT_GT(stopped, 0);
}

TEST(Files, whatWasLeftGoesOnlyWhenItIsKeptAgain) {
    inEveryOrder([](ExecutorByHand& executor) {
        auto at = std::make_shared<AtWork>(executor);
        {
            // An earlier program that ended badly.
            Recovery earlier(at->folder / "recovery");
            Job job = sample();
            job = withWidth(job, 2, 33, Proportions::keep);
            earlier.keep(job, {});
        }
        const auto left = at->files.leftOver();
        EXPECT_EQ(left.size(), 1U);
        return Scenario{{[at, left] { at->files.recover(left.front()); }}, [at, left] {
                            EXPECT_EQ(at->width(), 33);
                            EXPECT_TRUE(at->files.unsaved());
                            EXPECT_FALSE(fs::exists(left.front().folder / "job.json"));
                            EXPECT_EQ(widthKept(*at), 33);
                        }};
    });
}

TEST(Files, aSaveThatCannotBeWrittenSaysSoAndLeavesTheJobUnsaved) {
    ExecutorByHand executor;
    AtWork at(executor);
    at.widen(70);
    at.files.saveAs(at.folder / "no" / "such" / "folder");
    executor.finishAll();
    ASSERT_EQ(at.news.size(), 1U);
    EXPECT_EQ(at.news.front().what, What::failed);
    EXPECT_FALSE(at.news.front().why.empty());
    EXPECT_TRUE(at.files.unsaved());
    EXPECT_FALSE(at.files.save()) << "it has no file yet";
}

TEST(Files, nothingIsCalledWhenTheFilesHaveGone) {
    ExecutorByHand executor;
    {
        AtWork at(executor);
        at.files.saveAs(at.file("one"));
        at.widen(70);
        at.clock.goOn(4s);
    }
    executor.finishAll();
}

TEST(Files, anEditIsKeptThreeSecondsAfterTheFirstOfARowOfThem) {
    ExecutorByHand executor;
    AtWork at(executor);
    at.files.begin(sample());
    executor.finishAll();
    for (int k = 0; k < 5; ++k) {
        at.widen(70 - k);
        at.clock.goOn(800ms);
    }
    executor.finishAll();
    EXPECT_EQ(widthKept(at), 67) << "as it was three seconds after the first";
    at.clock.goOn(3s);
    executor.finishAll();
    EXPECT_EQ(widthKept(at), 66);
    at.files.giveUp();
    executor.finishAll();
    EXPECT_EQ(widthKept(at), std::nullopt);
}
