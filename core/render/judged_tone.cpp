#include "core/render/judged_tone.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/base/cache.h"
#include "core/render/source_rows.h"
#include "core/tone/automatic_tone.h"
#include "core/tone/transfer.h"

namespace tympan {

namespace {

using Members = std::vector<Print::Member>;

/// The small copy of what is printed of a member.
cv::Mat shownOf(const Print::Member& member) {
    const cv::Mat& pixels = member.artwork->reduced;
    const int left = static_cast<int>(member.box.left * pixels.cols),
              top = static_cast<int>(member.box.top * pixels.rows);
    const int right = std::max(left + 1, static_cast<int>(member.box.right * pixels.cols));
    const int bottom = std::max(top + 1, static_cast<int>(member.box.bottom * pixels.rows));
    return pixels(cv::Rect(left, top, right - left, bottom - top));
}

/// How often each grey occurs in what is printed; of a matched set, in all of it.
GreyHistogram histogramOf(const Members& members, const GreyMix& mix, SeeThrough see_through) {
    GreyHistogram all{};
    for (const Print::Member& member : members) {
        const GreyHistogram own =
            greyHistogram(shownOf(member), weightsOf(*member.artwork, mix), see_through);
        for (std::size_t i = 0; i < all.size(); ++i) all[i] += own[i] / static_cast<double>(members.size());
    }
    return all;
}

ToneSample sampleOf(const Print::Member& member, const GreyMix& mix) {
    cv::Mat shown = shownOf(member);
    const double scale = 1.0 * tone_sample_px / std::max(shown.cols, shown.rows);
    const auto scaled = [scale](int side) {
        return std::max(1, static_cast<int>(std::lround(side * scale)));
    };
    if (scale < 1) cv::resize(shown, shown, {scaled(shown.cols), scaled(shown.rows)}, 0, 0, cv::INTER_AREA);
    const SourceRows rows(shown, Ink::grey, SourceRows::Light::encoded, weightsOf(*member.artwork, mix));
    ToneSample sample{cv::Mat(shown.size(), CV_16UC1), shown.cols / std::max(1.0, member.size.width)};
    std::vector<std::uint16_t> row(static_cast<std::size_t>(shown.cols * rows.channels()));
    for (int y = 0; y < shown.rows; ++y) {
        rows.read(y, 0, shown.cols, row.data());
        auto* out = sample.greys.ptr<std::uint16_t>(y);
        for (int x = 0; x < shown.cols; ++x) {
            const auto at = static_cast<std::size_t>(x * rows.channels());
            // Premultiplied, over bare paper.
            out[x] = rows.alpha() ? static_cast<std::uint16_t>(std::min(65535, row[at] + 65535 - row[at + 1]))
                                  : row[at];
        }
    }
    return sample;
}

/// What `as it needs` comes to; found once for the pictures that are judged together, whatever else is done
/// to their tone.
std::shared_ptr<const AutomaticTone> automaticOf(const Members& members, const GreyMix& mix,
                                                 double solid_ink) {
    return remembered(
        "automatic tone",
        [](const Members& together, const GreyMix& how, double solid) {
            std::vector<ToneSample> samples;
            for (const Print::Member& member : together) samples.push_back(sampleOf(member, how));
            return automaticTone(samples, solid);
        },
        members, mix, solid_ink);
}

bool isAutomatic(const Print& print) {
    return print.tone.contrast.kind == Contrast::Kind::automatic &&
           print.tone.line_art.kind == LineArt::Kind::off;
}

std::shared_ptr<const AutomaticTone> automaticOf(const Print& print) {
    return automaticOf(print.judged_with, print.tone.mix, print.solids.ink);
}

/// The curve, and after it what makes up for the transfer.
ToneCurve madeCurve(const GreyHistogram& histogram, const Tone& tone, const ToneCurve& contrast,
                    const std::optional<TransferCurve>& transfer) {
    const ToneCurve curve = toneCurve(histogram, tone, contrast);
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
        [](const Members& members, const Tone& tone, const std::optional<TransferCurve>& transfer,
           double solid_ink, bool automatic) {
            // Black and bare are told apart by what is seen, paper and all.
            const GreyHistogram histogram = histogramOf(
                members, tone.mix,
                tone.line_art.kind == LineArt::Kind::off ? SeeThrough::nothing : SeeThrough::paper);
            const ToneCurve contrast = automatic ? automaticOf(members, tone.mix, solid_ink)->curve : nullptr;
            return Judged{madeCurve(histogram, tone, contrast, transfer), partingGrey(histogram)};
        },
        print.judged_with, print.tone, print.transfer, print.solids.ink, isAutomatic(print));
}

}  // namespace

ToneCurve toneCurveOf(const Print& print) { return judged(print).curve; }

LocalContrast localContrastOf(const Print& print) {
    if (print.tone.local.amount > 0 || !isAutomatic(print)) return print.tone.local;
    return automaticOf(print)->local;
}

bool isNight(const Print& print) { return automaticOf(print)->night; }

int partingGreyOf(const Print& print) { return judged(print).parting; }

}  // namespace tympan
