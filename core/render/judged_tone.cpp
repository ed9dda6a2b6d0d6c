#include "core/render/judged_tone.h"

#include <cmath>

#include "core/base/cache.h"
#include "core/tone/transfer.h"

namespace tympan {

namespace {

using Members = std::vector<Print::Member>;

/// How often each grey occurs in what is printed; of a matched set, in all of it.
GreyHistogram histogramOf(const Members& members, const GreyMix& mix) {
    GreyHistogram all{};
    for (const Print::Member& member : members) {
        const cv::Mat& pixels = member.artwork->reduced;
        const int left = static_cast<int>(member.box.left * pixels.cols),
                  top = static_cast<int>(member.box.top * pixels.rows);
        const int right = std::max(left + 1, static_cast<int>(member.box.right * pixels.cols));
        const int bottom = std::max(top + 1, static_cast<int>(member.box.bottom * pixels.rows));
        const GreyHistogram own = greyHistogram(pixels(cv::Rect(left, top, right - left, bottom - top)),
                                                weightsOf(*member.artwork, mix));
        for (std::size_t i = 0; i < all.size(); ++i) all[i] += own[i] / static_cast<double>(members.size());
    }
    return all;
}

/// The curve, and after it what makes up for the transfer.
ToneCurve madeCurve(const GreyHistogram& histogram, const Tone& tone,
                    const std::optional<TransferCurve>& transfer) {
    const ToneCurve curve = toneCurve(histogram, tone);
    if (!tone.compensated || !transfer) return curve;
    auto table = std::make_shared<Table16>();
    for (std::size_t i = 0; i < table->size(); ++i)
        (*table)[i] = static_cast<std::uint16_t>(
            std::lround(65535 * (1 - toPrint(*transfer, 1 - (*curve)[i] / 65535.0))));
    return table;
}

struct Judged {
    ToneCurve curve;
    int parting = 128;
};

std::size_t bytesOf(const Judged&) { return sizeof(Table16); }

Judged judged(const Print& print) {
    return *remembered(
        "judged tone",
        [](const Members& members, const Tone& tone, const std::optional<TransferCurve>& transfer) {
            const GreyHistogram histogram = histogramOf(members, tone.mix);
            return Judged{madeCurve(histogram, tone, transfer), partingGrey(histogram)};
        },
        print.judged_with, print.tone, print.transfer);
}

}  // namespace

ToneCurve toneCurveOf(const Print& print) { return judged(print).curve; }

int partingGreyOf(const Print& print) { return judged(print).parting; }

}  // namespace tympan
