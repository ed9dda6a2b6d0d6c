#include "core/base/parallel.h"

#include <stdexcept>
#include <vector>

#include <gtest/gtest.h>

#include "core/base/progress.h"

using namespace tympan;

TEST(InTwoParts, coversEveryIndexOnce) {
    for (int count : {0, 1, 2, 3, 10, 1001}) {
        std::vector<int> seen(static_cast<std::size_t>(count), 0);
        inTwoParts(count, [&](int first, int last) {
            for (int i = first; i < last; ++i) ++seen[static_cast<std::size_t>(i)];
        });
        EXPECT_EQ(seen, std::vector<int>(static_cast<std::size_t>(count), 1));
    }
}

TEST(InTwoParts, anExceptionOfEitherPartArrives) {
    EXPECT_THROW(inTwoParts(10,
                            [](int first, int) {
                                if (first > 0) throw std::runtime_error("beside");
                            }),
                 std::runtime_error);
    EXPECT_THROW(inTwoParts(10,
                            [](int first, int) {
                                if (first == 0) throw std::runtime_error("here");
                            }),
                 std::runtime_error);
}

TEST(Progress, stopsWhereItIsAskedTo) {
    std::stop_source stop;
    const Progress progress{stop.get_token(), {}};
    EXPECT_NO_THROW(progress.at(0.5));
    stop.request_stop();
    try {
        progress.at(0.6);
        FAIL();
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::stopped);
    }
}
