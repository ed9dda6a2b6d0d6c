#pragma once

class QWidget;

namespace tympan::app {

struct Actions;

/// Every key and what it does.
void showKeys(QWidget* over, const Actions& actions);
void showAbout(QWidget* over);

}  // namespace tympan::app
