#pragma once
#include <opencv2/core.hpp>

#include "core/artwork/colour.h"
#include "core/base/progress.h"
#include "core/render/ground.h"
#include "core/render/print.h"
#include "core/render/wear.h"

namespace tympan {

/// How ink will look on a ground: CV_8UC3 RGB in the ink's own frame. The ink is a see-through layer over the
/// ground, so light is multiplied: out = ground x ink, both in linear light (Beer-Lambert for a layer that
/// light passes once in effect). White ink is no ink: the ground is the white of the picture.
cv::Mat onGround(const cv::Mat& ink, const Rgb8& ground);
/// The same on a ground that differs from place to place, of the same size.
cv::Mat onGround(const cv::Mat& ink, const cv::Mat& ground);

/// What the whites of a piece are: the colour of the object, or of the painted patch that most of it lies on,
/// or the paper's own white when the method keeps the paper.
Rgb8 whiteOf(const Job& job, const Piece& piece);

/// The ground under a piece's print, finished frame, at the print's own raster: the object's, seen through
/// the method's veil (tissue) where it has one, or the paper's own white when the method keeps the paper.
cv::Mat groundUnder(const Job& job, const Piece& piece, const Print& print);

/// What a print comes to on its ground, CV_8UC3: the ink that arrives (transfer.h), less what wear takes,
/// over the ground, under what haze leaves (wear.h).
cv::Mat finishedPrint(const Job& job, const Piece& piece, const Print& print, const cv::Mat& ink,
                      const Likeness& likeness);

/// A finished object as people will see it: every piece that lies on it (but one, where asked) on its ground,
/// 8-bit RGBA (CV_8UC4), clear where there is no object. Throws Error (stopped, input).
cv::Mat finishedFace(const Job& job, const Object& object, const FaceWindow& window,
                     std::optional<int> without_piece = {}, const Progress& progress = {});

/// The window that shows a whole object, or a spot and what is around it, at no more than `most` pixels and
/// no more than `ppi`.
FaceWindow windowOn(const Job& job, const Object& object, double most, double ppi);

}  // namespace tympan
