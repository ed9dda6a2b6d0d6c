#pragma once
#include <optional>

#include <QtCore/qnamespace.h>

#include "core/measure/geometry.h"

namespace tympan::app {

/// The way an arrow key points, one step long; nothing for another key.
inline std::optional<PointMm> arrowOf(int key) {
    switch (key) {
        case Qt::Key_Left:
            return PointMm{-1, 0};
        case Qt::Key_Right:
            return PointMm{1, 0};
        case Qt::Key_Up:
            return PointMm{0, -1};
        case Qt::Key_Down:
            return PointMm{0, 1};
        default:
            return {};
    }
}

}  // namespace tympan::app
