#pragma once
#include <optional>

#include "core/marks/register_marks.h"
#include "core/measure/length.h"
#include "core/printer/printer.h"

class QWidget;

namespace tympan::app {

/// What a maker measured between two passes over a sheet, and after the second.
struct PassMeasures {
    SheetShrink shrink;
    PointMm white_beside{};  ///< mm of the upright sheet, for all that is reckoned with already
};

/// Asks for it. `crosses`: as they were sent, on a page that lies or stands; `known`: what is reckoned with.
std::optional<PassMeasures> askPasses(QWidget* parent, const RegisterMarks& crosses, bool lying,
                                      Printer known, Unit unit);

}  // namespace tympan::app
