#include "app/widgets/focus_within.h"

#include <QApplication>
#include <QWidget>

namespace tympan::app {

bool focusNextWithin(QWidget& room, bool next) {
    QWidget* const begin =
        room.isAncestorOf(QApplication::focusWidget()) ? QApplication::focusWidget() : &room;
    for (QWidget* at = next ? begin->nextInFocusChain() : begin->previousInFocusChain(); at != begin;
         at = next ? at->nextInFocusChain() : at->previousInFocusChain()) {
        if (!room.isAncestorOf(at) || !at->isEnabled() || !at->isVisible() ||
            (at->focusPolicy() & Qt::TabFocus) == 0)
            continue;
        at->setFocus(next ? Qt::TabFocusReason : Qt::BacktabFocusReason);
        return true;
    }
    return false;
}

}  // namespace tympan::app
