#include "core/method/method.h"

#include <algorithm>

#include "core/method/variants.h"

namespace tympan {

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

namespace {

/// A step's own least, usual and longest time.
Wait timeOf(const Step& step, double work_part) {
    const Minutes work = minutesOf(step.effort, 1, usual_area_cm2);
    Wait time;
    time.least_min = time.typical_min = time.most_min = work_part * work.usual;
    if (!step.wait || step.wait->kind == Wait::Kind::not_after) return time;
    time.least_min += step.wait->least_min;
    time.typical_min += step.wait->typical_min;
    time.most_min += step.wait->most_min;
    return time;
}

/// Whether a step belongs to rounds whose first one begins after it.
bool isOnlyLater(const Method& method, const Step& step) {
    bool before = false, at = false;
    for (const Step& last : method.steps) {
        if (!last.rounds || last.rounds->first.empty()) continue;
        for (const Step& each : method.steps) {
            if (each.id == last.rounds->from) before = true;
            if (each.id == last.rounds->first) break;
            at = at || (before && each.id == step.id);
        }
        before = false;
    }
    return at;
}

}  // namespace

Wait timeOf(const Method& method, PrinterKind printer) {
    Wait sum;
    sum.basis = Basis::makers;
    const StepUse use = useOf(method, printer);
    for (const Step& step : method.steps) {
        if (!isNeeded(step, use)) continue;
        if ((needsHands(step) && minutesOf(step.effort, 1, usual_area_cm2).basis == Basis::guess) ||
            (step.wait && step.wait->basis == Basis::guess))
            sum.basis = Basis::guess;
        int times = 0;
        for (const StepFace& face : step.faces) times += face.times;
        const auto add = [&](const Step& each, double part, int least, int usual, int most) {
            const Wait time = timeOf(each, part);
            sum.least_min += least * time.least_min;
            sum.typical_min += usual * time.typical_min;
            sum.most_min += most * time.most_min;
        };
        if (!isOnlyLater(method, step))
            add(step, 1, std::max(1, times), std::max(1, times), std::max(1, times));
        // What is only done when it must be is not counted: with it the time says nothing any more.
        if (!step.rounds || !step.rounds->first.empty()) continue;
        const Rounds& rounds = *step.rounds;
        bool among = false;
        for (const Step& each : method.steps) {
            among = among || each.id == rounds.from;
            if (among && isNeeded(each, use))
                add(each, rounds.later, rounds.least - 1, rounds.usual - 1, rounds.most - 1);
            if (each.id == step.id) break;
        }
    }
    return sum;
}

namespace {

Text whyNot(const std::vector<Misfit>& misfits, std::string_view what) {
    for (const Misfit& each : misfits)
        if (each.what == what) return Text::catalogued(each.why);
    return {};
}

}  // namespace

bool needsToner(const Method& method) {
    return !misfit(method, PrinterKind::inkjet).empty() && misfit(method, PrinterKind::laser).empty();
}

Text misfit(const Method& method, PrinterKind printer) {
    if (std::find(method.printers.begin(), method.printers.end(), printer) != method.printers.end())
        return {};
    const Text why = whyNot(method.not_printers, id(printer));
    return why.empty() ? Text("nobody has made it work with this kind of printer") : why;
}

Text misfitOfMaterial(const Method& method, const std::string& material) {
    return whyNot(method.not_materials, material);
}

bool nobodyHasSaid(const Method& method, const std::string& material) {
    return std::find(method.suits.begin(), method.suits.end(), material) == method.suits.end() &&
           misfitOfMaterial(method, material).empty() && careOnMaterial(method, material).empty();
}

Text careOnMaterial(const Method& method, const std::string& material) {
    return whyNot(method.with_care, material);
}

Mirrored mirroredBy(int turns) { return turns % 2 != 0 ? Mirrored::yes : Mirrored::no; }

}  // namespace tympan
