#include "core/method/method.h"

#include <algorithm>

namespace tympan {

const std::vector<std::string>& workNames() {
    static const std::vector<std::string> names{"prepare", "print", "fix",  "coat",   "lay", "press",
                                                "tape",    "wipe",  "dry",  "soak",   "rub", "look",
                                                "peel",    "cool",  "seal", "finish", "cure"};
    return names;
}

Wait timeOf(const Method& method) {
    Wait sum;
    for (const Step& step : method.steps) {
        sum.least_min += step.work_min;
        sum.typical_min += step.work_min;
        sum.most_min += step.work_min;
        if (!step.wait || step.wait->kind == Wait::Kind::not_after) continue;
        sum.least_min += step.wait->least_min;
        sum.typical_min += step.wait->typical_min;
        sum.most_min += step.wait->most_min;
    }
    return sum;
}

namespace {

std::string whyNot(const std::vector<Misfit>& misfits, std::string_view what) {
    for (const Misfit& each : misfits)
        if (each.what == what) return each.why;
    return {};
}

}  // namespace

std::string misfit(const Method& method, PrinterKind printer) {
    if (std::find(method.printers.begin(), method.printers.end(), printer) != method.printers.end())
        return {};
    const std::string why = whyNot(method.not_printers, id(printer));
    return why.empty() ? "nobody has made it work with this kind of printer" : why;
}

std::string misfitOfMaterial(const Method& method, const std::string& material) {
    return whyNot(method.not_materials, material);
}

Mirrored mirroredBy(int turns) { return turns % 2 != 0 ? Mirrored::yes : Mirrored::no; }

}  // namespace tympan
