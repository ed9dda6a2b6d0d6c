#pragma once
#include <QWidget>

#include "core/method/method.h"

class QCheckBox;
class QComboBox;
class QLineEdit;
class QPlainTextEdit;

namespace tympan::app {

/// What a maker's own method is, besides its steps: in a sentence, for which printers, in which tone.
class MethodAbout : public QWidget {
    Q_OBJECT
  public:
    explicit MethodAbout(QWidget* parent = nullptr);
    void show(const Method& method);

  signals:
    void changed(const Method& method);

  private:
    void take();

    Method method_;
    bool showing_ = false;
    QLineEdit *summary_, *media_;
    QCheckBox* laid_;
    QComboBox* tone_;
    QPlainTextEdit *before_, *after_;
    std::vector<std::pair<PrinterKind, QCheckBox*>> kinds_;
};

}  // namespace tympan::app
