#pragma once
#include <opencv2/core.hpp>

#include "core/artwork/picture_edit.h"
#include "core/base/progress.h"

namespace tympan {

/// The bare paper of a scan from place to place, found on a small copy.
struct PaperModel {
    cv::Mat field;     ///< CV_32FC1 or 3: what bare paper shows there, 0 to 1, encoded
    cv::Scalar mean;   ///< of the field
    double noise = 0;  ///< how uneven the paper is about the field (standard deviation)
};

/// Finds the paper in `pixels` (any size; looked at on at most 256 px). Method: a cubic surface through the
/// light pixels by least squares with weights that drop what is darker (asymmetric least squares, P. Eilers
/// 2003), then the local mean of what lies close to it, blended over a twelfth of the long side (normalised
/// convolution, H. Knutsson and C.-F. Westin 1993).
PaperModel paperOf(const cv::Mat& pixels);

/// A straight crease: paper on it is lighter or darker than beside it.
struct Fold {
    bool upright = false;         ///< runs from top to bottom, else from side to side
    double place = 0, slope = 0;  ///< parts of the crossed side: where it meets the middle; rise over the run
    std::vector<float> factor;    ///< paper on it to paper beside it, across the crease
    double from = 0,
           step = 0;  ///< parts of the crossed side: the factor's first place, and from one to the next
};

/// Creases that run nearly straight along or across nearly all of the picture. Method: the median of the
/// paper along sheared rows and columns, and where it departs from its own surroundings.
std::vector<Fold> foldsOf(const cv::Mat& pixels, const PaperModel& paper);

/// Dust: 255 on single specks, dark or light, up to `size_px` large, that nothing else of their kind is near.
/// Lines, dots of a shading and lettering have neighbours. `grey`: CV_8UC1. Method: morphological top hats
/// (J. Serra 1982) and the extent and isolation of what remains.
cv::Mat specksOf(const cv::Mat& grey, int size_px);

/// Puts what is round each speck in its place.
void takeSpecksOut(cv::Mat& pixels, const cv::Mat& specks, int size_px);

/// The picture with its clean-up done; 8 or 16 bits as given. What it is judged by is found on small copies,
/// so that a picture and its reduced copy are cleaned alike. Throws Error (stopped).
cv::Mat cleaned(cv::Mat pixels, const CleanUp& clean, const Progress& progress = {});

}  // namespace tympan
