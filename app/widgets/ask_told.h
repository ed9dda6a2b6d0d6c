#pragma once
#include <QStringList>
#include <optional>

#include "core/method/step.h"
#include "core/run/event.h"

class QWidget;

namespace tympan::app {

/// What can be told of a step that no plan knows.
struct TellsOf {
    bool product = false;  ///< something is put on
    bool heat = false;     ///< under a press or an iron, or in an oven
    bool pressure = false;
};
TellsOf tellsOf(const Step& step);

/// Asks in large type: which product, and how the press was set, with its unit. `shelf`: names to choose
/// from. Nothing when the maker went back.
std::optional<ToldOfStep> askTold(QWidget* parent, const Step& step, const ToldOfStep& known,
                                  const QStringList& shelf);

}  // namespace tympan::app
