#pragma once
#include <QString>

#include "core/method/troubles.h"

class QWidget;

namespace tympan::app {

/// What is known where something went wrong.
struct TroubleAsked {
    TroubleAt at;
    std::vector<Step> steps;  ///< of the method: what can be done otherwise the next time
    QStringList copies;       ///< that may begin again, in words
};
/// What a maker said of it.
struct TroubleSaid {
    std::string trouble;  ///< id; empty: in words alone
    std::string words;
    std::optional<NextTime> next;
    std::vector<int> again;  ///< which of the copies
};
/// Asks with large pictures, then says the likely cause and what to do; nothing when the maker went back.
std::optional<TroubleSaid> askTrouble(QWidget* parent, const TroubleAsked& asked);

}  // namespace tympan::app
