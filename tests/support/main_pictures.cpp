#include <opencv2/core/utility.hpp>

#include <gmock/gmock.h>

int main(int argc, char** argv) {
    cv::setNumThreads(
        1);  // as in the programs; its own threads may end while a sanitizer looks for leaks, and fell it
    testing::InitGoogleMock(&argc, argv);
    return RUN_ALL_TESTS();
}
