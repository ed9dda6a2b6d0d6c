#include "core/tone/automatic_tone.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/tone/levels.h"
#include "core/tone/local_contrast.h"

namespace tympan {

namespace {

constexpr double around_mm = 2;        // of local detail
constexpr double local_radius_mm = 3;  // of the local contrast that makes up for lost detail
constexpr double free_solid = 0.12;    // of a picture that may be solid although less of it was
constexpr double least_ink = 0.34, most_ink = 0.62;
constexpr double most_bare = 0.04;  // of a picture that may become bare although less of it was
constexpr double bare_from = 0.985;
constexpr double keeps_detail = 1.04;  // local detail afterwards to that before
constexpr double night_ink = 0.85, night_light = 0.35;
constexpr double sample_share = 0.78;  // of a limit, asked of a sample: it averages the finest blacks out
// What things are worth against each other, so that a gain of 0.05 in local detail counts 1.
constexpr double worth_detail = 20, worth_limit = 20, worth_likeness = 0.5;
constexpr double stays = 3;                        // a face should be about as light as it was
constexpr double drawn_share = 1.05;               // of the blacks of a drawing
constexpr double gentlest = 0.45, steepest = 2.4;  // slopes to the mean slope

using Bins = GreyHistogram;

/// The greys of all samples: how often each occurs, and how much local detail lies at it.
struct Greys {
    Bins share{}, detail{};
};

cv::Mat detailOf(const cv::Mat& greys, double px_mm) {
    const int side = 2 * std::max(1, static_cast<int>(std::lround(around_mm * px_mm))) + 1;
    cv::Mat value, mean, apart;
    greys.convertTo(value, CV_32F, 1 / 65535.0);
    cv::blur(value, mean, {side, side}, {-1, -1}, cv::BORDER_REFLECT);
    cv::absdiff(value, mean, apart);
    return apart;
}

Greys greysOf(const std::vector<ToneSample>& samples) {
    Greys greys;
    for (const ToneSample& sample : samples) {
        const cv::Mat apart = detailOf(sample.greys, sample.px_mm);
        const double part = 1.0 / static_cast<double>(sample.greys.total() * samples.size());
        for (int y = 0; y < apart.rows; ++y)
            for (int x = 0; x < apart.cols; ++x) {
                const auto bin = static_cast<std::size_t>(sample.greys.at<std::uint16_t>(y, x) / 257);
                greys.share[bin] += part;
                greys.detail[bin] += part * static_cast<double>(apart.at<float>(y, x));
            }
    }
    return greys;
}

Bins smoothed(const Bins& bins) {
    constexpr int reach = 10;
    Bins smooth{};
    for (int i = 0; i < 256; ++i) {
        double sum = 0, weights = 0;
        for (int j = std::max(0, i - reach); j <= std::min(255, i + reach); ++j) {
            const double weight = 1 + std::cos(M_PI * (j - i) / (reach + 1));
            sum += weight * bins[static_cast<std::size_t>(j)];
            weights += weight;
        }
        smooth[static_cast<std::size_t>(i)] = sum / weights;
    }
    return smooth;
}

/// Rises from 0 at `black` to 1 at `white`, steeper where there is more detail. `power` 0: a straight line.
Bins rising(const Bins& detail, int black, int white, double power) {
    Bins slope{};
    double mean = 0;
    for (int i = black; i < white; ++i) mean += detail[static_cast<std::size_t>(i)] / (white - black);
    if (mean <= 0) mean = 1;
    for (int i = black; i < white; ++i)
        slope[static_cast<std::size_t>(i)] =
            std::clamp(std::pow(detail[static_cast<std::size_t>(i)] / mean, power), gentlest, steepest);
    Bins curve{};
    double sum = 0;
    for (std::size_t i = 0; i < 256; ++i) curve[i] = sum, sum += slope[i];
    for (double& each : curve) each = sum > 0 ? each / sum : 0;
    return curve;
}

struct Limits {
    double solid_grey = 0.15;  ///< greys below this are solid
    double solid = free_solid, bare = most_bare;
    double ink = 0.5;  ///< the mean that is wished for: the picture's own, where that is within limits
};

/// What a curve comes to, by the histogram alone.
struct Outcome {
    double solid = 0, bare = 0, ink = 0, detail = 0, bent = 0;
};

Outcome outcomeOf(const Bins& curve, const Greys& greys, const Limits& limits, double margin) {
    Outcome out;
    for (std::size_t i = 0; i < 256; ++i) {
        const double slope = (curve[std::min<std::size_t>(255, i + 1)] - curve[i == 0 ? 0 : i - 1]) * 255 /
                             (i == 0 || i == 255 ? 1 : 2);
        if (curve[i] < limits.solid_grey + margin) out.solid += greys.share[i];
        if (curve[i] > bare_from) out.bare += greys.share[i];
        out.ink += greys.share[i] * (1 - curve[i]);
        out.detail += greys.detail[i] * slope;
        out.bent += greys.share[i] * std::abs(curve[i] - static_cast<double>(i) / 255);
    }
    return out;
}

/// How far a curve is from the limits; 0 within them.
double beyond(const Outcome& out, const Limits& limits) {
    return 8 * std::max(0.0, out.solid - limits.solid) + 2 * std::max(0.0, out.bare - limits.bare) +
           4 * std::max({0.0, out.ink - most_ink, least_ink - out.ink});
}

struct Candidate {
    double score = 0;
    Bins curve{};
};

/// The most promising of the family, best first.
std::vector<Candidate> candidates(const Greys& greys, const Limits& limits, double margin) {
    constexpr std::size_t worth_trying = 10;
    const Bins detail = smoothed(greys.detail);
    const int black = static_cast<int>(255 * quantile(greys.share, 0.003));
    const int white = std::max(black + 8, static_cast<int>(255 * quantile(greys.share, 0.995)));
    std::vector<Candidate> all;
    for (double power : {0.0, 0.35, 0.7})
        for (double darkest : {0.0, 0.04, 0.08, 0.12, 0.17, 0.22, 0.3})
            for (double bend : {0.35, 0.45, 0.55, 0.65, 0.75, 0.87, 1.0, 1.15, 1.35, 1.6, 2.0}) {
                Bins curve = rising(detail, black, std::min(255, white), power);
                for (double& each : curve) each = darkest + (1 - darkest) * std::pow(each, bend);
                const Outcome out = outcomeOf(curve, greys, limits, margin);
                // A curve that changes the picture less is preferred to one that gains hardly anything.
                all.push_back({worth_detail * out.detail - worth_likeness * out.bent -
                                   stays * std::abs(out.ink - limits.ink) - worth_limit * beyond(out, limits),
                               curve});
            }
    const std::size_t kept = std::min(worth_trying, all.size());
    std::partial_sort(all.begin(), all.begin() + static_cast<std::ptrdiff_t>(kept), all.end(),
                      [](const Candidate& a, const Candidate& b) { return a.score > b.score; });
    all.resize(kept);
    return all;
}

ToneCurve tableOf(const Bins& curve) {
    auto table = std::make_shared<Table16>();
    for (std::size_t i = 0; i < table->size(); ++i) {
        const double at = static_cast<double>(i) / 257;
        const auto below = static_cast<std::size_t>(at);
        const double grey = std::lerp(curve[below], curve[std::min<std::size_t>(255, below + 1)],
                                      at - static_cast<double>(below));
        (*table)[i] = static_cast<std::uint16_t>(std::lround(65535 * std::clamp(grey, 0.0, 1.0)));
    }
    return table;
}

ToneSample toned(const ToneSample& sample, const AutomaticTone& tone) {
    ToneSample made{sample.greys.clone(), sample.px_mm};
    // The grid of the sample: as many pixels to the inch.
    addLocalContrast(made.greys, sample.greys, tone.local, PixelGrid{sample.px_mm * mm_per_inch});
    for (int y = 0; y < made.greys.rows; ++y) {
        auto* row = made.greys.ptr<std::uint16_t>(y);
        for (int x = 0; x < made.greys.cols; ++x) row[x] = (*tone.curve)[row[x]];
    }
    return made;
}

ToneFacts factsOf(const std::vector<ToneSample>& samples, double solid_ink) {
    ToneFacts all;
    const double part = 1.0 / static_cast<double>(samples.size());
    for (const ToneSample& sample : samples) {
        const ToneFacts own = toneFacts(sample, solid_ink);
        all.solid += part * own.solid;
        all.ink += part * own.ink;
        all.detail += part * own.detail;
    }
    return all;
}

ToneFacts factsOf(const std::vector<ToneSample>& samples, const AutomaticTone& tone, double solid_ink) {
    std::vector<ToneSample> made;
    for (const ToneSample& sample : samples) made.push_back(toned(sample, tone));
    return factsOf(made, solid_ink);
}

}  // namespace

ToneFacts toneFacts(const ToneSample& sample, double solid_ink) {
    ToneFacts facts;
    facts.solid =
        cv::countNonZero(sample.greys < (1 - solid_ink) * 65535) / static_cast<double>(sample.greys.total());
    facts.ink = 1 - cv::mean(sample.greys)[0] / 65535;
    facts.detail = cv::mean(detailOf(sample.greys, sample.px_mm))[0];
    return facts;
}

AutomaticTone automaticTone(const std::vector<ToneSample>& samples, double solid_ink) {
    const Greys greys = greysOf(samples);
    const ToneFacts before = factsOf(samples, solid_ink);
    Limits limits;
    limits.solid_grey = 1 - solid_ink;
    limits.solid = std::max(sample_share * before.solid, sample_share * free_solid);
    double bare = 0;
    for (std::size_t i = static_cast<std::size_t>(bare_from * 255); i < 256; ++i) bare += greys.share[i];
    limits.bare = std::max(bare, most_bare);
    limits.ink = std::clamp(before.ink, least_ink + 0.02, most_ink - 0.02);
    AutomaticTone tone;
    if (mostlyPaper(greys.share)) {
        tone.curve = contrastCurve(greys.share, {Contrast::Kind::automatic});
        if (factsOf(samples, tone, solid_ink).solid <= std::max(drawn_share * before.solid, free_solid))
            return tone;
    }
    tone.local = {0, local_radius_mm};
    double best = -1e9;
    // The histogram knows slopes only: what a curve does to edges is seen on the samples themselves.
    for (double margin : {0.0, 0.03})
        for (const Candidate& candidate : candidates(greys, limits, margin)) {
            AutomaticTone trial{tableOf(candidate.curve), tone.local, false};
            const ToneFacts after = factsOf(samples, trial, solid_ink);
            const double off = 8 * std::max(0.0, after.solid - limits.solid) +
                               4 * std::max({0.0, after.ink - most_ink, least_ink - after.ink});
            const double score =
                worth_detail * after.detail - stays * std::abs(after.ink - limits.ink) - worth_limit * off;
            if (score > best) best = score, tone.curve = trial.curve;
        }
    // Where the curve alone leaves less local detail, local contrast makes up for it, as far as it spreads no
    // more of the picture into the solid.
    const auto plain = factsOf(samples, tone, solid_ink);
    if (plain.detail < keeps_detail * before.detail)
        for (int amount : {12, 25, 40, 60, 85}) {
            AutomaticTone trial = tone;
            trial.local.amount = amount;
            const ToneFacts after = factsOf(samples, trial, solid_ink);
            if (after.solid > std::max(limits.solid, plain.solid)) break;
            tone.local.amount = amount;
            if (after.detail >= keeps_detail * before.detail) break;
        }
    tone.night = before.ink > night_ink && quantile(greys.share, 0.9) < night_light;
    return tone;
}

}  // namespace tympan
