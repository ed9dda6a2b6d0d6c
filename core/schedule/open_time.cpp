#include "core/schedule/open_time.h"

#include <algorithm>
#include <cmath>

namespace tympan {

namespace {

// A guess of ours: minutes of spreading and open times are both rough, so only what is far beyond is said.
constexpr double far_beyond = 2;

}  // namespace

std::vector<Text> largerThanOpenTime(const WorkOrder& order) {
    std::vector<Text> notes;
    for (const OrderedPiece& piece : order.pieces) {
        const double parts =
            piece.joined() ? 1 : static_cast<double>(std::max<std::size_t>(1, piece.parts.size()));
        const double area_cm2 = piece.area_cm2 / parts;
        const auto spread = std::find_if(piece.steps.begin(), piece.steps.end(), [](const Step& step) {
            return step.work == Work::coat && step.wait && step.wait->kind == Wait::Kind::not_after;
        });
        if (spread == piece.steps.end()) continue;
        const Minutes minutes = minutesOf(spread->effort, 1, area_cm2, false);
        if (minutes.usual < far_beyond * spread->wait->most_min) continue;
        const bool guess = spread->wait->basis == Basis::guess || minutes.basis == Basis::guess;
        notes.push_back(
            Text("{name}: spreading over {area} cm² takes about {minutes} minutes, and what is spread first "
                 "stays wet "
                 "for about {open} minutes{guess, select, yes { (our estimates)} other {}}. Work with a "
                 "helper, let the "
                 "sheets lap and lay them one after the other, or use a medium that dries slower",
                 {{"name", piece.name},
                  {"area", Rounded{std::round(area_cm2 / 10) * 10, 0}},
                  {"minutes", Rounded{minutes.usual, 0}},
                  {"open", Rounded{spread->wait->most_min, 0}},
                  {"guess", std::string(guess ? "yes" : "no")}}));
    }
    return notes;
}

}  // namespace tympan
