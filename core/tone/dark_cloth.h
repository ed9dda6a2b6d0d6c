#pragma once
#include <opencv2/core.hpp>

#include "core/artwork/colour.h"
#include "core/tone/tone.h"

namespace tympan {

// A picture for dark cloth is printed in colour and, over that on the same sheet, in white, which lies
// underneath once both are pressed. White is printed where the picture is brighter than the cloth:
//
//     kept = clamp((d - limit) / soft, 0, 1),   d by how much its brightest of red, green and blue exceeds
//     the
//                                               cloth's, encoded values from 0 to 1
//
// which is a soft limit. With w = kept of white and the cloth c beneath, the colour p is laid so that in
// linear light
//
//     p (w + (1 - w) c) = c + min(1, 2 kept) (v - c)
//
// comes to the picture v where white is, and to bare cloth where none is: c itself, without any ink. The
// white stops short of the colour's rim (the trade says choke), so that none is seen when it lies a little
// beside it. On cloth that is not dark all of a picture is kept.

/// How much white each pixel has, 0 to 255 (CV_8UC1), of encoded ink (CV_8UC1 or 3) without its paper.
cv::Mat keptFrom(const cv::Mat& ink, const Rgb8& cloth, const DarkCloth& wishes);

/// The ink to lay in colour so that over that white on this cloth the picture comes out: CV_8UC3.
cv::Mat colourOver(const cv::Mat& ink, const cv::Mat& kept, const Rgb8& cloth);

/// The same as shapes that a screen can make solid: how much of each pixel is printed is multiplied by its
/// strongest colour, and the colours are brought up to full strength, so that the cloth between the lines
/// darkens them to what they were.
void shareWithCloth(cv::Mat& ink, cv::Mat& kept);

/// How far places lie from each other: exact (P. Felzenszwalb and D. Huttenlocher, 2012), or to two parts in
/// a hundred and in a third of the time (G. Borgefors, 1986), for looking at on a screen.
enum class Exactness { exact, quick };

/// What is kept, and with it what is left to the cloth in places narrower than the choke: about each of them
/// a choke's width of white would be missing, so that dark lines and specks are printed instead.
cv::Mat withoutFineHoles(const cv::Mat& kept, double choke_px);
int fineHoleReach(double choke_px);

/// What of `kept` is wide enough to have white under it, and its rims: on dark cloth, colour without white
/// only darkens. What lies farther than one and a half chokes from any white is left to the cloth; corners
/// stay.
cv::Mat supported(const cv::Mat& kept, double choke_px, Exactness exactness = Exactness::exact);
int supportReach(double choke_px);

/// What of `kept` the white lies under: nothing nearer than so many pixels to where nothing is printed.
/// Exact, it depends on what is within `chokeReach` of a pixel alone.
cv::Mat choked(const cv::Mat& kept, double choke_px, Exactness exactness = Exactness::exact);
int chokeReach(double choke_px);

/// How it will look on dark cloth, CV_8UC3, all of the same size: light goes through the colour (as ink, grey
/// or RGB) to the white (as ink: 255 none) where that lies, and to the cloth where it does not.
cv::Mat onCloth(const cv::Mat& colour, const cv::Mat& white, const cv::Mat& cloth);

}  // namespace tympan
