#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "core/base/text.h"

namespace tympan {

/// What is on a finished object and was not printed, or is done to it besides the picture.
enum class LayerKind {
    paint,
    lettering,
    ageing,      ///< sanded through, scraped, rubbed
    pencil_off,  ///< lines that were drawn to lay by
    stain,       ///< of bare rims
    hole,        ///< to hang it by
    oven,        ///< warmed, for whatever reason
    other,
};
std::string_view name(LayerKind kind);
inline constexpr LayerKind layer_kinds[] = {LayerKind::paint,      LayerKind::lettering, LayerKind::ageing,
                                            LayerKind::pencil_off, LayerKind::stain,     LayerKind::hole,
                                            LayerKind::oven,       LayerKind::other};

/// Where it stands in the order of the work.
enum class LayerWhen {
    first,       ///< before the picture is laid
    under_coat,  ///< after it, before the finishing coats
    over_coat,   ///< after them
};
std::string_view name(LayerWhen when);
inline constexpr LayerWhen layer_whens[] = {LayerWhen::first, LayerWhen::under_coat, LayerWhen::over_coat};
/// Where such a thing usually stands.
LayerWhen usualWhen(LayerKind kind);

/// Its minutes are the maker's own.
struct Layer {
    LayerKind kind = LayerKind::other;
    LayerWhen when = LayerWhen::under_coat;
    std::string what;  ///< "vinyl lettering"
    double work_min = 10, dry_min = 0;
    bool operator==(const Layer&) const = default;
};

/// What contradicts the order in which things can be finished (pencil and ageing before the coat, stain once
/// rims are wiped, nothing into an oven that is varnished); empty: nothing.
Text contradiction(const Layer& layer);

}  // namespace tympan
