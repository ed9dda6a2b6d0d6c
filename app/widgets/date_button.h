#pragma once
#include <QDate>
#include <QToolButton>

namespace tympan::app {

/// A calendar beside a field in which a time is typed.
class DateButton : public QToolButton {
    Q_OBJECT
  public:
    DateButton(const QString& name, const QString& accessible, QWidget* parent = nullptr);
    /// The days that can be picked begin with this one, which is shown first unless another is chosen.
    void setFirst(const QDate& first) { first_ = first; }
    void choose(const QDate& date) { chosen_ = date; }

  signals:
    void picked(const QDate& date);

  protected:
    void changeEvent(QEvent* event) override;

  private:
    void open();
    void drawIcon();
    QDate first_, chosen_;
};

}  // namespace tympan::app
