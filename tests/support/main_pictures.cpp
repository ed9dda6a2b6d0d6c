#include <opencv2/core/utility.hpp>

#include <gmock/gmock.h>

#include "core/artwork/vips_session.h"

int main(int argc, char** argv) {
    cv::setNumThreads(
        1);  // as in the programs; its own threads may end while a sanitizer looks for leaks, and fell it
    testing::InitGoogleMock(&argc, argv);
    const int result = RUN_ALL_TESTS();
    tympan::endVips();
    return result;
}
