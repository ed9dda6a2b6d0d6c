#pragma once
#include "core/artwork/pixels.h"
#include "core/base/key.h"
#include "core/base/progress.h"
#include "core/enlarge/network.h"

namespace tympan {

/// A picture enlarged by the network, two or four times, of which boxes can be asked. Nothing is computed
/// before that, and tiles are kept for as long as there is room, so that a screen or a sheet pays for what it
/// shows alone. Tiles lie on one grid and are computed from all that they depend on: a box is the same
/// whatever was asked before, to the bit. Four times is twice over, and the network is told so.
class EnlargedPicture {
  public:
    static constexpr int most_doublings = 2;

    struct How {
        int doublings = 0;    ///< 0 to 2
        double strength = 0;  ///< see jpeg_strength.h
        /// By which network. What is nearly white or black in drawings becomes white or black.
        Learned learned = Learned::photographs;
    };

    /// `key`: what the pixels depend on.
    EnlargedPicture(cv::Mat pixels, Key key, const How& how);

    SizePx size() const { return sizeAt(how_.doublings); }
    int type() const { return pixels_.type(); }
    /// Pixels of a box of it. Works on two threads. Throws Error (stopped).
    cv::Mat box(const RectPx& box, const Progress& progress = {}) const;

  private:
    SizePx sizeAt(int level) const;
    cv::Mat boxAt(int level, const RectPx& box, const Progress& progress) const;
    /// A box that may lie over the edge, beyond which the edge goes on.
    cv::Mat around(int level, const RectPx& box, const Progress& progress) const;
    Key keyAt(int level, const RectPx& tile) const;

    cv::Mat pixels_;
    Key key_;
    How how_;
};

/// How often to double a picture that must become `scale` times as large, for the rest to be a shrinking; no
/// more than `EnlargedPicture::most_doublings`, and none for what hardly grows.
int doublingsFor(double scale);

}  // namespace tympan
