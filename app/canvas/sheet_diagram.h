#pragma once
#include <QImage>
#include <functional>

#include "core/schedule/task.h"

class QPainter;
class QRectF;

namespace tympan::app {

/// Whether there is a drawing of what a task is about: whole sheets, sheets that are joined, or one that is
/// laid beside others.
bool hasSheetDiagram(const Task& task, const WorkOrder& order);

/// Draws it: whole sheets as they leave the printer; a print's sheets at their places, those that the task is
/// about marked. `picture`: of a piece, as people will see it; it may be null.
void paintSheetDiagram(QPainter& painter, const QRectF& room, const Task& task, const WorkOrder& order,
                       const std::function<QImage(int piece)>& picture);

}  // namespace tympan::app
