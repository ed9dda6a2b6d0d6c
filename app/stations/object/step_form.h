#pragma once
#include <QWidget>

#include "core/method/step.h"

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QFormLayout;
class QLineEdit;
class QPlainTextEdit;
class QPushButton;
class QSpinBox;

namespace tympan::app {

/// One step of a maker's own method, to be changed: what is done, how long it takes, what is spread, how one
/// waits, what it needs.
class StepForm : public QWidget {
    Q_OBJECT
  public:
    explicit StepForm(QWidget* parent = nullptr);
    /// `steps`: all of the method, in their order; the one that is shown is the `at`th.
    void show(const std::vector<Step>& steps, std::size_t at);

  signals:
    void changed(const Step& step);

  private:
    void addWhat(QFormLayout& form);
    void addHow(QFormLayout& form);
    void fillNeeds();
    void nameNeeds();
    void take();
    void showHeat();
    void showRounds(const std::vector<Step>& steps, std::size_t at);
    void takeRounds(Step& step) const;

    Step step_;
    bool showing_ = false;
    QLineEdit *name_, *good_, *caution_, *pressure_;
    QPlainTextEdit* words_;
    QComboBox *work_, *place_, *spreads_, *on_, *wait_, *again_from_;
    QDoubleSpinBox *setup_, *each_, *per_100_cm2_, *least_, *usual_, *most_, *celsius_, *fahrenheit_;
    QSpinBox *coats_, *least_rounds_, *usual_rounds_, *most_rounds_;
    QCheckBox *heated_, *of_sheet_, *optional_;
    QPushButton* needs_;
};

}  // namespace tympan::app
