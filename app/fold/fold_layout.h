#pragma once
#include <QPointF>
#include <QRectF>
#include <QSizeF>
#include <QTransform>
#include <vector>

#include "core/job/job.h"
#include "core/layout/imposition.h"

namespace tympan::app {

/// What the two leaves of the fold show, in mm. Boxes are measured from the picture's top left corner in
/// their own frame.
struct FoldScene {
    SizeMm picture;
    RectMm paper;       ///< print frame
    RectMm object;      ///< finished frame
    bool spot = false;  ///< no outline: a spot on something bigger
    Mirrored mirrored = Mirrored::no;
    std::vector<double> seams_across, seams_down;  ///< where sheets join, print frame
    int sheets = 1;                                ///< that carry one copy
    int sharing = 1;                               ///< copies and pieces on its sheet
};

FoldScene foldScene(const Job& job, const Piece& piece, const std::optional<Imposition>& imposition);

/// Where things lie on the screen: the hinge stands upright between the leaves, and the picture lies equally
/// far from it on both, so that folding the paper over the hinge (or sliding it across) puts ink where it
/// will be.
struct FoldLayout {
    double px_mm = 1;
    double hinge_x = 0;
    QRectF printed, finished;  ///< the picture on the left and on the right leaf
    QRectF paper, object;

    /// The paper on its way, 0 = on the left leaf, 1 = on the object: where its own corners go.
    QTransform paperAt(double way, Mirrored mirrored) const;
    /// The spot of the picture (0 to 1 each way, finished frame) under a point of the screen; none outside
    /// both leaves.
    std::optional<QPointF> spotAt(const QPointF& at, Mirrored mirrored) const;
    /// Where a spot lies on either leaf.
    QPointF onPrint(const QPointF& spot, Mirrored mirrored) const;
    QPointF onObject(const QPointF& spot) const;
};

/// Fits both leaves into `room`; `zoom` multiplies that fit, `pan` moves what is seen.
FoldLayout foldLayout(const FoldScene& scene, const QRectF& room, double zoom, const QPointF& pan);

}  // namespace tympan::app
