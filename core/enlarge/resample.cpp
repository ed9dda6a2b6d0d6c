#include "core/enlarge/resample.h"

#include <algorithm>
#include <atomic>

#include "core/base/clones.h"
#include "core/base/parallel.h"

namespace tympan {

namespace {

constexpr int half = LanczosAxis::one / 2;
constexpr int shift = 14;
static_assert(1 << shift == LanczosAxis::one);

// Headroom: Lanczos-3 weights sum to at most 1.27 (positive) and 0.27 (negative) of one, so a first pass
// stays within -0.27 to 1.27 of 65535, and the second within 1.68 x 65535 x 16384 = 1.80e9 < 2^31.

constexpr std::int32_t white = 65535, ripple = white / 16;

/// Whether `count` values, `step` apart, are all white (or more); black (or less).
bool allWhite(const std::uint16_t* p, int count, int step) {
    for (int k = 0; k < count; ++k)
        if (p[k * step] < white) return false;
    return true;
}
bool allBlack(const std::uint16_t* p, int count, int step) {
    for (int k = 0; k < count; ++k)
        if (p[k * step] > 0) return false;
    return true;
}

/// `fixed`: how many taps there are, where the compiler is to know; 0: x.taps.
template <int channels, int fixed>
void acrossWith(const std::uint16_t* row, int row_first, const LanczosAxis& x, std::int32_t* out) {
    const int taps = fixed > 0 ? fixed : x.taps;
    const std::int32_t* w = x.weights.data();
    const LanczosAxis::Near* near = x.near.data();
    for (const int begin : x.begin) {
        const std::uint16_t* p = row + static_cast<std::ptrdiff_t>(begin - row_first) * channels;
        std::int32_t sum[channels] = {};
        for (int k = 0; k < taps; ++k, p += channels, ++w)
            for (int c = 0; c < channels; ++c) sum[c] += p[c] * *w;
        const std::uint16_t* q = row + static_cast<std::ptrdiff_t>(near->first - row_first) * channels;
        for (int c = 0; c < channels; ++c) {
            std::int32_t value = (sum[c] + half) >> shift;
            if (value > white - ripple && value < white &&
                allWhite(q + c, near->last - near->first, channels))
                value = white;
            else if (value > 0 && value < ripple && allBlack(q + c, near->last - near->first, channels))
                value = 0;
            *out++ = value;
        }
        ++near;
    }
}

template <int channels>
void across(const std::uint16_t* row, int row_first, const LanczosAxis& x, std::int32_t* out) {
    constexpr int enlarging = 6;  // taps of all that is not shrunk
    x.taps == enlarging ? acrossWith<channels, enlarging>(row, row_first, x, out)
                        : acrossWith<channels, 0>(row, row_first, x, out);
}

void across(int channels, const std::uint16_t* row, int row_first, const LanczosAxis& x, std::int32_t* out) {
    switch (channels) {
        case 1:
            return across<1>(row, row_first, x, out);
        case 2:
            return across<2>(row, row_first, x, out);
        case 3:
            return across<3>(row, row_first, x, out);
        default:
            return across<4>(row, row_first, x, out);
    }
}

TYMPAN_CLONES void addWeighted(std::int32_t* sum, const std::int32_t* row, std::int32_t weight, int count) {
    for (int i = 0; i < count; ++i) sum[i] += row[i] * weight;
}

/// What of `row` is less, and what is more, than was held so far.
TYMPAN_CLONES void span(std::int32_t* least, std::int32_t* most, const std::int32_t* row, int count) {
    for (int i = 0; i < count; ++i) {
        least[i] = row[i] < least[i] ? row[i] : least[i];
        most[i] = row[i] > most[i] ? row[i] : most[i];
    }
}

TYMPAN_CLONES void store(const std::int32_t* sum, const std::int32_t* least, const std::int32_t* most,
                         std::uint16_t* out, int count) {
    for (int i = 0; i < count; ++i) {
        std::int32_t value = (sum[i] + half) >> shift;
        value = least[i] >= white ? white : most[i] <= 0 ? 0 : value;
        out[i] = static_cast<std::uint16_t>(value < 0 ? 0 : value > white ? white : value);
    }
}

}  // namespace

cv::Mat resample(const RowReader& source, int channels, const LanczosAxis& x, const LanczosAxis& y,
                 const Progress& progress) {
    const int columns = static_cast<int>(x.begin.size()), rows = static_cast<int>(y.begin.size());
    const int values = columns * channels;
    const int read = x.last_source - x.first_source;
    cv::Mat result(rows, columns, CV_MAKETYPE(CV_16U, channels));
    std::atomic<int> done = 0;

    inTwoParts(rows, [&](int first, int last) {
        // Source rows resampled across are kept in a ring just long enough for one output row.
        cv::Mat ring(y.taps, values, CV_32S), sum(1, values, CV_32S);
        cv::Mat least(1, values, CV_32S), most(1, values, CV_32S);
        std::vector<std::uint16_t> row(static_cast<std::size_t>(read) * static_cast<std::size_t>(channels));
        int next = y.begin[static_cast<std::size_t>(first)];
        for (int i = first; i < last; ++i) {
            const int begin = y.begin[static_cast<std::size_t>(i)];
            for (next = std::max(next, begin); next < begin + y.taps; ++next) {
                source(next, x.first_source, x.last_source, row.data());
                across(channels, row.data(), x.first_source, x, ring.ptr<std::int32_t>(next % y.taps));
            }
            sum.setTo(0);
            const std::int32_t* weights = y.weightsOf(i);
            for (int k = 0; k < y.taps; ++k)
                if (weights[k] != 0)
                    addWeighted(sum.ptr<std::int32_t>(), ring.ptr<std::int32_t>((begin + k) % y.taps),
                                weights[k], values);
            const LanczosAxis::Near near = y.near[static_cast<std::size_t>(i)];
            least.setTo(white);
            most.setTo(0);
            for (int k = near.first; k < near.last; ++k)
                span(least.ptr<std::int32_t>(), most.ptr<std::int32_t>(), ring.ptr<std::int32_t>(k % y.taps),
                     values);
            store(sum.ptr<std::int32_t>(), least.ptr<std::int32_t>(), most.ptr<std::int32_t>(),
                  result.ptr<std::uint16_t>(i), values);
            if ((++done & 31) == 0) progress.at(1.0 * done / rows);
        }
    });
    return result;
}

}  // namespace tympan
