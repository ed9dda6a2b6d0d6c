#pragma once
#include <QWidget>

class QLabel;
class QPushButton;
class QSpinBox;

namespace tympan::app {

class PrintFollow;

/// How far a printing is, what the printer wants, and, when it is over, which sheets came out.
class PrintCard : public QWidget {
    Q_OBJECT
  public:
    explicit PrintCard(PrintFollow& follow, QWidget* parent = nullptr);

  private:
    void refresh();
    void sayRange();

    PrintFollow& follow_;
    QLabel *says_, *range_, *before_;
    QPushButton *stop_, *all_, *missing_;
    QLabel* white_says_;
    QSpinBox *first_, *last_;
    QWidget *asks_, *now_, *white_;
    int asked_of_ = 0;  ///< the printing whose range is shown
};

}  // namespace tympan::app
