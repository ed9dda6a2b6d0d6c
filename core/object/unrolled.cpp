#include "core/object/unrolled.h"

#include <cmath>
#include <numbers>

namespace tympan {

namespace {
// Below this the sector is so flat that it is a rectangle to a thousandth of a millimetre.
constexpr double cylinder_difference_mm = 1e-4;
}  // namespace

Unrolled::Unrolled(double top_girth_mm, double bottom_girth_mm, double height_mm)
    : top_(top_girth_mm), bottom_(bottom_girth_mm) {
    constexpr double turn = 2 * std::numbers::pi;
    slope_ = std::hypot(height_mm, (top_ - bottom_) / turn);
    straight_ = std::abs(top_ - bottom_) < cylinder_difference_mm;
    if (straight_) return;
    towards_ = top_ < bottom_ ? 1 : -1;
    // Round the sheet at distance R from the apex an arc of `sector_` is as long as the girth there.
    sector_ = std::abs(top_ - bottom_) / slope_;
    apex_ = (top_ + bottom_) / 2 / sector_;
    box_middle_ = {};
    box_middle_ = middle(bounds(outline()));
}

double Unrolled::girthAt(double down_mm) const {
    return (top_ + bottom_) / 2 + (bottom_ - top_) * down_mm / slope_;
}

PointMm Unrolled::fromApex(double around, double down_mm) const {
    const double radius = apex_ + towards_ * down_mm, angle = around * sector_;
    return {radius * std::sin(angle), towards_ * radius * std::cos(angle)};
}

PointMm Unrolled::flat(double around, double down_mm) const {
    if (straight_) return {around * top_, down_mm};
    const PointMm p = fromApex(around, down_mm);
    return {p.x - box_middle_.x, p.y - box_middle_.y};
}

PointMm Unrolled::onTin(const PointMm& flat) const {
    if (straight_) return {flat.x / top_, flat.y};
    const double x = flat.x + box_middle_.x, y = flat.y + box_middle_.y;
    return {std::atan2(x, towards_ * y) / sector_, towards_ * (std::hypot(x, y) - apex_)};
}

Outline Unrolled::outline() const {
    if (straight_) return rectangleOutline({-top_ / 2, -slope_ / 2, top_, slope_});
    const double widest = apex_ + slope_ / 2;
    const double step = 2 * std::acos(1 - std::min(1.0, flattening_mm / 2 / widest));
    const int parts = std::clamp(static_cast<int>(std::ceil(sector_ / step)), 2, 4000);
    Ring ring;
    for (int i = 0; i <= parts; ++i) ring.push_back(flat(-0.5 + 1.0 * i / parts, -slope_ / 2));
    for (int i = parts; i >= 0; --i) ring.push_back(flat(-0.5 + 1.0 * i / parts, slope_ / 2));
    return {{ring}};
}

}  // namespace tympan
