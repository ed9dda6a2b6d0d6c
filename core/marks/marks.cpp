#include "core/marks/marks.h"

#include <cmath>
#include <memory>
#include <mutex>
#include <numbers>
#include <sstream>

#include <cairo/cairo.h>

#include "core/layout/placed_region.h"
#include "core/marks/typeface.h"

namespace tympan {

namespace {

constexpr double rise = 0.76, fall = 0.24;  // of the em, for the extent of words

/// Quarters exactly.
PointMm turned(PointMm p, double degrees) {
    const std::optional<int> quarters = quarterTurns(degrees);
    if (!quarters) return rotated(p, degrees);
    for (int i = 0; i < *quarters; ++i) p = {-p.y, p.x};
    return p;
}

void setFace(cairo_t* page, double size_mm, bool strong) {
    cairo_set_font_face(page, typeface(strong));
    cairo_set_font_size(page, size_mm);
    cairo_font_options_t* options = cairo_font_options_create();
    cairo_font_options_set_hint_style(options, CAIRO_HINT_STYLE_NONE);
    cairo_font_options_set_hint_metrics(options, CAIRO_HINT_METRICS_OFF);
    cairo_set_font_options(page, options);
    cairo_font_options_destroy(options);
}

void draw(cairo_t* page, const FilledShape& shape) {
    if (shape.colour)
        cairo_set_source_rgb(page, shape.colour->red / 255.0, shape.colour->green / 255.0,
                             shape.colour->blue / 255.0);
    else
        cairo_set_source_rgb(page, shape.grey, shape.grey, shape.grey);
    cairo_new_path(page);  // words leave a current point behind
    for (const PointMm& corner : shape.corners) cairo_line_to(page, corner.x, corner.y);
    cairo_close_path(page);
    cairo_fill(page);
}

void draw(cairo_t* page, const Words& words) {
    cairo_save(page);
    cairo_set_source_rgb(page, 0, 0, 0);
    cairo_translate(page, words.at.x, words.at.y);
    cairo_rotate(page, words.turn_deg * std::numbers::pi / 180);
    setFace(page, words.size_mm, words.strong);
    cairo_move_to(page, 0, 0);
    cairo_show_text(page, words.text.c_str());
    cairo_restore(page);
}

}  // namespace

FilledShape box(const RectMm& r, double grey) {
    return {{{r.x, r.y}, {r.right(), r.y}, {r.right(), r.bottom()}, {r.x, r.bottom()}}, grey};
}

FilledShape disc(const PointMm& middle, double radius, double grey) {
    // A polygon's sides lie r (1 - cos(pi / n)) inside of its circle.
    constexpr double flat_mm = 0.01;
    const int corners =
        std::max(12, static_cast<int>(std::ceil(std::numbers::pi / std::acos(1 - flat_mm / radius))));
    FilledShape shape{{}, grey};
    for (int i = 0; i < corners; ++i) {
        const double angle = 2 * std::numbers::pi * i / corners;
        shape.corners.push_back({middle.x + radius * std::cos(angle), middle.y + radius * std::sin(angle)});
    }
    return shape;
}

FilledShape stroke(const PointMm& a, const PointMm& b, double width_mm, double grey) {
    const double length = std::hypot(b.x - a.x, b.y - a.y);
    const double nx = -(b.y - a.y) / length * width_mm / 2, ny = (b.x - a.x) / length * width_mm / 2;
    return {{{a.x + nx, a.y + ny}, {b.x + nx, b.y + ny}, {b.x - nx, b.y - ny}, {a.x - nx, a.y - ny}}, grey};
}

Marks frame(const RectMm& r, double width, double grey) {
    const PointMm corners[] = {{r.x, r.y}, {r.right(), r.y}, {r.right(), r.bottom()}, {r.x, r.bottom()}};
    Marks marks;
    for (std::size_t i = 0; i < 4; ++i)
        marks.push_back(stroke(corners[i], corners[(i + 1) % 4], width, grey));
    return marks;
}

FilledShape upArrow(PointMm at, double width, double height) {
    const double middle = at.x + width / 2, stem = width * 0.14, head = at.y + height * 0.45;
    return {{{middle, at.y},
             {at.x + width, head},
             {middle + stem, head},
             {middle + stem, at.y + height},
             {middle - stem, at.y + height},
             {middle - stem, head},
             {at.x, head}},
            0,
            true};
}

double widthOf(const std::string& text, double size_mm, bool strong) {
    static std::mutex lock;
    const std::lock_guard hold(lock);
    static cairo_surface_t* const surface = cairo_recording_surface_create(CAIRO_CONTENT_ALPHA, nullptr);
    const std::unique_ptr<cairo_t, decltype(&cairo_destroy)> ruler(cairo_create(surface), &cairo_destroy);
    setFace(ruler.get(), size_mm, strong);
    cairo_text_extents_t extents;
    cairo_text_extents(ruler.get(), text.c_str(), &extents);
    return extents.x_advance;
}

std::vector<std::string> brokenInto(double width_mm, const std::string& text, double size_mm, bool strong) {
    std::vector<std::string> lines;
    std::istringstream words(text);
    for (std::string word; words >> word;) {
        const std::string longer = lines.empty() ? word : lines.back() + " " + word;
        if (lines.empty() || widthOf(longer, size_mm, strong) > width_mm)
            lines.push_back(word);
        else
            lines.back() = longer;
    }
    return lines;
}

void draw(cairo_t* page, const Marks& marks) {
    for (const Mark& mark : marks) std::visit([&](const auto& m) { draw(page, m); }, mark);
}

cv::Mat drawn(const Marks& marks, const SizeMm& size, double px_per_mm) {
    cv::Mat picture(cvRound(size.height * px_per_mm), cvRound(size.width * px_per_mm), CV_8UC4,
                    cv::Scalar::all(255));
    cairo_surface_t* surface = cairo_image_surface_create_for_data(
        picture.data, CAIRO_FORMAT_RGB24, picture.cols, picture.rows, static_cast<int>(picture.step));
    cairo_t* page = cairo_create(surface);
    cairo_scale(page, px_per_mm, px_per_mm);
    draw(page, marks);
    cairo_destroy(page);
    cairo_surface_finish(surface);
    cairo_surface_destroy(surface);
    // Cairo's pixels are blue first in memory.
    cv::Mat rgb(picture.size(), CV_8UC3);
    cv::mixChannels(picture, rgb, std::vector{2, 0, 1, 1, 0, 2});
    return rgb;
}

Marks placed(const Marks& marks, PointMm by, double turn_deg) {
    Marks moved = marks;
    for (Mark& mark : moved) {
        if (auto* shape = std::get_if<FilledShape>(&mark)) {
            for (PointMm& corner : shape->corners) {
                corner = turned(corner, turn_deg);
                corner = {corner.x + by.x, corner.y + by.y};
            }
        } else {
            Words& words = std::get<Words>(mark);
            words.at = turned(words.at, turn_deg);
            words.at = {words.at.x + by.x, words.at.y + by.y};
            words.turn_deg = std::fmod(words.turn_deg + turn_deg, 360);
        }
    }
    return moved;
}

RectMm extent(const Mark& mark) {
    std::vector<PointMm> corners;
    if (const auto* shape = std::get_if<FilledShape>(&mark)) {
        corners = shape->corners;
    } else {
        const Words& words = std::get<Words>(mark);
        const double width = widthOf(words.text, words.size_mm, words.strong);
        const double top = -rise * words.size_mm, bottom = fall * words.size_mm;
        for (const PointMm& p : {PointMm{0, top}, {width, top}, {width, bottom}, {0, bottom}}) {
            const PointMm q = turned(p, words.turn_deg);
            corners.push_back({q.x + words.at.x, q.y + words.at.y});
        }
    }
    RectMm all{corners.front().x, corners.front().y, 0, 0};
    for (const PointMm& p : corners) {
        const double right = std::max(all.right(), p.x), bottom = std::max(all.bottom(), p.y);
        all.x = std::min(all.x, p.x);
        all.y = std::min(all.y, p.y);
        all.width = right - all.x;
        all.height = bottom - all.y;
    }
    return all;
}

}  // namespace tympan
