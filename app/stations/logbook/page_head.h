#pragma once
#include <QWidget>

class QHBoxLayout;
class QLabel;

namespace tympan::app {

/// What pages of the logbook that have the stage to themselves begin with: a title, the way back, what is to
/// be said; below it the ground that things lie on, side by side.
struct PageHead {
    QLabel *title, *says;
    QHBoxLayout* across;
};
/// `name`: "strip" gives "strip-title" and so on. `closed`: what the way back does.
PageHead pageHead(QWidget& page, const QString& name, const std::function<void()>& closed);

}  // namespace tympan::app
