#pragma once
#include "app/stations/object/object_panel.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QPushButton;

namespace tympan::app {

class ChoiceRow;
class LengthEdit;

/// Its edge: what the ink is cut to, where it stops, and how its rim looks.
class EdgePanel : public ObjectPanel {
    Q_OBJECT
  public:
    explicit EdgePanel(JobStore& store);
    void refresh(const Piece& piece, const Object& object) override;

  private:
    void setEdge(const QString& what, const std::function<void(Edge&)>& change);
    void setStop();
    QString aboutTab(const Piece& piece) const;

    ChoiceRow *cut_, *rim_;
    QComboBox* side_;
    LengthEdit *stop_, *depth_;
    QLabel* stop_words_;
    QPushButton* other_;
    QCheckBox* tab_;
    QLabel* about_tab_;
};

}  // namespace tympan::app
