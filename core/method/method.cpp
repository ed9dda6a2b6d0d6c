#include "core/method/method.h"

#include <algorithm>

namespace tympan {

const std::vector<std::string>& workNames() {
    static const std::vector<std::string> names{"prepare", "print", "fix",  "coat",   "lay", "press",
                                                "tape",    "wipe",  "dry",  "soak",   "rub", "look",
                                                "peel",    "cool",  "seal", "finish", "cure"};
    return names;
}

const std::vector<std::string>& basisNames() {
    static const std::vector<std::string> names{"guess",    "makers",   "physics",
                                                "standard", "measured", "yours"};
    return names;
}

bool isNeeded(const Step& step, PrinterKind printer) {
    return !step.optional &&
           (step.only.empty() || std::find(step.only.begin(), step.only.end(), printer) != step.only.end());
}

Method withMount(Method method, const std::string& mount, double inset_mm) {
    Carrier& carrier = method.carrier;
    for (const Mount& each : carrier.mounts) {
        if (each.id != mount) continue;
        carrier.basis = inset_mm == each.inset_mm ? each.basis : Basis::yours;
        carrier.mount = mount;
        carrier.usable_inset_mm = inset_mm;
    }
    return method;
}

Wait timeOf(const Method& method, PrinterKind printer) {
    Wait sum;
    sum.basis = Basis::makers;
    for (const Step& step : method.steps) {
        if (!isNeeded(step, printer)) continue;
        if ((step.work_min > 0 && step.work_basis == Basis::guess) ||
            (step.wait && step.wait->basis == Basis::guess))
            sum.basis = Basis::guess;
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

std::string careOnMaterial(const Method& method, const std::string& material) {
    return whyNot(method.with_care, material);
}

Mirrored mirroredBy(int turns) { return turns % 2 != 0 ? Mirrored::yes : Mirrored::no; }

}  // namespace tympan
