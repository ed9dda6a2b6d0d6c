#pragma once
#include <QWidget>

class QCheckBox;
class QComboBox;
class QLabel;
class QSpinBox;

#include "core/job/job.h"

namespace tympan::app {

class JobStore;
class LengthEdit;

/// Sheets: the paper, what the printer leaves bare, and how fine to print.
class SheetsTray : public QWidget {
    Q_OBJECT
  public:
    explicit SheetsTray(JobStore& store, QWidget* parent = nullptr);

  private:
    void refresh();
    void changeRules();
    void changePrinter();
    void keepPlaces(bool keep);
    void changeJoint();
    void layAnew();
    void cutFromRoll();
    void showSeams();
    const Printer& shownPrinter() const;

    JobStore& store_;
    QComboBox *paper_, *ppi_;
    QComboBox *manner_, *joint_, *number_;
    LengthEdit* overlap_;
    QWidget *overlap_label_, *seams_form_;
    QPushButton* anew_;
    QCheckBox *black_only_, *keep_;
    LengthEdit *paper_width_, *paper_height_, *margin_, *band_, *gap_;
    QWidget* own_size_;
    QLabel* about_;
};

}  // namespace tympan::app
