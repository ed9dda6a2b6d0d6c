#pragma once
#include "app/stations/object/object_panel.h"

class QCheckBox;
class QComboBox;
class QLineEdit;
class QListWidget;

namespace tympan::app {

class ColourButton;
class HandPlacement;
class LengthEdit;

/// Places on the object that are unlike the rest: holes, keep-outs, painted patches; and parts of the picture
/// that should stay whole.
class ZonesPanel : public ObjectPanel {
    Q_OBJECT
  public:
    ZonesPanel(JobStore& store, HandPlacement& hand);
    void refresh(const Piece& piece, const Object& object) override;

  private:
    void add(ZoneKind kind);
    void addCare();
    void remove();
    void editZone(const QString& what, const std::function<void(Zone&)>& change);
    void editCare(const QString& what, const std::function<void(CareZone&, RectMm&)>& change);
    /// The number of the chosen zone, or of the chosen care zone after the zones; -1 for none.
    int chosen() const;
    void showChosen(const Piece& piece, const Object& object);

    HandPlacement& hand_;
    QListWidget* list_;
    QWidget* fields_;
    QLineEdit* name_;
    QComboBox* form_;
    ColourButton* colour_;
    QCheckBox* under_;  ///< a knot that the picture may hide
    LengthEdit *width_, *height_, *x_, *y_;
    bool showing_ = false;
};

}  // namespace tympan::app
