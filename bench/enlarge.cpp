// The learned enlarger on an A4 page: how long it takes, against bicubic and against the multiply-adds that
// this machine can do at most; and the most memory that it took.
#include <array>
#include <chrono>
#include <iostream>
#include <opencv2/core/utility.hpp>
#include <opencv2/imgproc.hpp>

#include <fmt/format.h>
#include <sys/resource.h>

#include "core/base/parallel.h"
#include "core/enlarge/enlarged_picture.h"

namespace {

constexpr double multiply_adds_px =
    2 * 9 * 32 + 5 * 9 * 32 * 32 + 9 * 32 * 4;        // of the network, a small pixel
constexpr int page_width = 1240, page_height = 1754;  // A4 at 150 to an inch

double seconds(const std::function<void()>& work) {
    const auto begin = std::chrono::steady_clock::now();
    work();
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
}

using Lanes = float __attribute__((vector_size(64)));

/// Independent chains of fused multiply-adds, as many as hide their latency.
__attribute__((target_clones("avx512f", "avx2,fma", "default"))) float multiplyAdds(long rounds) {
    std::array<Lanes, 10> sums{};
    Lanes factor{}, term{};
    factor += 1.0000001f;
    term += 1e-9f;
    for (long i = 0; i < rounds; ++i)
        for (Lanes& sum : sums) sum = sum * factor + term;
    float all = 0;
    for (const Lanes& sum : sums) all += sum[0];
    return all;
}

/// Multiply-adds a second on two threads.
double peak() {
    constexpr long rounds = 60'000'000;
    float sink = 0;
    const double took = seconds([&] {
        tympan::inTwoParts(2, [&](int, int) {
            const float sum = multiplyAdds(rounds);
            if (sum < 0) sink = sum;
        });
    });
    return 2.0 * rounds * 10 * 16 / took + static_cast<double>(sink);
}

}  // namespace

int main() {
    cv::setNumThreads(1);
    cv::Mat page(page_height, page_width, CV_8UC1);
    cv::randu(page, 0, 256);
    const tympan::EnlargedPicture picture(page, tympan::keyOf("bench"), {.doublings = 1});
    picture.box({0, 0, 64, 64});  // reads the network
    cv::Mat large;
    const double bicubic = seconds([&] { cv::resize(page, large, {}, 2, 2, cv::INTER_CUBIC); });
    const double took = seconds([&] { large = picture.box({0, 0, 2 * page_width, 2 * page_height}); });
    rusage used{};
    getrusage(RUSAGE_SELF, &used);
    const double rate = multiply_adds_px * page_width * page_height / took;
    std::cout << fmt::format(
        "A4 at 300 ppi from 150 (8.7 Mpx): {:.2f} s (goal: at most 6), peak {:.0f} MB (goal: under 400)\n"
        "bicubic of the same, one thread: {:.3f} s\n"
        "multiply-adds: {:.1f} thousand million a second, {:.0f} % of what two threads of this machine can "
        "do\n",
        took, static_cast<double>(used.ru_maxrss) * 1024 / 1e6, bicubic, rate / 1e9, 100 * rate / peak());
}
