#include "app/stations/tone/laying_panel.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QSlider>
#include <QSpinBox>
#include <QStandardItemModel>

#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/tone/screen.h"

namespace tympan::app {

namespace {

/// The rows of the list; screens follow in the order of their kinds.
enum Row { smooth, black_and_white, place_by_place, in_steps, first_screen };

int rowOf(const Tone& tone) {
    if (tone.screen.kind != Screen::Kind::none)
        return first_screen + static_cast<int>(tone.screen.kind) - static_cast<int>(Screen::Kind::line);
    if (tone.line_art.kind == LineArt::Kind::local) return place_by_place;
    if (tone.line_art.kind != LineArt::Kind::off) return black_and_white;
    return tone.steps >= 2 ? in_steps : smooth;
}

/// Lines or dots to the maker's unit.
double inUnit(Unit unit) { return unit == Unit::in ? mm_per_inch / 10 : 1; }

QWidget* rowOfFields(const QList<QWidget*>& fields) {
    auto* row = new QWidget;
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(8);
    for (QWidget* field : fields) layout->addWidget(field);
    layout->addStretch(1);
    return row;
}

}  // namespace

LayingPanel::LayingPanel(QWidget* parent) : QWidget(parent) {
    auto* outer = column();
    setLayout(outer);
    heading_ = strongLabel({});
    outer->addWidget(heading_);
    laid_ = new QComboBox;
    laid_->setObjectName(QStringLiteral("laid"));
    laid_->setAccessibleName(tr("How grey is laid"));
    laid_->addItems({tr("smooth"), tr("black and white alone"), tr("black and white, by place"),
                     tr("in even steps"), tr("lines"), tr("round dots"), tr("oval dots"), tr("crossed lines"),
                     tr("hatching"), tr("fine grain"), tr("scattered dots")});
    laid_->setItemData(black_and_white, tr("The trade says line art."), Qt::ToolTipRole);
    laid_->setItemData(in_steps, tr("The trade says posterise."), Qt::ToolTipRole);
    laid_->setItemData(first_screen, tr("The trade says a halftone screen."), Qt::ToolTipRole);
    laid_->setItemData(place_by_place,
                       tr("Each place is judged by what is about it: for drawings under uneven light."),
                       Qt::ToolTipRole);
    laid_->setItemData(laid_->count() - 2, tr("The trade says a stochastic screen."), Qt::ToolTipRole);
    laid_->setItemData(laid_->count() - 1, tr("The trade says error diffusion."), Qt::ToolTipRole);
    keepWide(laid_, 190);
    outer->addWidget(laid_);

    limit_auto_ = new QCheckBox(tr("by itself"));
    limit_auto_->setObjectName(QStringLiteral("line-art-auto"));
    limit_ = new QSlider(Qt::Horizontal);
    limit_->setObjectName(QStringLiteral("line-art-limit"));
    limit_->setAccessibleName(tr("How dark a grey must be to become black, 0 to 255"));
    limit_->setToolTip(tr("To the right, paler greys become black too."));
    limit_->setRange(0, 255);
    keepWide(limit_, 106);
    limit_row_ = rowOfFields({limit_, limit_auto_});
    steps_ = new QSpinBox;
    steps_->setObjectName(QStringLiteral("steps"));
    steps_->setAccessibleName(tr("How many greys, black and white among them"));
    steps_->setRange(2, most_steps);
    keepWide(steps_, 64);
    steps_row_ = rowOfFields({steps_, new QLabel(tr("greys in all"))});
    ruling_ = new QDoubleSpinBox;
    ruling_->setObjectName(QStringLiteral("screen-ruling"));
    ruling_->setAccessibleName(tr("How many to the centimetre or inch"));
    ruling_->setDecimals(1);
    keepWide(ruling_, 104);
    angle_ = new QDoubleSpinBox;
    angle_->setDecimals(1);
    angle_->setObjectName(QStringLiteral("screen-angle"));
    angle_->setAccessibleName(tr("Angle of the lines"));
    angle_->setRange(-90, 90);
    angle_->setSuffix(QStringLiteral("°"));
    keepWide(angle_, 92);
    screen_row_ = rowOfFields({ruling_, angle_});
    for (QWidget* row : {limit_row_, steps_row_, screen_row_}) outer->addWidget(row);
    about_ = quietLabel({});
    about_->setObjectName(QStringLiteral("about-laid"));
    keepWide(about_, 206);
    outer->addWidget(about_);
    inverted_ = new QCheckBox(tr("darks for lights"));
    inverted_->setObjectName(QStringLiteral("inverted"));
    inverted_->setToolTip(tr("For pale ink on a dark ground."));
    outer->addWidget(inverted_);
    outer->addStretch(1);

    connect(laid_, &QComboBox::activated, this, &LayingPanel::pick);
    const auto change = [this](const QString& run = {}) { emit changed(tone_, run); };
    connect(limit_auto_, &QCheckBox::clicked, this, [this, change](bool automatic) {
        tone_.line_art.kind = automatic ? LineArt::Kind::automatic : LineArt::Kind::limit;
        tone_.line_art.limit = limit_->value();
        change();
    });
    connect(limit_, &QSlider::valueChanged, this, [this, change](int limit) {
        tone_.line_art.kind = LineArt::Kind::limit;
        tone_.line_art.limit = limit;
        change(QStringLiteral("line art"));
    });
    connect(steps_, &QSpinBox::valueChanged, this, [this, change](int steps) {
        tone_.steps = steps;
        change(QStringLiteral("steps"));
    });
    connect(ruling_, &QDoubleSpinBox::valueChanged, this, [this, change](double ruling) {
        tone_.screen.per_cm = std::clamp(ruling / inUnit(unit_), least_screen_per_cm, most_screen_per_cm);
        change(QStringLiteral("ruling"));
    });
    connect(angle_, &QDoubleSpinBox::valueChanged, this, [this, change](double angle) {
        tone_.screen.angle_deg = angle;
        change(QStringLiteral("angle"));
    });
    connect(inverted_, &QCheckBox::clicked, this, [this, change](bool on) {
        tone_.inverted = on;
        change();
    });
}

void LayingPanel::pick(int row) {
    tone_.line_art.kind = row == black_and_white  ? LineArt::Kind::automatic
                          : row == place_by_place ? LineArt::Kind::local
                                                  : LineArt::Kind::off;
    if (row != black_and_white) tone_.line_art.limit = LineArt{}.limit;
    tone_.steps = row == in_steps ? std::max(2, steps_->value()) : 0;
    const bool screened = row >= first_screen;
    const auto kind =
        screened ? static_cast<Screen::Kind>(row - first_screen + static_cast<int>(Screen::Kind::line))
                 : Screen::Kind::none;
    // A grain is specks, and fine; lines and dots are meant to be seen.
    const bool was_grain = tone_.screen.kind == Screen::Kind::grain;
    if (screened && (kind == Screen::Kind::grain) != was_grain)
        tone_.screen.per_cm = kind == Screen::Kind::grain ? 40 : Screen{}.per_cm;
    tone_.screen.kind = kind;
    emit changed(tone_, {});
}

void LayingPanel::show(const Tone& tone, bool over_white, int parting, Unit unit, const PixelGrid& grid) {
    tone_ = tone;
    unit_ = unit;
    const QSignalBlocker quiet[] = {QSignalBlocker(limit_), QSignalBlocker(steps_), QSignalBlocker(ruling_),
                                    QSignalBlocker(angle_)};
    heading_->setText(over_white ? tr("How it is laid") : tr("How grey is laid"));
    auto* ways = qobject_cast<QStandardItemModel*>(laid_->model());
    const int scattered_dots = laid_->count() - 1;
    for (const int grey_alone : {int{black_and_white}, int{place_by_place}, int{in_steps}, scattered_dots})
        ways->item(grey_alone)->setEnabled(!over_white);
    inverted_->setVisible(!over_white);
    const int laid = rowOf(tone);
    const int row = ways->item(laid)->isEnabled() ? laid : smooth;
    laid_->setCurrentIndex(row);
    const bool automatic = tone.line_art.kind == LineArt::Kind::automatic;
    limit_auto_->setChecked(automatic);
    limit_->setValue(automatic ? parting : tone.line_art.limit);
    steps_->setValue(std::max(2, tone.steps > 0 ? tone.steps : 4));
    const QString per = unit == Unit::in ? tr(" to the inch") : tr(" a cm");
    ruling_->setRange(least_screen_per_cm * inUnit(unit), most_screen_per_cm * inUnit(unit));
    ruling_->setSuffix(per);
    ruling_->setValue(tone.screen.per_cm * inUnit(unit));
    angle_->setValue(tone.screen.angle_deg);
    angle_->setVisible(tone.screen.kind != Screen::Kind::grain);
    inverted_->setChecked(tone.inverted);
    limit_row_->setVisible(row == black_and_white);
    steps_row_->setVisible(row == in_steps);
    const bool scattered = tone.screen.kind == Screen::Kind::scatter;
    screen_row_->setVisible(row >= first_screen && !scattered);
    if (row < first_screen) {
        about_->setText(over_white      ? tr("In full; lines and dots let the cloth show between them.")
                        : row == smooth ? tr("As the printer lays grey by itself.")
                        : row == black_and_white ? tr("For drawings and lettering: no greys at all.")
                        : row == place_by_place  ? tr("For drawings on stained or unevenly lit paper.")
                                                 : tr("Flat greys with clear rims between them."));
        return;
    }
    if (scattered) {
        about_->setText(
            tr("Single dots of the print, %1 wide: greys come from how close they lie. The leaves show "
               "them as grey.")
                .arg(lengthText(grid.pixel_mm(), Unit::mm)));
        return;
    }
    const double px = cellPixels(tone.screen, grid);
    const double least = tone.screen.kind == Screen::Kind::grain ? 1 : least_cell_px;
    about_->setText(px < least - 1e-9 ? tr("Finer than the print's own dots: grey is laid smooth instead.")
                                      : tr("One is %1 wide, %2 dots of the print.")
                                            .arg(lengthText(10 / tone.screen.per_cm, Unit::mm))
                                            .arg(px, 0, 'f', 1));
}

}  // namespace tympan::app
