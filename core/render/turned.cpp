#include "core/render/turned.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/base/clones.h"
#include "core/base/parallel.h"

namespace tympan {

namespace {

constexpr int phases = 512, lanes = 8;
constexpr int tile_px = 192;  // a turned tile reads a square that is held in a core's cache
constexpr double lobes = 3;
constexpr float white = 65535, ripple = white / 16;

/// The weights of one axis of the source, for each phase of a place between two pixels.
class Kernel {
  public:
    explicit Kernel(double scale) : reach_(static_cast<int>(std::ceil(lobes * std::max(1.0, scale)))) {
        stride_ = (2 * reach_ + lanes - 1) / lanes * lanes;
        weights_.assign(static_cast<std::size_t>(stride_) * (phases + 1), 0);
        for (int phase = 0; phase <= phases; ++phase) {
            float* w = weights_.data() + static_cast<std::size_t>(phase) * static_cast<std::size_t>(stride_);
            double sum = 0;
            for (int k = 0; k < 2 * reach_; ++k) {
                const double x =
                    std::abs(k - reach_ + 1 - static_cast<double>(phase) / phases) / std::max(1.0, scale);
                const double a = std::numbers::pi * x;
                const double weight = x >= lobes ? 0
                                      : x < 1e-9 ? 1
                                                 : lobes * std::sin(a) * std::sin(a / lobes) / (a * a);
                w[k] = static_cast<float>(weight);
                sum += weight;
            }
            for (int k = 0; k < 2 * reach_; ++k) w[k] = static_cast<float>(w[k] / sum);
        }
    }
    struct Place {
        int first;             ///< the first pixel that counts
        const float* weights;  ///< of it and those after it
    };
    Place at(double place) const {
        const double before = std::floor(place - 0.5);
        const auto phase = static_cast<std::size_t>(std::lround((place - 0.5 - before) * phases));
        return {static_cast<int>(before) - reach_ + 1,
                weights_.data() + phase * static_cast<std::size_t>(stride_)};
    }
    int reach() const { return reach_; }
    int stride() const { return stride_; }

  private:
    int reach_, stride_ = lanes;
    std::vector<float> weights_;
};

/// One channel of what a tile reads, with so much of its edges about it that no weight falls outside.
struct Plane {
    std::vector<float> values;
    int columns = 0;
};

TYMPAN_CLONES float weighted(const float* p, int columns, const float* across, int wide, const float* down,
                             int high) {
    float sums[lanes] = {};
    for (int row = 0; row < high; ++row, p += columns) {
        float line[lanes] = {};
        for (int k = 0; k < wide; k += lanes)
            for (int l = 0; l < lanes; ++l) line[l] += across[k + l] * p[k + l];
        for (int l = 0; l < lanes; ++l) sums[l] += down[row] * line[l];
    }
    float sum = 0;
    for (const float part : sums) sum += part;
    return sum;
}

/// Whether a pixel lies between pixels that are all white, or all black.
bool allAlike(const Plane& plane, int x, int y, int about_x, int about_y, float value) {
    for (int row = y - about_y + 1; row <= y + about_y; ++row)
        for (int column = x - about_x + 1; column <= x + about_x; ++column)
            if (plane.values[static_cast<std::size_t>(row) * static_cast<std::size_t>(plane.columns) +
                             static_cast<std::size_t>(column)] != value)
                return false;
    return true;
}

struct Tile {
    RectPx box;   // of the raster
    RectPx read;  // of the source: what all of the tile's weights fall on, perhaps beyond its edges
};

/// Pixels of the source that are averaged, across and down, before the kernel: where a pixel covers many, so
/// that what is left of them per pixel is two or three. Blocks begin at multiples from the source's corner.
struct Blocks {
    int across = 1, down = 1;
};

/// What is read lies within what is shown: its edges go on beyond. `tile.read` is in blocks.
std::vector<Plane> planesOf(const Tile& tile, const TurnedSource& source, const Blocks& blocks,
                            const PixelSource& picture, const std::function<SourceRows(cv::Mat)>& reader,
                            int pad, const Progress& progress) {
    const int lowest_x = std::clamp(static_cast<int>(std::floor(source.left)), 0, picture.size.width - 1);
    const int lowest_y = std::clamp(static_cast<int>(std::floor(source.top)), 0, picture.size.height - 1);
    const int highest_x =
        std::clamp(static_cast<int>(std::ceil(source.right)) - 1, lowest_x, picture.size.width - 1);
    const int highest_y =
        std::clamp(static_cast<int>(std::ceil(source.bottom)) - 1, lowest_y, picture.size.height - 1);
    const RectPx& r = tile.read;
    const int x0 = std::clamp(r.x * blocks.across, lowest_x, highest_x),
              x1 = std::clamp(r.right() * blocks.across - 1, lowest_x, highest_x);
    const int y0 = std::clamp(r.y * blocks.down, lowest_y, highest_y),
              y1 = std::clamp(r.bottom() * blocks.down - 1, lowest_y, highest_y);
    const SourceRows rows = reader(picture.box({x0, y0, x1 - x0 + 1, y1 - y0 + 1}, {progress.stop, {}}));
    const int channels = rows.channels();
    std::vector<Plane> planes(static_cast<std::size_t>(channels));
    for (Plane& plane : planes) {
        plane.columns = r.width + pad;
        plane.values.resize(static_cast<std::size_t>(plane.columns) * static_cast<std::size_t>(r.height));
    }
    const float part = 1.0F / static_cast<float>(blocks.across * blocks.down);
    inTwoParts(r.height, [&](int first, int last) {
        // Whole numbers until a block is full: 65535 times any block fits.
        std::vector<std::uint16_t> line(static_cast<std::size_t>((x1 - x0 + 1) * channels));
        std::vector<std::uint32_t> sums(static_cast<std::size_t>(r.width * channels));
        int held = -1;
        for (int y = first; y < last; ++y) {
            std::fill(sums.begin(), sums.end(), 0);
            for (int row = (r.y + y) * blocks.down; row < (r.y + y + 1) * blocks.down; ++row) {
                const int from = std::clamp(row, y0, y1);
                if (from != held) rows.read(from - y0, 0, x1 - x0 + 1, line.data());
                held = from;
                std::uint32_t* sum = sums.data();
                for (int x = 0; x < r.width; ++x, sum += channels)
                    for (int k = 0; k < blocks.across; ++k) {
                        const int column = std::clamp((r.x + x) * blocks.across + k, x0, x1) - x0;
                        const std::uint16_t* p = line.data() + static_cast<std::ptrdiff_t>(column) * channels;
                        for (int c = 0; c < channels; ++c) sum[c] += p[c];
                    }
            }
            for (int c = 0; c < channels; ++c) {
                Plane& plane = planes[static_cast<std::size_t>(c)];
                float* out = plane.values.data() +
                             static_cast<std::size_t>(y) * static_cast<std::size_t>(plane.columns);
                for (int x = 0; x < r.width; ++x)
                    out[x] = static_cast<float>(sums[static_cast<std::size_t>(x * channels + c)]) * part;
            }
        }
    });
    return planes;
}

}  // namespace

Print turnedPrint(const Print& print, const Affine& to_box, const SizePx& box) {
    Print turned = print;
    // From the raster as it is printed back to the finished one.
    const Affine unflipped =
        print.mirrored == Mirrored::yes ? Affine{-1, 0, 0, 1, 1.0 * print.size.width, 0} : Affine{};
    turned.turn = PrintTurn{unflipped.after(to_box.inverse()), print.size};
    turned.mirrored = Mirrored::no;
    turned.size = box;
    const double px = print.grid.pixel_mm();
    InkEdge edge;
    if (print.edge)
        edge = *print.edge;
    else
        edge.area = rectangleOutline({0, 0, print.size.width * px, print.size.height * px});
    const Affine to_raster = to_box.after(unflipped);  // a flip is its own inverse
    const auto inMm = [px](const Affine& a) { return Affine{a.a, a.b, a.c, a.d, a.e * px, a.f * px}; };
    edge.area = changed(std::move(edge.area), inMm(to_raster));
    edge.to_noise = edge.to_noise.after(inMm(turned.turn->to_finished));
    turned.edge = std::make_shared<const InkEdge>(std::move(edge));
    return turned;
}

cv::Mat turnedRegion(const TurnedSource& source, const RectPx& box, const PixelSource& picture,
                     const std::function<SourceRows(cv::Mat)>& read, const Progress& progress) {
    // So large that sums of a block fit; beyond, the kernel takes the rest.
    constexpr int largest_block = 128;
    const Blocks blocks{std::clamp(static_cast<int>(source.across / 2), 1, largest_block),
                        std::clamp(static_cast<int>(source.down / 2), 1, largest_block)};
    const Kernel across(source.across / blocks.across), down(source.down / blocks.down);
    // Where a pixel's middle lies, in blocks.
    const auto placeOf = [&](const PointMm& middle) {
        const PointMm at = source.to_source(middle);
        return PointMm{std::clamp(at.x, source.left, source.right) / blocks.across,
                       std::clamp(at.y, source.top, source.bottom) / blocks.down};
    };
    std::vector<Tile> tiles;
    for (int y = box.y; y < box.bottom(); y += tile_px)
        for (int x = box.x; x < box.right(); x += tile_px) {
            Tile tile{{x, y, std::min(tile_px, box.right() - x), std::min(tile_px, box.bottom() - y)}, {}};
            double x0 = 1e300, y0 = 1e300, x1 = -1e300, y1 = -1e300;
            for (const PointMm& corner : {PointMm{tile.box.x + 0.5, tile.box.y + 0.5},
                                          {tile.box.right() - 0.5, tile.box.y + 0.5},
                                          {tile.box.x + 0.5, tile.box.bottom() - 0.5},
                                          {tile.box.right() - 0.5, tile.box.bottom() - 0.5}}) {
                const PointMm at = placeOf(corner);
                x0 = std::min(x0, at.x), x1 = std::max(x1, at.x);
                y0 = std::min(y0, at.y), y1 = std::max(y1, at.y);
            }
            const int left = static_cast<int>(std::floor(x0)) - across.reach() - 1,
                      top = static_cast<int>(std::floor(y0)) - down.reach() - 1;
            tile.read = {left, top, static_cast<int>(std::ceil(x1)) + across.reach() + 2 - left,
                         static_cast<int>(std::ceil(y1)) + down.reach() + 2 - top};
            tiles.push_back(tile);
        }
    const int about_x = static_cast<int>(std::lround(std::max(1.0, source.across / blocks.across))),
              about_y = static_cast<int>(std::lround(std::max(1.0, source.down / blocks.down)));
    cv::Mat result;
    double done = 0;
    for (const Tile& tile : tiles) {
        const std::vector<Plane> planes =
            planesOf(tile, source, blocks, picture, read, across.stride(), progress);
        const int channels = static_cast<int>(planes.size());
        if (result.empty()) result.create(box.height, box.width, CV_MAKETYPE(CV_16U, channels));
        inTwoParts(tile.box.height, [&](int first, int last) {
            for (int y = tile.box.y + first; y < tile.box.y + last; ++y) {
                auto* out = result.ptr<std::uint16_t>(y - box.y) + (tile.box.x - box.x) * channels;
                for (int x = tile.box.x; x < tile.box.right(); ++x) {
                    const PointMm at = placeOf({x + 0.5, y + 0.5});
                    const Kernel::Place u = across.at(at.x), v = down.at(at.y);
                    const int column = u.first - tile.read.x, row = v.first - tile.read.y;
                    for (const Plane& plane : planes) {
                        float value = weighted(
                            plane.values.data() + static_cast<std::ptrdiff_t>(row) * plane.columns + column,
                            plane.columns, u.weights, across.stride(), v.weights, 2 * down.reach());
                        const int x1 = column + across.reach() - 1, y1 = row + down.reach() - 1;
                        if (value > white - ripple && value < white &&
                            allAlike(plane, x1, y1, about_x, about_y, white))
                            value = white;
                        else if (value > 0 && value < ripple && allAlike(plane, x1, y1, about_x, about_y, 0))
                            value = 0;
                        *out++ = static_cast<std::uint16_t>(std::clamp(value + 0.5F, 0.0F, white));
                    }
                    // Ripples overshoot: colour above its alpha would be no colour.
                    if (channels % 2 == 0)
                        for (int c = 1; c < channels; ++c) out[-1 - c] = std::min(out[-1 - c], out[-1]);
                }
            }
        });
        progress.at(++done / static_cast<double>(tiles.size()));
    }
    return result;
}

}  // namespace tympan
