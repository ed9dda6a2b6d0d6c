#pragma once
#include <QPainterPath>
#include <QPointF>
#include <QRectF>
#include <QTransform>
#include <vector>

#include "core/job/landing.h"
#include "core/layout/imposition.h"

namespace tympan::app {

/// What the two leaves of the fold show, in mm. The object lies in its own frame; the print in the print
/// frame, about the picture's middle.
struct FoldScene {
    RectMm box;               ///< of the print, picture's frame
    RectMm paper;             ///< print frame, about the picture's middle
    double rotation_deg = 0;  ///< of the picture on the object
    PointMm at;               ///< the picture's middle, object frame
    Outline plate;            ///< the object less its holes; empty for a spot
    Outline visible;          ///< what of it is seen: less than the plate of a framed board
    Outline ink;              ///< on the object
    RectMm object;            ///< its box; for a spot a part of what is around
    RectMm front;             ///< the front of a wrapped canvas; else the box
    bool spot = false;        ///< no outline: a spot on something bigger
    bool cut = false;         ///< the ink is cut by the object's edge, or meant to run over it
    Mirrored mirrored = Mirrored::no;
    std::vector<std::vector<PointMm>> seams;  ///< where sheets join, from the print's top left corner
    int sheets = 1;                           ///< that carry one copy
    bool with_others = false;                 ///< printed as one with them: its sheets are not its own
    int sharing = 1;                          ///< copies and pieces on its sheet
};

FoldScene foldScene(const Job& job, const Piece& piece, const Imposition* imposition);

/// Where things lie on the screen: the hinge stands upright between the leaves, and the object's middle lies
/// as far from it on the right as its mirror image does on the left, so that folding the paper over the hinge
/// (or sliding it across) puts ink where it will be. The object lies upright; the paper lies turned as the
/// picture is turned on the object.
struct FoldLayout {
    double px_mm = 1;
    double hinge_x = 0;
    QPointF left_at, right_at;  ///< the object's middle, and where it would lie on the left leaf
    QTransform print_mm;        ///< from the print frame (mm about the picture's middle) to the left leaf
    QTransform picture_mm;      ///< from the picture's frame to the right leaf
    QTransform object_mm;       ///< from the object's frame to the right leaf
    RectMm box, print_box;      ///< the print, in the picture's and in the print frame
    QRectF printed, finished;   ///< round the picture on the left and on the right leaf
    QRectF paper, object;       ///< round paper and object

    /// The paper on its way, 0 = on the left leaf, 1 = on the object: where what is on the left leaf goes.
    QTransform paperAt(double way, Mirrored mirrored) const;
    /// The spot of the print (0 to 1 each way, finished frame) under a point of the screen; none outside
    /// both leaves.
    std::optional<QPointF> spotAt(const QPointF& at, Mirrored mirrored) const;
    /// Where a spot lies on either leaf.
    QPointF onPrint(const QPointF& spot, Mirrored mirrored) const;
    QPointF onObject(const QPointF& spot) const;
    /// The place on the object under a point of the screen.
    PointMm onObjectMm(const QPointF& at) const;
};

/// The same view with what the scene has now: nothing is fitted anew, so that things can be dragged under the
/// pointer.
FoldLayout inSameView(FoldLayout layout, const FoldScene& scene);

/// Fits both leaves into `room`; `zoom` multiplies that fit, `pan` moves what is seen.
FoldLayout foldLayout(const FoldScene& scene, const QRectF& room, double zoom, const QPointF& pan);

QPainterPath pathOf(const Outline& outline);
QRectF toQRectF(const RectMm& box);

}  // namespace tympan::app
