#pragma once
#include <optional>

#include "core/documents/piece_papers.h"

class QWidget;

namespace tympan::app {

/// Asks what a card says to whoever gets the piece: how to care for it, what it weighs, and who made it,
/// where the maker wants that there.
std::optional<ReceiverCard> askCard(QWidget* parent, ReceiverCard card);

}  // namespace tympan::app
