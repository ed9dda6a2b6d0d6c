#pragma once
#include <memory>

#include "app/stations/object/object_panel.h"
#include "core/fill/fill_object.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;

namespace tympan::app {

class ChoiceRow;
class LengthEdit;
class RenderService;

/// Fills the object with the pictures that lie on it, in one of three manners. The search runs beside the
/// window; each better way is shown on the finished leaf at once, all of it one step of undo. A job that is
/// changed meanwhile ends it.
class FillPanel : public ObjectPanel {
    Q_OBJECT
  public:
    FillPanel(JobStore& store, RenderService& service);
    ~FillPanel() override;
    void refresh(const Piece& piece, const Object& object) override;

    static QString view() { return QStringLiteral("fill"); }
    bool searching() const { return search_ != nullptr; }
    void setSeconds(double seconds) { seconds_ = seconds; }

  private:
    struct Search;
    Filling asked() const;
    void fill(int seed);
    void again();
    void shown(const std::shared_ptr<Search>& search, const Job& job);
    void end(const std::shared_ptr<Search>& search, const Filled& filled);
    void stop();
    void showSearching();

    RenderService& service_;
    ChoiceRow* manner_;
    LengthEdit *gap_, *margin_;
    QComboBox *turn_, *sizes_, *share_;
    QLabel *gap_words_, *turn_words_, *sizes_words_, *share_words_, *says_;
    QCheckBox* locked_;
    QPushButton *fill_, *another_, *stop_;
    QProgressBar* progress_;
    std::shared_ptr<Search> search_;
    double seconds_ = 6;
    int searches_ = 0;
};

}  // namespace tympan::app
