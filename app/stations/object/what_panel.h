#pragma once
#include "app/stations/object/object_panel.h"

class QComboBox;
class QGridLayout;
class QLineEdit;
class QPushButton;
class QToolButton;

namespace tympan {
struct SvgOutline;
}

namespace tympan::app {

class ColourButton;
class RenderService;

/// What it is: name, material, colour, shape and measures.
class WhatPanel : public ObjectPanel {
    Q_OBJECT
  public:
    WhatPanel(JobStore& store, RenderService& service);
    void refresh(const Piece& piece, const Object& object) override;

  signals:
    /// A sentence for the foot: an outline that could not be read, or what of it was left out.
    void said(const QString& sentence, bool well);

  private:
    void setShape(ShapeKind kind);
    void setMeasure(std::string_view id, double value);
    void showMeasures(const Object& object);
    void typeCorners();
    void readOutline();
    void takeOutline(int piece, const SvgOutline& read);

    RenderService& service_;

    QLineEdit* name_;
    ColourButton* ground_;
    QComboBox *material_, *shape_;
    QToolButton* sizes_;
    QWidget* file_;
    QPushButton* side_;
    QGridLayout* measures_;
    std::optional<ShapeKind> shown_;
};

/// The finished piece on three or four grounds beside each other; accepted: the colour that was chosen.
std::optional<Rgb8> compareGrounds(QWidget* parent, Job job, Piece piece);

}  // namespace tympan::app
