#include "core/base/cache.h"

#include <atomic>
#include <stdexcept>
#include <string>
#include <thread>

#include <gtest/gtest.h>

#include "core/base/error.h"

using namespace tympan;

namespace {

struct Inner {
    int a = 1;
    std::optional<double> b;
    std::vector<std::string> list;
};
struct Outer {
    bool flag = false;
    Inner inner;
    std::shared_ptr<const Inner> shared;
};
struct Heavy {
    int size;
};
std::size_t bytesOf(const Heavy& heavy) { return static_cast<std::size_t>(heavy.size); }

}  // namespace

TEST(Fields, areCountedAndVisitedWithoutBeingNamed) {
    EXPECT_EQ(field_count<Inner>, 3u);
    EXPECT_EQ(field_count<Outer>, 3u);
    Outer outer;
    int seen = 0;
    eachField(outer, [&](auto&) { ++seen; });
    EXPECT_EQ(seen, 3);
}

TEST(Key, everyPartCountsAndNothingElse) {
    const Outer outer{true, {2, 3.5, {"x", "yz"}}, {}};
    EXPECT_EQ(keyOf(outer), keyOf(Outer{true, {2, 3.5, {"x", "yz"}}, {}}));
    EXPECT_NE(keyOf(outer), keyOf(Outer{true, {2, 3.5, {"xy", "z"}}, {}})) << "where a text ends";
    EXPECT_NE(keyOf(outer), keyOf(Outer{true, {2, {}, {"x", "yz"}}, {}}));
    EXPECT_NE(keyOf(outer), keyOf(Outer{true, {2, 3.5, {"x", "yz"}}, std::make_shared<const Inner>()}));
    EXPECT_NE(keyOf(1, 2), keyOf(2, 1));
    EXPECT_EQ(keyOf(Outer{false, {}, std::make_shared<const Inner>()}),
              keyOf(Outer{false, {}, std::make_shared<const Inner>()}))
        << "what is shared counts by what it is, not by where";
}

TEST(Cache, keepsWhatWasUsedLastWithinItsBudget) {
    Cache cache(2900);
    int made = 0;
    const auto ask = [&](int which) {
        cache.get(keyOf(which), [&] {
            ++made;
            return Heavy{1000};
        });
    };
    ask(1), ask(2), ask(1);
    EXPECT_EQ(made, 2);
    ask(3);  // 2 goes: 1 was used after it
    EXPECT_LE(cache.bytes(), 2900u);
    ask(1);
    EXPECT_EQ(made, 3);
    ask(2);
    EXPECT_EQ(made, 4);
    EXPECT_EQ(cache.keep(keyOf(9), Heavy{1'000'000})->size, 1'000'000);
    EXPECT_TRUE(cache.find<Heavy>(keyOf(9))) << "the latest stays, whatever it weighs";
    ask(1);
    EXPECT_FALSE(cache.find<Heavy>(keyOf(9)));
}

TEST(Cache, remembersAFunctionsResultByItsArguments) {
    static int made = 0;
    const auto twice = [](int n) {
        return *remembered(
            "twice", [](int v) { return ++made, 2 * v; }, n);
    };
    EXPECT_EQ(twice(4), 8);
    EXPECT_EQ(twice(4), 8);
    EXPECT_EQ(twice(5), 10);
    EXPECT_EQ(made, 2);
}

TEST(Cache, whatTakesLongIsMadeByOneOfTwoThreads) {
    Cache cache(10'000);
    std::atomic<int> made = 0;
    const auto ask = [&] {
        EXPECT_EQ(*cache.getOnce(keyOf("slow"), {},
                                 [&] {
                                     std::this_thread::sleep_for(std::chrono::milliseconds(30));
                                     return ++made;
                                 }),
                  1);
    };
    { std::jthread one(ask), two(ask); }
    EXPECT_EQ(made, 1);
}

TEST(Cache, whoWaitsForAnotherThreadCanStopAndIsServedWhenThatFails) {
    Cache cache(10'000);
    std::atomic<bool> begun = false, go_on = false;
    std::jthread first([&] {
        EXPECT_THROW(cache.getOnce(keyOf("slow"), {},
                                   [&]() -> int {
                                       begun = true;
                                       while (!go_on) std::this_thread::yield();
                                       throw std::runtime_error("failed");
                                   }),
                     std::runtime_error);
    });
    while (!begun) std::this_thread::yield();
    std::stop_source stop;
    std::jthread stopped([&] {
        EXPECT_THROW(cache.getOnce(keyOf("slow"), stop.get_token(), [] { return 1; }), Error);
        go_on = true;
    });
    std::jthread served([&] { EXPECT_EQ(*cache.getOnce(keyOf("slow"), {}, [] { return 2; }), 2); });
    stop.request_stop();
}
