#include "core/job/history.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

Job named(const std::string& name) {
    Job job;
    job.name = name;
    return job;
}

}  // namespace

RC_GTEST_PROP(History, undoAndRedoWalkTheSameValues, ()) {
    History history(named("0"));
    std::vector<std::string> model{"0"};
    std::size_t at = 0;
    for (int step = 0; step < 40; ++step) {
        switch (*rc::gen::inRange(0, 3)) {
            case 0:
                history.record(named(std::to_string(step + 1)), "edit");
                model.resize(at + 1);
                model.push_back(std::to_string(step + 1));
                ++at;
                break;
            case 1:
                history.undo();
                if (at > 0) --at;
                break;
            default:
                history.redo();
                if (at + 1 < model.size()) ++at;
        }
        RC_ASSERT(history.now().name == model[at]);
        RC_ASSERT(history.canUndo() == (at > 0));
        RC_ASSERT(history.canRedo() == (at + 1 < model.size()));
    }
}

TEST(History, aRunIsOneStep) {
    History history(named("a"));
    for (const char* name : {"b", "c", "d"}) history.record(named(name), "slide", "slider");
    EXPECT_EQ(history.now().name, "d");
    history.undo();
    EXPECT_EQ(history.now().name, "a");
    history.redo();
    history.record(named("e"), "slide", "slider");
    history.undo();
    EXPECT_EQ(history.now().name, "d") << "after undo and redo the run is over";
}

TEST(History, aValueThatIsTheSameIsNoStep) {
    History history(named("a"));
    history.record(named("a"), "nothing");
    EXPECT_FALSE(history.canUndo());
}

TEST(History, namesWhatWouldBeUndone) {
    History history(named("a"));
    history.record(named("b"), "change the size");
    history.record(named("c"), "change the tone");
    EXPECT_EQ(history.undoName(), "change the tone");
    history.undo();
    EXPECT_EQ(history.undoName(), "change the size");
    EXPECT_EQ(history.redoName(), "change the tone");
}

TEST(History, keepsABoundedPast) {
    History history(jobOf(picture(), {60, 40}));
    for (int i = 0; i < 1200; ++i)
        history.record(withWidth(history.now(), 2, 10 + i, Proportions::keep), "change the size");
    EXPECT_LE(history.steps(), 500u);
    EXPECT_GT(history.steps(), 100u) << "and yet more than anybody would go back";
    EXPECT_EQ(history.now().pieces.front().size.width, 10 + 1199);
    history.undo();
    EXPECT_EQ(history.now().pieces.front().size.width, 10 + 1198);
}
