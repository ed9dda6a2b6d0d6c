#include "core/tone/screen.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <mutex>
#include <numbers>
#include <numeric>

#include "core/base/parallel.h"
#include "core/tone/blue_noise.h"

namespace tympan {

namespace {

constexpr int cell_side = 256;

/// From 0 on a line's middle to 1 between two lines.
double fromLine(double at) { return std::abs(2 * (at - std::floor(at)) - 1); }

double spot(Screen::Kind kind, double u, double v) {
    const double turn = 2 * std::numbers::pi;
    switch (kind) {
        case Screen::Kind::line:
            return fromLine(v);
        case Screen::Kind::round:
            return -(std::cos(turn * u) + std::cos(turn * v));
        case Screen::Kind::ellipse:
            return -(std::cos(turn * u) + 0.6 * std::cos(turn * v));
        case Screen::Kind::cross:
            return std::min(fromLine(u), fromLine(v));
        case Screen::Kind::hatch:
            return std::min(fromLine(v), fromLine(u) + 0.5);
        case Screen::Kind::none:
        case Screen::Kind::grain:
        case Screen::Kind::scatter:
            break;
    }
    return 0;
}

/// Each value replaced by how many are smaller (and half of those that are alike), spread over 0 to 65534.
std::vector<std::uint16_t> ranked(const std::vector<double>& values) {
    std::vector<std::size_t> order(values.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::sort(order.begin(), order.end(),
              [&](std::size_t a, std::size_t b) { return values[a] < values[b]; });
    std::vector<std::uint16_t> rank(values.size());
    const double scale = 65534.0 / static_cast<double>(values.size() - 1);
    for (std::size_t first = 0; first < order.size();) {
        std::size_t last = first;
        while (last + 1 < order.size() && values[order[last + 1]] - values[order[first]] < 1e-9) ++last;
        const auto middle =
            static_cast<std::uint16_t>(std::lround(scale * 0.5 * static_cast<double>(first + last)));
        for (std::size_t i = first; i <= last; ++i) rank[order[i]] = middle;
        first = last + 1;
    }
    return rank;
}

ScreenCell cellOf(Screen::Kind kind) {
    if (kind == Screen::Kind::grain) {
        ScreenCell cell{blue_noise_side, blueNoise()};
        const double scale = 65534.0 / (blue_noise_side * blue_noise_side - 1);
        for (std::uint16_t& each : cell.threshold)
            each = static_cast<std::uint16_t>(std::lround(each * scale));
        return cell;
    }
    std::vector<double> values;
    values.reserve(static_cast<std::size_t>(cell_side) * cell_side);
    for (int y = 0; y < cell_side; ++y)
        for (int x = 0; x < cell_side; ++x)
            values.push_back(spot(kind, (x + 0.5) / cell_side, (y + 0.5) / cell_side));
    return {cell_side, ranked(values)};
}

/// A grain's cell holds many specks.
double cellsToTheCm(const Screen& screen) {
    const double per_cm = std::clamp(screen.per_cm, least_screen_per_cm, most_screen_per_cm);
    return screen.kind == Screen::Kind::grain ? per_cm / blue_noise_side : per_cm;
}

}  // namespace

const ScreenCell& screenCell(Screen::Kind kind) {
    static std::array<ScreenCell, 7> cells;
    static std::array<std::once_flag, 7> made;
    const auto at = static_cast<std::size_t>(kind);
    std::call_once(made.at(at), [&] { cells[at] = cellOf(kind); });
    return cells[at];
}

double cellPixels(const Screen& screen, const PixelGrid& grid) {
    const double per_cm = std::clamp(screen.per_cm, least_screen_per_cm, most_screen_per_cm);
    return 10 / per_cm / grid.pixel_mm();
}

namespace {

/// The thresholds of a screen over the raster of a print.
class Laid {
  public:
    Laid(const Screen& screen, const PixelGrid& grid)
        : cell_(screenCell(screen.kind)), mask_(cell_.side - 1) {
        const double degrees = screen.kind == Screen::Kind::grain ? 0 : screen.angle_deg;
        const double radians = degrees * std::numbers::pi / 180;
        // Thresholds to the pixel, along the screen's own axes.
        const double scale = grid.pixel_mm() / 10 * cellsToTheCm(screen) * cell_.side;
        c_ = std::cos(radians) * scale;
        s_ = std::sin(radians) * scale;
    }

    bool inked(std::uint32_t k, double x, double y) const {
        const auto u = static_cast<long>(std::floor(c_ * x + s_ * y)) & mask_;
        const auto v = static_cast<long>(std::floor(c_ * y - s_ * x)) & mask_;
        return k > cell_.threshold[static_cast<std::size_t>(v * cell_.side + u)];
    }

  private:
    const ScreenCell& cell_;
    int mask_;  // a cell's side is a power of two
    double c_ = 0, s_ = 0;
};

/// Where within a pixel it is asked, 0 to 1.
double within(int x, int y) {
    static const std::vector<std::uint16_t>& noise = blueNoise();
    constexpr int mask = blue_noise_side - 1;
    return noise[static_cast<std::size_t>((y & mask) * blue_noise_side + (x & mask))] /
           (1.0 * blue_noise_side * blue_noise_side);
}

std::uint8_t smoothPixel(const Laid& laid, std::uint32_t k, int x, int y) {
    constexpr int samples = 3;
    int inked = 0;
    for (int i = 0; i < samples; ++i)
        for (int j = 0; j < samples; ++j)
            inked += laid.inked(k, x + (j + 0.5) / samples, y + (i + 0.5) / samples);
    return static_cast<std::uint8_t>(255 - 255 * inked / (samples * samples));
}

}  // namespace

void layScreen(cv::Mat& ink, const Screen& screen, const PixelGrid& grid, const RectPx& box, Rims rims) {
    const double least = screen.kind == Screen::Kind::grain ? 1 : least_cell_px;
    if (screen.kind == Screen::Kind::none || screen.kind == Screen::Kind::scatter ||
        cellPixels(screen, grid) < least - 1e-9)
        return;
    const Laid laid(screen, grid);
    inTwoParts(ink.rows, [&](int first, int last) {
        for (int row = first; row < last; ++row) {
            std::uint8_t* p = ink.ptr<std::uint8_t>(row);
            const int y = box.y + row;
            for (int column = 0; column < ink.cols; ++column) {
                const int x = box.x + column;
                if (p[column] == 255) continue;  // no threshold is below nothing
                const std::uint32_t k = (255u - p[column]) * 257u;
                if (rims == Rims::smooth)
                    p[column] = smoothPixel(laid, k, x, y);
                else
                    p[column] = laid.inked(k, x + within(x, y), y + within(x + 37, y + 71)) ? 0 : 255;
            }
        }
    });
}

}  // namespace tympan
