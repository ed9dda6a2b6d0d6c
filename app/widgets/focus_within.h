#pragma once

class QWidget;

namespace tympan::app {

/// Moves the focus to the next or the previous of the widgets in `room` that Tab reaches, round and round,
/// and never out of it. Whether there was one.
bool focusNextWithin(QWidget& room, bool next);

}  // namespace tympan::app
