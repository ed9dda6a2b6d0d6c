#include "core/knots/seen_through.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/measure/outline_operations.h"
#include "core/render/finished.h"
#include "core/render/render_region.h"
#include "core/seams/lightness.h"
#include "core/seams/seam_costs.h"

namespace tympan {

namespace {

constexpr double finest_cell_mm = 1, most_cells = 2.5e5;
// L* that a knot in a face, and one in lettering, counts: more than any that is merely seen.
constexpr float counted_face = 1000, counted_lettering = 400;
constexpr int shift_bits = 8;  // of fillPoly: parts of a pixel

/// The job with nothing round the picture: its whole is looked at, not what of it lies on the object now.
Job withWholePicture(Job job, int id) {
    Piece& piece =
        *std::find_if(job.pieces.begin(), job.pieces.end(), [&](const Piece& each) { return each.id == id; });
    for (Object& object : job.objects)
        if (object.id == piece.placement.object)
            object.shape = shapeOf(ShapeKind::spot), object.zones.clear();
    piece.edge = {};
    return job;
}

/// How much of each cell lies in an outline: four by four places of each are looked at.
cv::Mat coveredCells(const Outline& outline, const RectMm& box, double cell_mm, const cv::Size& cells) {
    constexpr int finer = 4;
    cv::Mat fine(cells * finer, CV_8UC1, cv::Scalar(0)), covered;
    std::vector<std::vector<cv::Point>> rings;
    for (const Ring& ring : outline.rings) {
        std::vector<cv::Point>& points = rings.emplace_back();
        const auto on = [&](double mm) {
            // The middle of the first pixel is 0.
            return static_cast<int>(std::lround((mm / cell_mm * finer - 0.5) * (1 << shift_bits)));
        };
        for (const PointMm& p : ring) points.emplace_back(on(p.x - box.x), on(p.y - box.y));
    }
    cv::fillPoly(fine, rings, cv::Scalar(255), cv::LINE_8, shift_bits);
    cv::resize(fine, covered, cells, 0, 0, cv::INTER_AREA);
    covered.convertTo(covered, CV_32FC1, 1.0 / 255);
    return covered;
}

/// A picture's field at another size or turn, laid with its middle at a place, on the cells of `onto`.
cv::Mat laidOn(const cv::Mat& field, const cv::Mat& onto, const PointMm& corner, double cell_mm,
               const SizeMm& picture, const PointMm& middle, double scale, bool turned, float beside) {
    // From a cell of `onto` to one of the field, middles of both at whole numbers.
    const double sign = turned ? -1 : 1;
    const double across = sign * field.cols * cell_mm / (scale * picture.width);
    const double down = sign * field.rows * cell_mm / (scale * picture.height);
    const double x0 = (corner.x + 0.5 * cell_mm - middle.x) / cell_mm,
                 y0 = (corner.y + 0.5 * cell_mm - middle.y) / cell_mm;
    const cv::Matx23d map(across, 0, across * x0 + field.cols / 2.0 - 0.5, 0, down,
                          down * y0 + field.rows / 2.0 - 0.5);
    cv::Mat laid;
    cv::warpAffine(field, laid, map, onto.size(), cv::INTER_LINEAR | cv::WARP_INVERSE_MAP,
                   cv::BORDER_CONSTANT, cv::Scalar(beside));
    return laid;
}

}  // namespace

double SeenThrough::at(const PointMm& middle, double scale, bool turned) const {
    double sum = 0;
    for (const Knots& knots : each)
        sum += knots.covered.dot(
            laidOn(knots.seen, knots.covered, corner, cell_mm, picture, middle, scale, turned, knots.bare));
    return sum * cell_mm * cell_mm;
}

bool SeenThrough::meetsWhatCounts(const PointMm& middle, double scale, bool turned) const {
    for (const Knots& knots : each)
        if (knots.covered.dot(
                laidOn(counts, knots.covered, corner, cell_mm, picture, middle, scale, turned, 0)) > 0.5)
            return true;
    return false;
}

SeenThrough seenThrough(const Job& job, const Piece& piece, const Progress& progress) {
    SeenThrough through;
    const Object& object = objectOf(job, piece);
    through.picture = piece.size;
    through.cell_mm = std::max(finest_cell_mm, std::sqrt(piece.size.width * piece.size.height / most_cells));
    const double ppi = mm_per_inch / through.cell_mm;
    const Job whole = withWholePicture(job, piece.id);
    const Piece& whole_piece = *findPiece(whole, piece.id);
    const cv::Mat ink = renderWhole(plainPrint(whole, whole_piece, ppi), {progress.stop, {}});
    progress.at(0.2);
    const auto costs = seamCostsOf(whole, whole_piece, ppi, {progress.stop, {}});
    progress.at(0.4);

    cv::Mat on_ground(ink.size(), CV_32FC1);
    const Rgb8 ground = whiteOf(job, piece);
    Lightness(ground).of(ink, on_ground);
    const cv::Mat masking = maskingOf(on_ground, through.cell_mm);
    through.counts = cv::Mat(ink.size(), CV_32FC1, cv::Scalar(0));
    cv::Mat counted(ink.size(), CV_32FC1, cv::Scalar(0));
    for (const Avoided& avoided : costs->avoided) {
        const auto cells = [&](int pixels, int count, int of) {
            return std::clamp(static_cast<int>(std::lround(1.0 * pixels * count / of)), 0, count);
        };
        const RectPx& box = avoided.box;
        const cv::Rect part(cv::Point(cells(box.x, ink.cols, costs->print.width),
                                      cells(box.y, ink.rows, costs->print.height)),
                            cv::Point(cells(box.right(), ink.cols, costs->print.width),
                                      cells(box.bottom(), ink.rows, costs->print.height)));
        if (part.empty()) continue;
        through.counts(part).setTo(1);
        cv::Mat of = counted(part);
        cv::max(of, avoided.kind == Avoided::Kind::lettering ? counted_lettering : counted_face, of);
    }

    Outline all;
    std::vector<std::pair<Rgb8, Outline>> knots;
    for (const Zone& zone : object.zones) {
        if (zone.kind != ZoneKind::under) continue;
        Outline here = rotated(outlineOf(zone), -piece.placement.rotation_deg);
        all = united(all, here);
        const auto same =
            std::find_if(knots.begin(), knots.end(), [&](const auto& of) { return of.first == zone.colour; });
        if (same == knots.end())
            knots.emplace_back(zone.colour, std::move(here));
        else
            same->second = united(same->second, here);
    }
    through.knots_mm2 = area(all);
    const RectMm box = bounds(all);
    through.corner = {box.x, box.y};
    const cv::Size cells(std::max(1, static_cast<int>(std::ceil(box.width / through.cell_mm))),
                         std::max(1, static_cast<int>(std::ceil(box.height / through.cell_mm))));
    // Where the paper stays, it hides what is under it.
    const bool hidden = ground != object.ground;
    for (const auto& [colour, outline] : knots) {
        SeenThrough::Knots& each = through.each.emplace_back();
        cv::Mat on_knot(ink.size(), CV_32FC1);
        Lightness(colour).of(ink, on_knot);
        each.seen = cv::abs(on_ground - on_knot);
        each.seen = each.seen.mul(masking);
        each.bare = std::abs(Lightness(ground).ground() - Lightness(colour).ground());
        if (hidden) each.seen.setTo(0);
        each.seen += counted;
        each.covered = coveredCells(outline, box, through.cell_mm, cells);
    }
    return through;
}

}  // namespace tympan
