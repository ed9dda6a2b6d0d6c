#pragma once
#include <QWidget>
#include <optional>

#include "core/job/job.h"

namespace tympan::app {

class RenderService;

/// A spot that is to be printed again: its middle in parts of the print (finished side), and its side.
struct PatchSpot {
    PointMm spot;
    double side_mm = 40;
};

/// Asks which spot of a piece, and how large; nothing when the maker thought better of it.
std::optional<PatchSpot> askPatch(QWidget* parent, Job job, Piece piece, RenderService& service);

}  // namespace tympan::app
