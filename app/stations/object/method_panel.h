#pragma once
#include "app/stations/object/object_panel.h"

class QCheckBox;
class QComboBox;
class QLabel;

namespace tympan::app {

class LengthEdit;
class VariantButton;

/// How it gets there: the way of transfer, what it takes, and what else turns the picture over.
class MethodPanel : public ObjectPanel {
    Q_OBJECT
  public:
    explicit MethodPanel(JobStore& store);
    /// The chosen piece's way becomes one of the maker's own, after its changes were asked for.
    void copyAndChange();
    void refresh(const Piece& piece, const Object& object) override;

  signals:
    void said(const QString& sentence, bool well);

  private:
    void fill();
    void setMethod(const Method& method);
    void findOne();
    void showSteps();

    VariantButton* variants_;
    QWidget* mount_row_;
    QComboBox* mounts_;
    LengthEdit* inset_;
    QComboBox *methods_, *printers_;
    QCheckBox *reversed_, *printer_mirrors_;
    QLabel *about_, *fits_;
};

}  // namespace tympan::app
