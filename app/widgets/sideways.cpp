#include "app/widgets/sideways.h"

#include <QScrollBar>
#include <QWheelEvent>

namespace tympan::app {

Sideways::Sideways(QWidget* content) {
    setFrameShape(QFrame::NoFrame);
    setWidgetResizable(true);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setWidget(content);
}

void Sideways::wheelEvent(QWheelEvent* event) {
    QScrollBar* bar = horizontalScrollBar();
    bar->setValue(bar->value() - event->angleDelta().y() - event->angleDelta().x());
    event->accept();
}

}  // namespace tympan::app
