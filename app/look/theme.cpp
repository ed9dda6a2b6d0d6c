#include "app/look/theme.h"

#include <QApplication>
#include <QFontDatabase>
#include <QPalette>

#include "core/base/data_folder.h"

namespace tympan::app {

namespace {

Theme current;

Theme morning() {
    return {false,
            QColor("#fbf7f0"),
            QColor("#ece5d8"),
            QColor("#d8d6d1"),
            QColor("#d3d1cc"),
            QColor("#fffdf9"),
            QColor("#c9c0b0"),
            QColor("#232526"),
            QColor("#55575a"),
            QColor("#115a60"),
            QColor("#ffffff"),
            QColor("#b23219")};
}

Theme evening() {
    return {true,
            QColor("#232627"),
            QColor("#2b2e2f"),
            QColor("#35393a"),
            QColor("#454848"),
            QColor("#383c3d"),
            QColor("#565b5c"),
            QColor("#ece7dd"),
            QColor("#b9b6af"),
            QColor("#64b9bf"),
            QColor("#10191a"),
            QColor("#ff9178")};
}

QString family(const char* file) {
    const QString path = QString::fromStdString((dataFolder() / "fonts" / file).string());
    const int id = QFontDatabase::addApplicationFont(path);
    const QStringList names = QFontDatabase::applicationFontFamilies(id);
    return names.isEmpty() ? QString() : names.front();
}

QString styleSheet(const Theme& t) {
    return QStringLiteral(R"(
QMainWindow, QDialog { background: %paper; }
QDialogButtonBox, QMessageBox { dialogbuttonbox-buttons-have-icons: 0; }
QMenuBar { background: %tray; color: %text; padding: 2px 4px; }
QMenuBar::item { padding: 4px 10px; border-radius: 2px; background: transparent; }
QMenuBar::item:selected { background: %chosen; color: %on_chosen; }
QMenu { background: %card; color: %text; border: 1px solid %line; padding: 4px; }
QMenu::item { padding: 5px 24px 5px 12px; }
QMenu::item:selected { background: %chosen; color: %on_chosen; }
QMenu::item:disabled { color: %quiet; }
QMenu::separator { height: 1px; background: %line; margin: 4px 8px; }
QToolTip { background: %card; color: %text; border: 1px solid %line; padding: 4px; }
#tray { background: %tray; }
#strip-ground { background: %stage; }
#foot { background: %paper; border-top: 1px solid %line; }
#card { background: %card; border: 1px solid %line; }
QLabel { color: %text; background: transparent; }
QLabel[quiet="true"] { color: %quiet; }
QLabel[look="true"] { color: %look; }
QLineEdit, QAbstractSpinBox, QComboBox { background: %card; border: 1px solid %line; border-radius: 2px;
    padding: 3px 6px; min-height: 20px; selection-background-color: %chosen; selection-color: %on_chosen; }
QLineEdit:focus, QAbstractSpinBox:focus, QComboBox:focus { border: 1px solid %chosen; }
QLineEdit[wrong="true"] { border: 1px solid %look; }
QComboBox::drop-down { border: none; width: 20px; }
QComboBox::down-arrow { image: url("%icons/down.svg"); width: 12px; height: 12px; }
QAbstractSpinBox::up-button, QAbstractSpinBox::down-button { border: none; width: 18px; background: transparent; }
QAbstractSpinBox::up-arrow { image: url("%icons/up.svg"); width: 10px; height: 10px; }
QAbstractSpinBox::down-arrow { image: url("%icons/down.svg"); width: 10px; height: 10px; }
QToolButton { background: %card; border: 1px solid %line; border-radius: 2px; padding: 0 12px 0 3px; }
QToolButton:hover, QToolButton:focus { border-color: %chosen; }
QToolButton::menu-indicator { image: url("%icons/down.svg"); width: 10px; subcontrol-position: right center; right: 3px; }
QComboBox QAbstractItemView { background: %card; color: %text; border: 1px solid %line; selection-background-color: %chosen;
    selection-color: %on_chosen; }
QPushButton { background: %card; color: %text; border: 1px solid %line; border-radius: 2px; padding: 5px 12px; }
QPushButton:hover, QPushButton:focus { border-color: %chosen; }
QPushButton:pressed { background: %tray; }
QPushButton:disabled { color: %quiet; background: %tray; }
QPushButton[chosen="true"], QPushButton:checked { border: 2px solid %chosen; padding: 4px 11px; font-weight: 600; }
QPushButton[low="true"] { padding: 2px 12px; }
QPushButton[low="true"]:checked { padding: 1px 11px; }
QPushButton[main="true"] { background: %chosen; color: %on_chosen; border: 1px solid %chosen; padding: 6px 22px; }
QPushButton[main="true"]:disabled { background: %line; border-color: %line; color: %quiet; }
QPushButton[main="true"]:focus { border: 1px solid %text; }
QPushButton[answer="true"] { text-align: left; }
QPushButton[remedy="true"] { color: %look; border-color: %look; }
QPushButton[link="true"] { color: %chosen; background: transparent; border: none; padding: 2px 0px; text-decoration: underline; text-align: left; }
QPushButton[link="true"]:disabled { color: %quiet; background: transparent; text-decoration: none; }
QPushButton[link="true"]:focus { border: 1px solid %chosen; }
QSlider::groove:horizontal { height: 4px; background: %line; border-radius: 2px; }
QSlider::handle:horizontal { background: %chosen; width: 12px; margin: -6px 0; border-radius: 2px; }
QSlider::handle:horizontal:disabled { background: %quiet; }
QSlider:focus { border: 1px dotted %chosen; }
QScrollArea, QScrollArea > QWidget > QWidget { background: transparent; border: none; }
QScrollBar:vertical { background: transparent; width: 10px; } QScrollBar:horizontal { background: transparent; height: 10px; }
QScrollBar::handle { background: %line; border-radius: 4px; min-height: 24px; min-width: 24px; }
QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; }
QProgressBar { background: %tray; border: 1px solid %line; border-radius: 2px; color: %text; text-align: center; }
QProgressBar::chunk { background: %chosen; }
QCheckBox { color: %text; spacing: 8px; }
QCheckBox::indicator { width: 14px; height: 14px; background: %card; border: 1px solid %quiet; border-radius: 2px; }
QCheckBox::indicator:hover, QCheckBox::indicator:focus { border-color: %chosen; }
QCheckBox::indicator:checked { background: %chosen; border-color: %chosen; image: url("%icons/%tick"); }
QCheckBox:focus { color: %chosen; }
QCheckBox:disabled { color: %quiet; }
)")
        .replace(QLatin1String("%tick"), QLatin1String(t.dark ? "tick-on-light.svg" : "tick-on-dark.svg"))
        .replace(QLatin1String("%icons"), QString::fromStdString((dataFolder() / "icons").string()))
        .replace(QLatin1String("%paper"), t.paper.name())
        .replace(QLatin1String("%tray"), t.tray.name())
        .replace(QLatin1String("%stage"), t.stage.name())
        .replace(QLatin1String("%card"), t.card.name())
        .replace(QLatin1String("%line"), t.line.name())
        .replace(QLatin1String("%text"), t.text.name())
        .replace(QLatin1String("%quiet"), t.quiet.name())
        .replace(QLatin1String("%on_chosen"), t.on_chosen.name())
        .replace(QLatin1String("%chosen"), t.chosen.name())
        .replace(QLatin1String("%look"), t.look.name());
}

QPalette paletteOf(const Theme& t) {
    QPalette palette;
    palette.setColor(QPalette::Window, t.paper);
    palette.setColor(QPalette::WindowText, t.text);
    palette.setColor(QPalette::Base, t.card);
    palette.setColor(QPalette::AlternateBase, t.tray);
    palette.setColor(QPalette::Text, t.text);
    palette.setColor(QPalette::PlaceholderText, t.quiet);
    palette.setColor(QPalette::Button, t.tray);
    palette.setColor(QPalette::ButtonText, t.text);
    palette.setColor(QPalette::Highlight, t.chosen);
    palette.setColor(QPalette::HighlightedText, t.on_chosen);
    palette.setColor(QPalette::Link, t.chosen);
    palette.setColor(QPalette::Mid, t.line);
    return palette;
}

QString text_family, figure_family;

}  // namespace

const Theme& theme() { return current; }

QFont textFont(TextSize size, bool strong) {
    QFont font(text_family);
    font.setPixelSize(static_cast<int>(size));
    if (strong) font.setWeight(QFont::DemiBold);
    return font;
}

QFont figureFont(TextSize size) {
    QFont font(figure_family);
    font.setPixelSize(static_cast<int>(size) - 1);  // its figures stand taller than the text face's
    return font;
}

void applyTheme(QApplication& application, bool dark) {
    if (text_family.isEmpty()) {
        text_family = family("Cabin-Regular.otf");
        family("Cabin-SemiBold.otf");
        figure_family = family("B612-Regular.otf");
    }
    current = dark ? evening() : morning();
    application.setFont(textFont(TextSize::normal));
    application.setPalette(paletteOf(current));
    application.setStyleSheet(styleSheet(current));
}

}  // namespace tympan::app
