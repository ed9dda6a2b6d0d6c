#include "core/tone/tone.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

namespace tympan {

const std::array<std::string_view, 8>& screenNames() {
    static const std::array<std::string_view, 8> names{"none",  "line",  "round", "ellipse",
                                                       "cross", "hatch", "grain", "scatter"};
    return names;
}

std::string keyOf(const Tone& tone) {
    const auto number = [](auto kind) { return static_cast<int>(kind); };
    return fmt::format(
        "ink {} mix {} {} contrast {} {} local {} {} shades {} inverted {} steps {} art {} {} {} {} {} "
        "solids {} {} "
        "screen {} {} {} compensated {} vivid {} {}",
        number(tone.ink), number(tone.mix.kind), fmt::join(tone.mix.parts, ","), number(tone.contrast.kind),
        tone.contrast.strength, tone.local.amount, tone.local.radius_mm, fmt::join(tone.shades.lift, ","),
        tone.inverted, tone.steps, number(tone.line_art.kind), tone.line_art.limit, tone.line_art.around_mm,
        tone.line_art.specks_mm, tone.line_art.gaps_mm, number(tone.solids.kind), tone.solids.ink,
        number(tone.screen.kind), tone.screen.per_cm, tone.screen.angle_deg, tone.compensated,
        tone.vividness.pale, tone.vividness.all);
}

}  // namespace tympan
