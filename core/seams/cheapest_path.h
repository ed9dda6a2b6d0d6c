#pragma once
#include <opencv2/core.hpp>
#include <span>

#include "core/seams/seam_costs.h"
#include "core/seams/seam_lines.h"

namespace tympan {

/// Paths for one seam, from its beginning to its end over a raster whose rows follow it. A path keeps its
/// direction or bends by one of a few small angles every two millimetres or so, so that it can be followed
/// by hand: no radius under 8 mm. It is straight where wandering gains nothing. Method: minimum-error
/// boundary cut (A. Efros and W. Freeman 2001), the direction being part of the state.
class CheapestPath {
  public:
    /// `straight`, `aside`: what a seam costs that goes along, and at right angles (CV_32FC1, L* seen).
    /// `first`: how many cells along the first row lies.
    CheapestPath(const cv::Mat& straight, const cv::Mat& aside, int first, int cell, double cell_mm);

    /// What the cheapest paths cost, L* mm, of which each stays between two cells across (both may be
    /// touched): the first between these, each of the others `stride` cells further on.
    void costs(int least, int most, int stride, std::span<float> costs) const;
    /// The cheapest path between two cells across.
    SeamLine path(int least, int most) const;

    int cell() const { return cell_; }
    double cellMm() const { return cell_mm_; }

  private:
    const float* stepCosts(int step, int way) const {
        return costs_.ptr<float>(step) + static_cast<std::ptrdiff_t>(way) * places_;
    }
    void addStep(const cv::Mat& straight, const cv::Mat& aside, int step, int way);
    template <class Sums, class Came>
    void advance(int step, int least, Sums& sums, Sums& next, Came came) const;

    int first_, cell_;
    double cell_mm_;
    int steps_, places_;
    cv::Mat costs_;  // of each step from each place across in each direction
};

}  // namespace tympan
