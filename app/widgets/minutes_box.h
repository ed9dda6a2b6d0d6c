#pragma once
#include <QDoubleSpinBox>

namespace tympan::app {

/// A time in minutes that is shown and typed as people say it: "20 min", "1.5 h", "3 d". A bare number is
/// minutes.
class MinutesBox : public QDoubleSpinBox {
    Q_OBJECT
  public:
    /// `most`: in minutes.
    MinutesBox(const QString& name, const QString& accessible, double most);

  protected:
    QString textFromValue(double minutes) const override;
    double valueFromText(const QString& text) const override;
    QValidator::State validate(QString& text, int& at) const override;
};

}  // namespace tympan::app
