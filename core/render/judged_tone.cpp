#include "core/render/judged_tone.h"

#include <cmath>
#include <map>
#include <mutex>

#include <fmt/format.h>
#include <fmt/ranges.h>

#include "core/tone/transfer.h"

namespace tympan {

namespace {

/// How often each grey occurs in what is printed; of a matched set, in all of it.
GreyHistogram histogramOf(const Print& print) {
    GreyHistogram all{};
    for (const Print::Member& member : print.judged_with) {
        const cv::Mat& pixels = member.artwork->reduced;
        const int left = static_cast<int>(member.box.left * pixels.cols),
                  top = static_cast<int>(member.box.top * pixels.rows);
        const int right = std::max(left + 1, static_cast<int>(member.box.right * pixels.cols));
        const int bottom = std::max(top + 1, static_cast<int>(member.box.bottom * pixels.rows));
        const GreyHistogram own =
            greyHistogram(pixels(cv::Rect(left, top, right - left, bottom - top)), member.mix);
        for (std::size_t i = 0; i < all.size(); ++i)
            all[i] += own[i] / static_cast<double>(print.judged_with.size());
    }
    return all;
}

/// The curve, and after it what makes up for the transfer.
ToneCurve madeCurve(const Print& print, const GreyHistogram& histogram) {
    const ToneCurve curve = toneCurve(histogram, print.tone);
    if (!print.tone.compensated || !print.transfer) return curve;
    auto table = std::make_shared<Table16>();
    for (std::size_t i = 0; i < table->size(); ++i)
        (*table)[i] = static_cast<std::uint16_t>(
            std::lround(65535 * (1 - toPrint(*print.transfer, 1 - (*curve)[i] / 65535.0))));
    return table;
}

struct Judged {
    ToneCurve curve;
    int parting = 128;
};

/// Made once for what it depends on, and kept.
Judged judged(const Print& print) {
    static std::mutex lock;
    static std::map<std::string, Judged> kept;
    std::string key = judgedKeyOf(print) + keyOf(print.tone);
    if (print.tone.compensated && print.transfer)
        key += fmt::format(" {} {}", fmt::join(print.transfer->printed, ","),
                           fmt::join(print.transfer->arrives, ","));
    const std::lock_guard hold(lock);
    if (kept.size() > 64) kept.clear();  // sliders make many; any of them is quickly made again
    Judged& found = kept[key];
    if (!found.curve) {
        const GreyHistogram histogram = histogramOf(print);
        found = {madeCurve(print, histogram), partingGrey(histogram)};
    }
    return found;
}

}  // namespace

ToneCurve toneCurveOf(const Print& print) { return judged(print).curve; }

int partingGreyOf(const Print& print) { return judged(print).parting; }

}  // namespace tympan
