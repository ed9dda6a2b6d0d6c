#pragma once
#include "app/stations/object/fill_search.h"
#include "app/stations/object/object_panel.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;

namespace tympan::app {

class ChoiceRow;
class LengthEdit;
class RenderService;

/// Fills the object with the pictures that lie on it, in one of three manners, shown on the finished leaf
/// while it is looked for; what the chosen picture is among them; whether they are printed as one.
class FillPanel : public ObjectPanel {
    Q_OBJECT
  public:
    FillPanel(JobStore& store, RenderService& service);
    void refresh(const Piece& piece, const Object& object) override;

    bool searching() const { return search_.on(); }
    void setSeconds(double seconds) { seconds_ = seconds; }

  private:
    Filling asked() const;
    void fill(int seed);
    void again();
    void say(const Filled* filled);
    void showSearching();

    FillSearch search_;
    ChoiceRow* manner_;
    LengthEdit *gap_, *margin_;
    QComboBox *turn_, *sizes_, *share_, *swap_;
    QLabel *gap_words_, *turn_words_, *sizes_words_, *share_words_, *says_;
    QCheckBox *locked_, *one_print_;
    QPushButton *fill_, *another_, *stop_;
    QProgressBar* progress_;
    double seconds_ = 6;
};

}  // namespace tympan::app
