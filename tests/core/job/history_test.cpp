#include "core/job/history.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

using namespace tympan;

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
