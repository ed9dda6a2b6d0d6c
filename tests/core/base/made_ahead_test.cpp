#include "core/base/made_ahead.h"

#include <atomic>
#include <stdexcept>
#include <thread>

#include <gtest/gtest.h>

using namespace tympan;

TEST(MadeAhead, givesResultsInTheirOrderWhicheverIsReadyFirst) {
    std::vector<std::function<int()>> makers;
    for (int i = 0; i < 20; ++i)
        makers.push_back([i] {
            std::this_thread::sleep_for(std::chrono::milliseconds(i % 3 == 0 ? 5 : 0));
            return i;
        });
    MadeAhead<int> ahead(std::move(makers));
    for (int i = 0; i < 20; ++i) EXPECT_EQ(ahead.next(), i);
}

TEST(MadeAhead, threeAreMadeAtOnceAndNoMore) {
    std::atomic<int> now = 0, most = 0;
    std::vector<std::function<int()>> makers(12, [&] {
        const int count = ++now;
        for (int was = most; was < count && !most.compare_exchange_weak(was, count);) {
        }
        std::this_thread::sleep_for(std::chrono::milliseconds(10));
        --now;
        return 0;
    });
    MadeAhead<int> ahead(std::move(makers));
    for (int i = 0; i < 12; ++i) ahead.next();
    EXPECT_EQ(most, 3);
}

TEST(MadeAhead, aFailureIsThrownInItsTurn) {
    MadeAhead<int> ahead(
        {[] { return 1; }, []() -> int { throw std::runtime_error("no"); }, [] { return 3; }});
    EXPECT_EQ(ahead.next(), 1);
    EXPECT_THROW(ahead.next(), std::runtime_error);
}
