#pragma once
#include <QWidget>

#include "core/job/job.h"

class QComboBox;
class QLabel;
class QPushButton;
class QSlider;
class QSpinBox;

namespace tympan::app {

class ChoiceRow;
class JobStore;
class LengthEdit;
class Loupe;
class RenderService;

/// Sharpness: how much is worth having, what there is, and what makes the picture larger.
class SharpnessTray : public QWidget {
    Q_OBJECT
  public:
    SharpnessTray(JobStore& store, RenderService& service, Loupe& loupe, QWidget* parent = nullptr);

  signals:
    /// The spot under the loupe is to be printed in these ways.
    void proofWanted(const std::vector<tympan::Engine>& engines);

  protected:
    void showEvent(QShowEvent* event) override;

  private:
    QWidget* enoughColumn();
    QWidget* engineColumn();
    QWidget* howColumn();
    QWidget* loupeColumn();
    void refresh();
    void showEnough(const Piece& piece);
    void showHow(const Piece& piece);
    /// Measures the true detail of a picture in the background.
    void measure(const Piece& piece);
    void change(const QString& what, const std::function<void(Enlarging&)>& change, const QString& run = {});

    JobStore& store_;
    RenderService& service_;
    Loupe& loupe_;
    LengthEdit* seen_;
    QPushButton* seen_usual_;
    /// One row of the table: pixels to an inch, and the finest line that they hold.
    struct Row {
        QLabel *ppi, *line;
    };
    Row wanted_, given_, detail_;
    QLabel* verdict_;
    ChoiceRow *engine_, *times_;
    QLabel *reason_, *limits_;
    QWidget *compressed_, *curves_;
    QSpinBox* quality_;
    QSlider* corners_;
    LengthEdit* speck_;
    QComboBox* beside_;
    QPushButton* proof_;
    QString measured_;         ///< of which picture
    double detail_share_ = 0;  ///< 0: not measured yet
};

}  // namespace tympan::app
