#include "core/readings/calibration_reading.h"

#include <cmath>
#include <nlohmann/json.hpp>
#include <numbers>
#include <opencv2/imgproc.hpp>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/photograph/find_marked.h"
#include "core/photograph/paper_edges.h"
#include "core/printer/printer_json.h"
#include "core/printer/registration.h"
#include "core/readings/calibration_layout.h"
#include "core/readings/edge_margins.h"
#include "core/readings/grey_patches.h"

namespace tympan {

namespace {

constexpr double degrees = std::numbers::pi / 180;

/// x' = a x + c y + e, y' = b x + d y + f by least squares; what is left over.
std::pair<Affine, double> affineBetween(const std::vector<PointMm>& from, const std::vector<PointMm>& to) {
    const int n = static_cast<int>(from.size());
    cv::Mat a(n, 3, CV_64F), b(n, 2, CV_64F), x;
    for (int i = 0; i < n; ++i) {
        const PointMm &p = from[static_cast<std::size_t>(i)], &q = to[static_cast<std::size_t>(i)];
        a.at<double>(i, 0) = p.x, a.at<double>(i, 1) = p.y, a.at<double>(i, 2) = 1;
        b.at<double>(i, 0) = q.x, b.at<double>(i, 1) = q.y;
    }
    cv::solve(a, b, x, cv::DECOMP_SVD);
    const auto v = [&](int row, int column) { return x.at<double>(row, column); };
    const Affine affine{v(0, 0), v(0, 1), v(1, 0), v(1, 1), v(2, 0), v(2, 1)};
    double squares = 0;
    for (int i = 0; i < n; ++i) {
        const PointMm at = affine(from[static_cast<std::size_t>(i)]), is = to[static_cast<std::size_t>(i)];
        squares += (at.x - is.x) * (at.x - is.x) + (at.y - is.y) * (at.y - is.y);
    }
    return {affine, std::sqrt(squares / n)};
}

/// The same of marks of which a few lie wrong, since the printer cut them off: those are left out.
std::pair<Affine, double> commonAffine(std::vector<PointMm> from, std::vector<PointMm> to) {
    constexpr double near_mm = 0.06;
    constexpr std::size_t fewest = 6;
    for (;;) {
        const auto [affine, left_over] = affineBetween(from, to);
        std::size_t worst = 0;
        double most = -1;
        for (std::size_t i = 0; i < from.size(); ++i) {
            const PointMm at = affine(from[i]);
            if (const double off = std::hypot(at.x - to[i].x, at.y - to[i].y); off > most)
                most = off, worst = i;
        }
        if (from.size() <= fewest || most < near_mm || most < 2.2 * left_over) return {affine, left_over};
        from.erase(from.begin() + static_cast<std::ptrdiff_t>(worst));
        to.erase(to.begin() + static_cast<std::ptrdiff_t>(worst));
    }
}

/// What is looked for: the sheet without its rim, where the printer leaves things out and what lies round the
/// paper may be seen.
constexpr double rim_mm = 12;

MarkedSheet sheetOf(const CalibrationLayout& layout) {
    MarkedSheet sheet;
    sheet.called = Text("measuring page");
    sheet.else_do = Text("or measure it with a ruler");
    sheet.size = {layout.page.width - 2 * rim_mm, layout.page.height - 2 * rim_mm};
    for (std::size_t i = 0; i < 4; ++i)
        sheet.corners[i] = {layout.corners[i].x - rim_mm, layout.corners[i].y - rim_mm};
    const Marks marks = placed(calibrationMarks(Language{}, layout), {-rim_mm, -rim_mm}, 0);
    cv::cvtColor(drawn(marks, sheet.size, ideal_px_per_mm), sheet.ideal, cv::COLOR_RGB2GRAY);
    return sheet;
}

FoundSheet foundIn(const cv::Mat& grey, const std::string& name, const CalibrationLayout& layout) {
    FoundSheet found = findMarked(grey, name, sheetOf(layout));
    found.to_photo = found.to_photo * cv::Matx33d{1, 0, -rim_mm, 0, 1, -rim_mm, 0, 0, 1};
    return found;
}

PointMm mapped(const cv::Matx33d& to, const PointMm& at) {
    const cv::Vec3d p = to * cv::Vec3d(at.x, at.y, 1);
    return {p[0] / p[2], p[1] / p[2]};
}

/// The middle of a dark spot of the sheet, in the sheet's frame: the centre of mass of its darkness. Nothing
/// when there is none.
std::optional<PointMm> spotAbout(const cv::Mat& grey, const cv::Matx33d& to_photo, PointMm about,
                                 double px_per_mm) {
    constexpr double around = 2.2;  // of its radius: clear of its neighbours
    const double half = spot_radius_mm * around;
    for (int round = 0; round < 3; ++round) {
        const cv::Mat seen =
            squared(grey, to_photo, {about.x - half, about.y - half, 2 * half, 2 * half}, px_per_mm);
        double least = 0, most = 0;
        cv::minMaxLoc(seen, &least, &most);
        if (most - least < 30) return {};
        const double bare = most - 0.25 * (most - least);
        double sum = 0, x = 0, y = 0;
        for (int v = 0; v < seen.rows; ++v)
            for (int u = 0; u < seen.cols; ++u) {
                const double dark = std::max(0.0, bare - seen.at<uchar>(v, u));
                sum += dark, x += dark * (u + 0.5), y += dark * (v + 0.5);
            }
        const double area = sum / (bare - least) / (px_per_mm * px_per_mm);
        if (area < 0.4 * CV_PI * spot_radius_mm * spot_radius_mm) return {};
        about = {about.x - half + x / sum / px_per_mm, about.y - half + y / sum / px_per_mm};
    }
    return about;
}

Affine flippedOver(const SizeMm& page) { return {-1, 0, 0, 1, page.width, 0}; }

}  // namespace

Calibration readCalibration(const cv::Mat& photo, const std::string& name, const SizeMm& paper) {
    cv::Mat grey;
    cv::cvtColor(photo, grey, cv::COLOR_RGB2GRAY);
    const CalibrationLayout layout = calibrationLayout(paper);
    const FoundSheet found = foundIn(grey, name, layout);
    const auto corners = paperCorners(grey, found.to_photo, paper, name);
    std::array<cv::Point2f, 4> from{
        cv::Point2f{0, 0}, cv::Point2f(static_cast<float>(paper.width), 0),
        cv::Point2f(static_cast<float>(paper.width), static_cast<float>(paper.height)),
        cv::Point2f(0, static_cast<float>(paper.height))},
        to;
    for (std::size_t i = 0; i < 4; ++i) to[i] = corners[i];
    const cv::Matx33d paper_to_photo = cv::getPerspectiveTransform(from.data(), to.data());
    const cv::Matx33d to_paper = paper_to_photo.inv() * found.to_photo;
    const double px_per_mm = std::clamp(found.px_per_mm, 4.0, 24.0);

    std::vector<PointMm> sent, laid;
    for (const PointMm& spot : layout.spots) {
        // Looked at in the paper's frame: there a spot is round whatever the camera.
        const auto seen = spotAbout(grey, paper_to_photo, mapped(to_paper, spot), px_per_mm);
        if (seen) sent.push_back(spot), laid.push_back(*seen);
    }
    if (sent.size() < layout.spots.size() / 2)
        throw Error(Error::Kind::input, name, Text("most of the sheet's round spots are not to be seen"),
                    Text("photograph it larger and sharper, in even light; or measure it with a ruler"));
    auto [affine, left_over] = commonAffine(sent, laid);

    Calibration calibration;
    calibration.left_over_mm = left_over;
    if (const auto margins = marginsSeen(grey, paper_to_photo, layout, affine, px_per_mm))
        calibration.margins = *margins, calibration.margins_known = true;
    calibration.curve = greysSeen(photo, paper_to_photo, layout, affine, px_per_mm);
    calibration.mirrors = found.backwards;
    // Seen mirrored, what was sent to the left lies at the right.
    if (found.backwards) std::swap(calibration.margins.left, calibration.margins.right);
    if (found.backwards) affine = flippedOver(paper).after(affine).after(flippedOver(paper));
    calibration.registration = decomposed(affine).registration;
    return calibration;
}

Calibration calibrationBy(const RulerMeasures& m, const SizeMm& paper) {
    const CalibrationLayout layout = calibrationLayout(paper);
    Calibration found;
    Registration& r = found.registration;
    r.scale_x = m.across / layout.across_mm, r.scale_y = m.down / layout.down_mm;
    r.skew_deg = -std::asin(std::clamp((m.left_at_bottom - m.left_at_top) / m.down, -1.0, 1.0)) / degrees;
    const Argument across("length", Rounded{layout.across_mm, 0}), down("length", Rounded{layout.down_mm, 0});
    for (const auto& [scale, wrong] :
         {std::pair{
              r.scale_x,
              Text("the ruler that runs across cannot be that long: it was sent as {length} mm", {across})},
          std::pair{
              r.scale_y,
              Text("the ruler that runs down cannot be that long: it was sent as {length} mm", {down})}})
        if (!limits::printer_scale.holds(scale))
            throw Error(Error::Kind::input, "", wrong,
                        Text("measure it from its first to its last long stroke, in millimetres"));
    if (!limits::printer_skew_deg.holds(r.skew_deg))
        throw Error(Error::Kind::input, "", Text("the two distances from the left edge are too far apart"),
                    Text("measure both to the line of the ruler that runs down, in millimetres"));
    r.offset = {};
    const PointMm zero = laidBy(r, paper)(layout.zero);
    r.offset = {m.left_at_top - zero.x, m.top - zero.y};
    if (m.margins) found.margins = *m.margins, found.margins_known = true;
    found.mirrors = m.mirrored;
    return found;
}

RulerMeasures readMeasures(const JsonText& source) {
    const nlohmann::json root = parseJson(source);
    JsonReader reader(source, root, "tympan-measures-1");
    constexpr double most = 5000;
    RulerMeasures m;
    m.across = reader.number("across_mm", 1, most);
    m.down = reader.number("down_mm", 1, most);
    m.left_at_top = reader.number("left_at_top_mm", -most, most);
    m.left_at_bottom = reader.number("left_at_bottom_mm", -most, most);
    m.top = reader.number("top_mm", -most, most);
    if (reader.has("margins_mm")) {
        const auto four = reader.numbers("margins_mm", 0, most_margin_mm, 4);
        if (four.size() != 4)
            reader.fail("margins_mm", Text("must be four numbers: left, top, right, bottom"));
        m.margins = {four[0], four[1], four[2], four[3]};
    }
    m.mirrored = reader.flag("mirrored", false);
    reader.finish();
    return m;
}

Printer calibrated(Printer printer, const Calibration& found) {
    printer.registration = found.registration;
    printer.mirrors = found.mirrors;
    if (found.margins_known) printer.margins = found.margins;
    if (!found.curve.empty()) printer.curve = found.curve;
    return printer;
}

}  // namespace tympan
