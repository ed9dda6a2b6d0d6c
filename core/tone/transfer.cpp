#include "core/tone/transfer.h"

#include <algorithm>
#include <cmath>

namespace tympan {

namespace {

double between(const std::vector<double>& from, const std::vector<double>& to, double at) {
    if (at <= from.front()) return to.front();
    for (std::size_t i = 1; i < from.size(); ++i)
        if (at <= from[i]) {
            const double run = from[i] - from[i - 1];
            return run <= 0 ? to[i - 1] : std::lerp(to[i - 1], to[i], (at - from[i - 1]) / run);
        }
    return to.back();
}

}  // namespace

const TransferCurve* transferFor(const Method& method, const std::string& material) {
    const TransferCurve* any = nullptr;
    for (const TransferCurve& curve : method.transfer) {
        if (curve.material == material) return &curve;
        if (curve.material.empty()) any = &curve;
    }
    return any;
}

double arriving(const TransferCurve& curve, double printed) {
    return between(curve.printed, curve.arrives, printed);
}

double toPrint(const TransferCurve& curve, double wanted) {
    return wanted >= curve.arrives.back() ? 1 : between(curve.arrives, curve.printed, wanted);
}

}  // namespace tympan
