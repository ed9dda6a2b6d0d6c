#pragma once
#include <opencv2/core.hpp>
#include <optional>
#include <string>
#include <variant>
#include <vector>

#include "core/artwork/colour.h"
#include "core/measure/geometry.h"

typedef struct _cairo cairo_t;

namespace tympan {

// What lies on a sheet beside pictures: filled shapes and words, in mm of the page, y down. One function
// draws them, on paper and on screen. Lines are thin filled shapes, so that it is exact on which side of a
// cut their ink lies.

struct FilledShape {
    std::vector<PointMm> corners;
    double grey = 0;  ///< 0 black to 1 white
    bool arrow =
        false;  ///< one that points up the page, and must go on doing so when what it is part of is turned
    std::optional<Rgb8> colour = {};  ///< instead of the grey
};

/// One line of words. `at` is where its baseline begins; `turn_deg` turns it clockwise about that point.
struct Words {
    std::string text;
    PointMm at;
    double size_mm = 2.6;  ///< of the typeface's em
    double turn_deg = 0;
    bool strong = false;
};

using Mark = std::variant<FilledShape, Words>;
using Marks = std::vector<Mark>;

FilledShape box(const RectMm& rect, double grey = 0);

/// A round spot, to a hundredth of a millimetre.
FilledShape disc(const PointMm& middle, double radius_mm, double grey = 0);

/// A straight line as the filled shape that it is; `a` and `b` differ.
FilledShape stroke(const PointMm& a, const PointMm& b, double width_mm, double grey = 0);

/// The four sides of a box as lines, centred on them.
Marks frame(const RectMm& rect, double width_mm, double grey = 0);

/// An arrow that points to the top of the page; `at` is the top left corner of its box.
FilledShape upArrow(PointMm at, double width_mm, double height_mm);

/// How long a line of words is when set.
double widthOf(const std::string& text, double size_mm, bool strong = false);

/// Breaks a text into lines no longer than `width_mm`.
std::vector<std::string> brokenInto(double width_mm, const std::string& text, double size_mm,
                                    bool strong = false);

/// Draws onto a cairo context whose unit is one mm of the page.
void draw(cairo_t* page, const Marks& marks);
/// Draws them on white, CV_8UC3 RGB: so many pixels to a millimetre.
cv::Mat drawn(const Marks& marks, const SizeMm& size, double px_per_mm);

/// Moves marks that were laid out about the origin: turned clockwise, then moved.
Marks placed(const Marks& marks, PointMm by, double turn_deg);

/// The smallest upright box that holds a mark.
RectMm extent(const Mark& mark);

}  // namespace tympan
