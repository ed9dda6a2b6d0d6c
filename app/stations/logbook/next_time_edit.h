#pragma once
#include <QWidget>

#include "core/method/next_time.h"

class QComboBox;
class QDoubleSpinBox;
class QLineEdit;

namespace tympan::app {

/// What a maker resolves for the next time: in words, and at which step what is done otherwise.
class NextTimeEdit : public QWidget {
    Q_OBJECT
  public:
    explicit NextTimeEdit(QWidget* parent = nullptr);

    /// `method`: whose steps there are to choose from; nullptr: words alone.
    void show(const NextTime& next, const Method* method);

  signals:
    void said(const tympan::NextTime& next);

  private:
    void fillChanges();
    void refresh();
    void tell();
    const Step* step() const;

    Method method_;
    QLineEdit* words_;
    QComboBox *step_, *change_;
    QDoubleSpinBox* value_;
};

}  // namespace tympan::app
