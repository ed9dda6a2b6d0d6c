#pragma once
#include "core/nest/shape.h"

namespace tympan {

/// The room of one container for grown pieces: what of it they may cover.
class NestRoom {
  public:
    /// `outline`: tidy.
    explicit NestRoom(Outline outline);
    /// The room of a container that keeps so much free at its edges, for pieces that are grown by half the
    /// gap.
    static NestRoom of(const Outline& container, double edge_gap_mm, double gap_mm);
    /// What of this lies left of or above a straight line: of a part of its width, or of its height.
    NestRoom cut(double across, double down) const;

    const Outline& outline() const { return outline_; }
    const RectMm& box() const { return box_; }
    const std::vector<Side>& sides() const { return sides_; }
    const std::vector<PlacedEdge>& edges() const { return edges_; }
    const std::vector<EdgeRun>& runs() const { return runs_; }
    bool upright() const { return upright_; }  ///< a rectangle without holes, upright
    bool empty() const { return outline_.empty(); }

    /// How deep a place lies inside, negative outside: about as exact as a grid of 160 places is.
    double depthAt(const PointMm& at) const;

  private:
    Outline outline_;
    RectMm box_;
    std::vector<Side> sides_;
    std::vector<PlacedEdge> edges_;
    std::vector<EdgeRun> runs_;
    bool upright_ = false;
    double step_ = 1;
    int columns_ = 0, rows_ = 0;
    std::vector<float> depths_;
};

}  // namespace tympan
