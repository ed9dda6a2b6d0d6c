#pragma once
#include <memory>
#include <opencv2/core.hpp>

namespace tympan {

/// What a network has learned most from. They are of one shape.
enum class Learned { photographs, drawings };

/// A trained network (docs/enlarger.md): from a picture's lightness and how strongly it was compressed,
/// what bicubic enlarging to twice the size misses. Not for two threads at once: see residualsOf.
class Network {
  public:
    /// How far, in pixels of the small picture, a result looks.
    static constexpr int reach = 7;

    /// The strength that tells it of a picture that it has enlarged itself.
    static constexpr double again = -0.5;

    /// Reads data/models/enlarger-photo.onnx or enlarger-drawing.onnx. Throws Error (input) when it is
    /// missing or damaged.
    explicit Network(Learned learned);
    ~Network();

    /// `lightness`: CV_32FC1, 0 to 1, w x h; `strength`: see jpeg_strength.h. Returns CV_32FC1 of
    /// 2 (w - 2 reach) x 2 (h - 2 reach): the residuals of all but the outermost `reach` pixels.
    cv::Mat residuals(const cv::Mat& lightness, double strength);

  private:
    struct Loaded;
    std::unique_ptr<Loaded> loaded_;
};

/// The residuals from a network that no other thread uses just then. They are kept for the next call: threads
/// come and go, and reading one takes longer than a tile. Throws Error (input).
cv::Mat residualsOf(const cv::Mat& lightness, double strength, Learned learned);

}  // namespace tympan
