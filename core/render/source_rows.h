#pragma once
#include <cstdint>
#include <vector>

#include "core/artwork/pixels.h"
#include "core/tone/grey_mix.h"

namespace tympan {

/// The rows of an artwork as the resampler wants them: 16 bits, grey or RGB as the ink asks, alpha
/// premultiplied, and in linear light when shrinking. Grey is mixed in linear light and encoded at once.
class SourceRows {
  public:
    enum class Light { encoded, linear };

    SourceRows(cv::Mat pixels, Ink ink, Light light, const GreyWeights& mix = luminance_weights);

    /// Colour channels, and one more for alpha.
    int channels() const { return colours_ + (alpha_ ? 1 : 0); }
    bool alpha() const { return alpha_; }
    void read(int row, int first, int last, std::uint16_t* values) const;

  private:
    template <class Sample>
    void readAs(const Sample* p, int count, std::uint16_t* out) const;

    cv::Mat pixels_;
    int colours_ = 1;
    bool alpha_ = false, to_grey_ = false;
    Light light_;
    GreyWeights mix_;
    std::vector<std::uint16_t> of_byte_;  ///< what each 8-bit sample becomes
};

}  // namespace tympan
