// Which way lettering reads: how many of the generated pictures are told rightly, wrongly or not at all, and
// how long it takes. Each is asked as it stands and mirrored.
#include "core/inspect/reading.h"

#include <algorithm>
#include <chrono>
#include <cstdio>
#include <cstring>
#include <opencv2/core.hpp>
#include <vector>

#include "tests/support/lettered.h"

using namespace tympan;

namespace {

/// Words on grounds that lines cross, and boards on which there are none.
void askedOfCrossed() {
    int right = 0, wrong = 0, all = 0, of_wood = 0;
    std::vector<double> seconds;
    const auto read = [&](const cv::Mat& grey) {
        const auto start = std::chrono::steady_clock::now();
        const Reading reading = readGrey(grey, {150});
        seconds.push_back(std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count());
        return reading;
    };
    for (const tests::Lettered& picture : tests::crossedPictures(40))
        for (const bool mirrored : {false, true}) {
            cv::Mat grey = picture.grey;
            if (mirrored) cv::flip(picture.grey, grey, 1);
            const Reads reads = read(grey).reads, truth = mirrored ? Reads::reversed : Reads::normal;
            ++all;
            right += reads == truth;
            wrong += reads != truth && reads != Reads::unknown;
        }
    std::sort(seconds.begin(), seconds.end());
    std::printf("reading among lines: %d of %d right, %d wrong; median %.2f s, most %.2f s\n", right, all,
                wrong, seconds[seconds.size() / 2], seconds.back());
    seconds.clear();
    constexpr int boards = 20;
    for (int seed = 1; seed <= boards; ++seed) of_wood += read(tests::woodGrain({1400, 1000}, seed)).found;
    std::sort(seconds.begin(), seconds.end());
    std::printf("words in wood grain: %d of %d boards; median %.2f s\n", of_wood, boards,
                seconds[seconds.size() / 2]);
}

}  // namespace

int main(int count, char** arguments) {
    if (count > 1 && std::strcmp(arguments[1], "--crossed") == 0) return askedOfCrossed(), 0;
    const bool tell = count > 1 && std::strcmp(arguments[1], "--each") == 0;
    cv::setNumThreads(1);
    int right = 0, wrong = 0, unknown = 0;
    std::vector<double> seconds;
    for (const tests::Lettered& picture : tests::letteredPictures()) {
        for (const bool mirrored : {false, true}) {
            cv::Mat grey = picture.grey;
            if (mirrored) cv::flip(picture.grey, grey, 1);
            const auto start = std::chrono::steady_clock::now();
            const Reading reading = readGrey(grey, {150});
            seconds.push_back(
                std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count());
            const Reads truth = mirrored ? Reads::reversed : Reads::normal;
            (reading.reads == truth ? right : reading.reads == Reads::unknown ? unknown : wrong)++;
            if (tell && reading.reads != truth)
                std::printf("%s: %s, %s, %.1f mm, turned %.1f, %s\n",
                            std::string(name(reading.reads)).c_str(), picture.words.c_str(),
                            picture.face.c_str(), picture.letter_mm, picture.rotation_deg,
                            picture.busy ? "busy" : "plain");
        }
    }
    std::sort(seconds.begin(), seconds.end());
    const int all = right + wrong + unknown;
    std::printf(
        "reading direction: %.1f %% right, %.1f %% wrong, %.1f %% unknown of %d; median %.2f s, most %.2f "
        "s\n",
        100.0 * right / all, 100.0 * wrong / all, 100.0 * unknown / all, all, seconds[seconds.size() / 2],
        seconds.back());
    return 0;
}
