#pragma once
#include <QWidget>

class QAction;
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
    SheetsTray(JobStore& store, QAction* cut_paths, QWidget* parent = nullptr);

  private:
    void refresh();
    void changeRules();
    void changePrinter();
    void keepPlaces(bool keep);
    void changeJoint();
    void partOnPurpose(bool parted);
    void layAnew();
    void cutFromRoll();
    void showSeams();
    void showCutting();
    QWidget* cuttingForm();
    const Printer& shownPrinter() const;

    JobStore& store_;
    QAction* cut_paths_;
    QComboBox *paper_, *ppi_;
    QComboBox *manner_, *joint_, *number_;
    QCheckBox* parted_;
    LengthEdit* overlap_;
    QWidget *overlap_label_, *seams_form_;
    QPushButton* anew_;
    QWidget* cutting_form_;
    QComboBox* turning_;
    QCheckBox *cut_lines_, *corner_marks_;
    LengthEdit* cut_beyond_;
    QCheckBox *black_only_, *keep_;
    LengthEdit *paper_width_, *paper_height_, *margin_, *band_, *gap_;
    QWidget* own_size_;
    QLabel* about_;
};

}  // namespace tympan::app
