#pragma once
#include <QColor>
#include <QFont>
#include <QString>

class QApplication;

namespace tympan::app {

/// The colours of the program by what they are for, so that the dark palette keeps the light one's order.
struct Theme {
    bool dark = false;
    QColor paper;  ///< the lightest ground: foot, tickets' line
    QColor tray;   ///< the tray and the menu bar
    QColor rule;   ///< the steel rule
    QColor stage;  ///< neutral grey under pictures
    QColor card;   ///< tickets, fields, cards
    QColor line;   ///< thin borders
    QColor text, quiet;
    QColor chosen, on_chosen;
    QColor look;  ///< worth a look
};

const Theme& theme();
/// Sets palette, style sheet and shipped fonts for the whole program.
void applyTheme(QApplication& application, bool dark);

/// Three text sizes, in px.
enum class TextSize { small = 12, normal = 14, title = 18 };
QFont textFont(TextSize size, bool strong = false);
/// The face for measures.
QFont figureFont(TextSize size);

}  // namespace tympan::app
