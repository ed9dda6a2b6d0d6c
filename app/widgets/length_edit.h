#pragma once
#include <QLineEdit>

#include "core/measure/length.h"

namespace tympan::app {

/// A field for a length, in whatever unit is typed; shows it in the maker's unit. Up and down keys change it
/// by one millimetre (a sixteenth of an inch), with shift by ten. What is not a length is marked and said in
/// the tooltip, and the value stays.
class LengthEdit : public QLineEdit {
    Q_OBJECT
  public:
    LengthEdit(const QString& name, const QString& accessible, QWidget* parent = nullptr);

    void show(double mm, Unit unit);
    /// An empty field, for a length that is not known.
    void showNothing(Unit unit);
    /// Nothing at all is an answer too (a bare edge of 0 mm); else a length is more than 0.
    void allowZero() { zero_allowed_ = true; }
    /// The length as last shown or typed rightly.
    double value() const { return mm_; }
    bool blank() const { return text().trimmed().isEmpty(); }

  signals:
    void typed(double mm);

  protected:
    void keyPressEvent(QKeyEvent* event) override;

  private:
    void read();
    void mark(bool wrong);

    double mm_ = 0;
    Unit unit_ = Unit::mm;
    bool zero_allowed_ = false;
};

}  // namespace tympan::app
