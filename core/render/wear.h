#pragma once
#include <opencv2/core.hpp>

#include "core/render/print.h"

namespace tympan {

// What rubbing does to a transfer, as a likeness until pieces have been measured:
//
//   ink that goes    loss = clamp((p - n) / 0.1 + 1/2),  k' = k (1 - loss), where n is noise from 0 to 1
//   (bumps
//                    of 1.3 and 0.4 mm, weighed 3 : 2, seeded) and p how likely ink goes there:
//                    p = amount (0.22 + 0.5 exp(-d / 2.5 mm) + 0.35 s), with d the distance from the rim of
//                    the print and s how solid the ink is about the place (the mean of k over 3 mm, from 1/2
//                    to 1)
//   fibre that stays a white veil v = amount (0.05 + 0.3 m²) over the face, m noise with bumps of 5 mm; light
//   is
//                    mixed: out = (1 - v) face + v paper
//
// amount: 0 none, 1/3 a little, 2/3 some, 1 much.

enum class Amount { none, little, some, much };

/// How the finished face is pictured.
struct Likeness {
    Amount wear = Amount::none;  ///< ink rubbed off
    Amount haze = Amount::none;  ///< paper fibre left
    double white_beside_mm = 0;  ///< by how much a white of its own misses the colour
    bool operator==(const Likeness&) const = default;
};

/// The ink that is left of a whole print, finished frame (8 bits, grey or RGB). Noise is kept in `cache`.
cv::Mat wornInk(const cv::Mat& ink, const Print& print, Amount wear);

/// A face (CV_8UC3) of the same raster with fibre left on it.
cv::Mat hazed(const cv::Mat& face, const Print& print, Amount haze);

/// The ink that arrives on the surface: the method's transfer curve, where one is known.
cv::Mat arrivedInk(const cv::Mat& ink, const Print& print);

}  // namespace tympan
