#pragma once
#include <array>
#include <opencv2/core.hpp>

#include "core/artwork/colour.h"

namespace tympan {

/// CIE L* (0 to 100) of a grey or a colour of ink on a ground: ink is a layer that light passes.
class Lightness {
  public:
    explicit Lightness(const Rgb8& ground);
    /// Of the bare ground.
    float ground() const { return at(light_[0][255] + light_[1][255] + light_[2][255]); }
    /// `ink`: CV_8UC1 or CV_8UC3, 255 being bare; `lightness`: CV_32FC1 of the same size, written into.
    void of(const cv::Mat& ink, cv::Mat lightness) const;

  private:
    float at(float light) const { return of_light_[static_cast<std::size_t>(light * 4095 + 0.5F)]; }
    std::array<std::array<float, 256>, 3> light_{};
    std::array<float, 4096> of_light_{};
};

/// How much of a small difference of lightness is seen at each place (CV_32FC1): 1 on even ink, less where it
/// is busy within 2 mm. Method: see seam_costs.h.
cv::Mat maskingOf(const cv::Mat& lightness, double cell_mm);

}  // namespace tympan
