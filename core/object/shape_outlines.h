#pragma once
#include "core/object/unrolled.h"

namespace tympan {

// The outlines of the shapes, each about the middle of its box, tidy, curves flattened. Measures in mm; each
// function brings measures that contradict each other (a corner larger than its side) to the nearest that do
// not.

Outline centredRectangle(double width, double height);
Outline roundedRectangle(double width, double height, double corner);
Outline regularPolygon(int sides, double across_flats);
/// `lean`: how far the upper corner stands to the right of the middle.
Outline triangle(double width, double height, double lean);
/// Two half circles over curves that meet in the point below.
Outline heart(double width, double height);
/// The hole's middle is as far from the top as from the cut corners' ends: one and a half of its diameter
/// down.
Outline tag(double width, double height, double corner, double hole);
/// `rise`: how high the curved part is.
Outline arch(double width, double height, double rise);
/// A disc less a disc of the same size, moved to the right by its thickness at the middle.
Outline crescent(double diameter, double thickness);
/// `lower_edge` from left to right; its ends are taken to the plank's sides.
Outline plank(double width, double height, const Ring& lower_edge);
Outline unfoldedCanvas(double width, double height, double depth);

}  // namespace tympan
