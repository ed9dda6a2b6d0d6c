#pragma once
#include <optional>

#include "core/job/job.h"

class QWidget;

namespace tympan::app {

/// What the maker wants to share among pieces.
struct Matching {
    std::vector<int> pieces;  ///< the others
    Aspects aspects;
    enum class How { copy, link, unlink } how = How::copy;
};

/// Asks which settings of a piece others shall have, once or from now on.
std::optional<Matching> askMatching(QWidget* parent, Job job, Piece piece);

}  // namespace tympan::app
