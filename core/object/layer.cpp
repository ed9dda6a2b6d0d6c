#include "core/object/layer.h"

#include <array>

namespace tympan {

std::string_view name(LayerKind kind) {
    static constexpr std::array<std::string_view, 8> names{"paint", "lettering", "ageing", "pencil-off",
                                                           "stain", "hole",      "oven",   "other"};
    return names[static_cast<std::size_t>(kind)];
}

std::string_view name(LayerWhen when) {
    static constexpr std::array<std::string_view, 3> names{"first", "under-coat", "over-coat"};
    return names[static_cast<std::size_t>(when)];
}

LayerWhen usualWhen(LayerKind kind) {
    switch (kind) {
        case LayerKind::paint:
        case LayerKind::oven:
            return LayerWhen::first;
        case LayerKind::stain:
        case LayerKind::hole:
        case LayerKind::lettering:
            return LayerWhen::over_coat;
        case LayerKind::ageing:
        case LayerKind::pencil_off:
        case LayerKind::other:
            break;
    }
    return LayerWhen::under_coat;
}

Text contradiction(const Layer& layer) {
    if (layer.when == LayerWhen::over_coat) {
        if (layer.kind == LayerKind::oven)
            return Text("nothing that is varnished goes into an oven: warm it before the coat");
        if (layer.kind == LayerKind::pencil_off) return Text("pencil under a coat stays: rub it off before");
        if (layer.kind == LayerKind::ageing)
            return Text("sanding and ageing go through the coat: do them before");
    }
    if (layer.kind == LayerKind::stain && layer.when == LayerWhen::under_coat)
        return Text("rims are stained once the coat is wiped off them: after the coat");
    return {};
}

}  // namespace tympan
