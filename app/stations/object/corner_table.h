#pragma once
#include <QDialog>

#include "core/measure/length.h"
#include "core/object/shape.h"

class QLabel;
class QPushButton;
class QTableWidget;

namespace tympan::app {

/// The most corners that anyone would type.
inline constexpr std::size_t most_typed_corners = 60;

/// The corners of a drawn outline, or of a plank's free edge, as a table: measured from the left and the
/// upper edge, typed; lengths and angles beside them; and the outline as it comes out.
class CornerTable : public QDialog {
    Q_OBJECT
  public:
    /// `ring`: of the shape's first outline, object frame; `origin`: what they are measured from.
    CornerTable(QWidget* parent, const Ring& ring, const PointMm& origin, bool closed, Unit unit);

    Ring ring() const;

  private:
    void fill();
    void typed(int row, int column);
    void more();
    void fewer();
    void say();

    Ring ring_;
    PointMm origin_;
    bool closed_;
    Unit unit_;
    bool filling_ = false;
    QTableWidget* table_;
    QWidget* drawing_;
    QLabel* said_;
    QPushButton *fewer_, *take_;
};

}  // namespace tympan::app
