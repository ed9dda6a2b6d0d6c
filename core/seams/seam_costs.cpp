#include "core/seams/seam_costs.h"

#include <cmath>
#include <future>
#include <numbers>
#include <opencv2/imgproc.hpp>

#include "core/artwork/faces.h"
#include "core/artwork/grey.h"
#include "core/artwork/lettered_places.h"
#include "core/base/cache.h"
#include "core/base/parallel.h"
#include "core/render/finished.h"
#include "core/render/render_region.h"
#include "core/seams/lightness.h"

namespace tympan {

namespace {

constexpr double wanted_cell_mm = 0.5, most_cells = 4e6;
constexpr double gap_mm = 0.3, slip_mm = 0.5, hand_mm = 2;
constexpr float hand_part = 0.25F;
constexpr double care_gap_mm = 3;  // between a seam and what it keeps clear of
// Faces are looked for on a small copy; hair and chin reach beyond what is found of them.
constexpr double face_side_px = 500, least_face_px = 24;
constexpr double least_letter_mm = 1.5, most_letter_mm = 60;
constexpr int rim_steps = 12;
constexpr float rim_cost = 5000;
constexpr int rows_at_once = 256;

/// Also whether there is any ink.
cv::Mat lightnessOf(const Print& print, const Lightness& lightness, cv::Mat& inked,
                    const Progress& progress) {
    cv::Mat of(print.size.height, print.size.width, CV_32FC1);
    inked.create(of.size(), CV_8UC1);
    inTwoParts((of.rows + rows_at_once - 1) / rows_at_once, [&](int first, int last) {
        for (int part = first; part < last; ++part) {
            const int y = part * rows_at_once, rows = std::min(rows_at_once, of.rows - y);
            const cv::Mat ink = renderRegion(print, {0, y, of.cols, rows}, {progress.stop, {}});
            lightness.of(ink, of.rowRange(y, y + rows));
            cv::Mat least = ink, part_inked = inked.rowRange(y, y + rows);
            if (ink.channels() == 3) {
                cv::Mat colours[3];
                cv::split(ink, colours);
                least = cv::min(cv::min(colours[0], colours[1]), colours[2]);
            }
            cv::compare(least, 255, part_inked, cv::CMP_LT);
        }
    });
    return of;
}

/// What of a slip is seen, of a seam that runs along one axis.
cv::Mat slipOf(const cv::Mat& seen, bool across, double cell_mm) {
    cv::Mat slip(seen.size(), CV_32FC1, cv::Scalar(0));
    const int step = std::max(1, static_cast<int>(std::lround(slip_mm / cell_mm)));
    const float scale = static_cast<float>(std::min(1.0, slip_mm / (step * cell_mm)));
    const auto shifted = [&](int by) {
        const int n = across ? seen.cols : seen.rows, from = std::max(0, by), to = std::min(n, n + by);
        if (from >= to) return;
        const auto part = [&](const cv::Mat& mat, int begin, int end) {
            return across ? mat.colRange(begin, end) : mat.rowRange(begin, end);
        };
        cv::Mat change, kept = part(slip, from, to);
        cv::absdiff(part(seen, from, to), part(seen, from - by, to - by), change);
        cv::max(kept, change * scale, kept);
    };
    shifted(step);
    shifted(-step);
    return slip;
}

void addHands(cv::Mat& costs, double cell_mm) {
    const int side = 2 * std::max(1, static_cast<int>(std::lround(hand_mm / cell_mm))) + 1;
    cv::Mat worst;
    cv::dilate(costs, worst, cv::getStructuringElement(cv::MORPH_RECT, {side, side}));
    costs += hand_part * worst;
}

RectPx grownBy(const RectPx& box, int by) {
    return {box.x - by, box.y - by, box.width + 2 * by, box.height + 2 * by};
}

/// What is found is a square that is a little wider than a face and ends at its forehead and chin.
void findFaces(const cv::Mat& grey, const SizePx& print, std::vector<Avoided>& avoided) {
    cv::Mat small = grey;
    const double scale = std::min(1.0, face_side_px / std::max(grey.cols, grey.rows));
    if (scale * std::min(grey.cols, grey.rows) < least_face_px) return;
    if (scale < 1) cv::resize(grey, small, {}, scale, scale, cv::INTER_AREA);
    for (const ArtworkParts& face : facesIn(small, close_step)) {
        const auto box = [&](double aside, double above, double below) {
            return RectPx{static_cast<int>((face.x - aside * face.width) * print.width),
                          static_cast<int>((face.y - above * face.height) * print.height),
                          static_cast<int>((1 + 2 * aside) * face.width * print.width),
                          static_cast<int>((1 + above + below) * face.height * print.height)};
        };
        avoided.push_back({Avoided::Kind::face, "", box(-0.06, 0.1, 0), box(0, 0.2, 0.1)});
    }
}

/// Words of what looks like lines of lettering: whether they can be read does not matter to a seam.
void findLettering(const cv::Mat& grey, const PixelGrid& grid, const SizePx& print,
                   std::vector<Avoided>& avoided, const Progress& progress) {
    const double sx = 1.0 * print.width / grey.cols, sy = 1.0 * print.height / grey.rows;
    const double px_mm = grid.mm(print.height) / grey.rows;
    for (const LetteredPlace& word : letteredPlaces(grey, most_letter_mm / px_mm, {progress.stop, {}})) {
        const double letter_mm = word.letter_px * px_mm;
        if (letter_mm < least_letter_mm || letter_mm > most_letter_mm) continue;
        const RectPx box =
            grownBy({static_cast<int>(word.box.x * sx), static_cast<int>(word.box.y * sy),
                     static_cast<int>(word.box.width * sx), static_cast<int>(word.box.height * sy)},
                    grid.nearest(lettering_gap_mm));
        avoided.push_back({Avoided::Kind::lettering, "", box, box});
    }
}

SeamCosts look(const PrintGeometry& geometry, const Print& print, const Rgb8& ground,
               std::vector<Avoided> care, double from_mm, const Progress& progress) {
    SeamCosts costs;
    costs.print = geometry.size;
    costs.cell = static_cast<int>(std::lround(geometry.grid.ppi / print.grid.ppi));
    costs.cell_mm = geometry.grid.mm(costs.cell);
    const Lightness lightness(ground);
    const cv::Mat of = lightnessOf(print, lightness, costs.inked, progress);
    progress.at(0.5);
    cv::Mat grey;
    of.convertTo(grey, CV_8UC1, 2.55);
    // Faces beside all else: each takes about half of the time.
    std::vector<Avoided> faces, lettering;
    auto looking = std::async(std::launch::async, [&] { findFaces(grey, geometry.size, faces); });
    findLettering(grey, geometry.grid, geometry.size, lettering, progress);
    progress.at(0.7);

    const double spread_mm = std::tan(std::numbers::pi / 180 / 60) * from_mm / 2.355;
    cv::Mat seen = of;
    if (spread_mm > 0.3 * costs.cell_mm)
        cv::GaussianBlur(of, seen, {}, spread_mm / costs.cell_mm, 0, cv::BORDER_REPLICATE);
    const cv::Mat masking = maskingOf(of, costs.cell_mm);
    const cv::Mat gap = cv::abs(seen - lightness.ground()) *
                        std::erf(gap_mm / (2 * std::numbers::sqrt2 * std::max(spread_mm, 1e-3)));
    const auto costOf = [&](bool across) {
        cv::Mat cost = (gap + slipOf(seen, across, costs.cell_mm)).mul(masking);
        addHands(cost, costs.cell_mm);
        return cost;
    };
    costs.across = costOf(true);
    costs.down = costOf(false);
    looking.get();
    costs.avoided = std::move(care);
    for (std::vector<Avoided>* found : {&faces, &lettering})
        costs.avoided.insert(costs.avoided.end(), found->begin(), found->end());
    const cv::Rect all(0, 0, of.cols, of.rows);
    for (const Avoided& avoided : costs.avoided) {
        const auto fill = [&](const RectPx& box, float cost) {
            const int c = costs.cell;
            const int x0 = box.x / c, y0 = box.y / c, x1 = (box.right() + c - 1) / c,
                      y1 = (box.bottom() + c - 1) / c;
            const cv::Rect cells = cv::Rect(x0, y0, x1 - x0, y1 - y0) & all;
            if (cells.empty()) return;
            for (cv::Mat* each : {&costs.across, &costs.down}) {
                cv::Mat part = (*each)(cells);
                cv::max(part, cost, part);
            }
        };
        if (avoided.kind == Avoided::Kind::lettering) {
            fill(avoided.box, lettering_cost);
            continue;
        }
        // The nearer to what must stay whole the dearer, so that a seam that has to pass close to it on both
        // sides keeps to the middle.
        for (int i = 0; i < rim_steps; ++i) {
            const double part = (i + 0.5) / rim_steps;
            const auto between = [&](int outer, int inner) {
                return static_cast<int>(std::lerp(outer, inner, part));
            };
            const RectPx &o = avoided.around, &n = avoided.box;
            const int x0 = between(o.x, n.x), y0 = between(o.y, n.y);
            fill({x0, y0, between(o.right(), n.right()) - x0, between(o.bottom(), n.bottom()) - y0},
                 lettering_cost + static_cast<float>(part * part) * rim_cost);
        }
        fill(avoided.box, barred_cost);
    }
    return costs;
}

}  // namespace

std::size_t bytesOf(const SeamCosts& costs) {
    return costs.across.total() * 4 + costs.down.total() * 4 + costs.inked.total() +
           costs.avoided.size() * sizeof(Avoided);
}

std::vector<Avoided> careToAvoid(const Job& job, const Piece& piece, const PixelGrid& grid) {
    std::vector<Avoided> avoided;
    const Landing landing = landingOf(job, piece);
    if (landing.bend) return avoided;  // a bent picture's parts are not upright boxes of its print
    for (const CareZone& zone : piece.care) {
        const RectMm at = inPicture(piece, zone.parts);
        const RectPx box = grownBy({grid.nearest(at.x - landing.box.x), grid.nearest(at.y - landing.box.y),
                                    grid.nearest(at.width), grid.nearest(at.height)},
                                   grid.nearest(care_gap_mm));
        avoided.push_back({Avoided::Kind::care, zone.name, box, box});
    }
    return avoided;
}

std::shared_ptr<const SeamCosts> seamCostsOf(const Job& job, const Piece& piece, double ppi,
                                             const Progress& progress) {
    const PrintGeometry geometry = geometryOf(job, piece, ppi);
    const double pixels = 1.0 * geometry.size.width * geometry.size.height;
    const double least = std::sqrt(pixels / most_cells);
    const int cell = static_cast<int>(
        std::max(std::ceil(least), std::max(1.0, std::round(wanted_cell_mm / geometry.grid.pixel_mm()))));
    const Print print = plainPrint(job, piece, ppi / cell);
    const Rgb8 ground = whiteOf(job, piece);
    const std::vector<Avoided> care = careToAvoid(job, piece, geometry.grid);
    const double from_mm = seenFrom(piece);
    const Key key = keyOf("seam costs", print, ground, care, from_mm, ppi);
    return cache().get(key, [&] {
        SeamCosts costs = look(geometry, print, ground, care, from_mm, progress);
        costs.key = key;
        return costs;
    });
}

}  // namespace tympan
