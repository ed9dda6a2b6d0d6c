#include "app/widgets/colour_button.h"

#include <QColorDialog>
#include <QMenu>
#include <QPainter>

#include "app/look/theme.h"

namespace tympan::app {

namespace {

QIcon swatch(const Rgb8& colour) {
    QPixmap picture(64, 40);
    picture.setDevicePixelRatio(2);
    picture.fill(toQColor(colour));
    QPainter painter(&picture);
    painter.setPen(theme().quiet);
    painter.drawRect(QRectF(0.5, 0.5, 31, 19));
    return QIcon(picture);
}

struct Ground {
    const char* name;
    Rgb8 colour;
};

/// Common grounds by name. Colours are middling samples, to be set right by eye.
const Ground grounds[] = {
    {QT_TRANSLATE_NOOP("grounds", "painted white"), {247, 245, 240}},
    {QT_TRANSLATE_NOOP("grounds", "primed canvas"), {239, 232, 218}},
    {QT_TRANSLATE_NOOP("grounds", "birch, pale wood"), {236, 217, 180}},
    {QT_TRANSLATE_NOOP("grounds", "oak"), {217, 185, 138}},
    {QT_TRANSLATE_NOOP("grounds", "dark wood"), {122, 84, 56}},
    {QT_TRANSLATE_NOOP("grounds", "slate"), {72, 78, 84}},
    {QT_TRANSLATE_NOOP("grounds", "bare tin"), {190, 194, 196}},
    {QT_TRANSLATE_NOOP("grounds", "dark cotton"), {44, 46, 54}},
};

}  // namespace

QColor toQColor(const Rgb8& colour) { return {colour.red, colour.green, colour.blue}; }

ColourButton::ColourButton(const QString& name, const QString& accessible, QWidget* parent)
    : QToolButton(parent) {
    setObjectName(name);
    setAccessibleName(accessible);
    setToolTip(tr("The object's colour shows wherever no ink lies: it is the white of the picture."));
    setPopupMode(QToolButton::InstantPopup);
    setIconSize({32, 20});
    setFixedSize(52, 28);
    auto* menu = new QMenu(this);
    for (const Ground& ground : grounds)
        menu->addAction(swatch(ground.colour), QCoreApplication::translate("grounds", ground.name), this,
                        [this, ground] { pick(ground.colour); });
    menu->addSeparator();
    menu->addAction(tr("Another colour…"), this, [this] {
        const QColor chosen = QColorDialog::getColor(toQColor(colour_), this, tr("The object's colour"));
        if (chosen.isValid())
            pick({static_cast<std::uint8_t>(chosen.red()), static_cast<std::uint8_t>(chosen.green()),
                  static_cast<std::uint8_t>(chosen.blue())});
    });
    setMenu(menu);
    show({});
}

void ColourButton::show(const Rgb8& colour) {
    colour_ = colour;
    setIcon(swatch(colour));
}

void ColourButton::pick(const Rgb8& colour) {
    show(colour);
    emit picked(colour);
}

}  // namespace tympan::app
