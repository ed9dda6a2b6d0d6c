#include "core/schedule/step_kinds.h"

namespace tympan {

Place placeOf(const Step& step) {
    return step.place.value_or(step.work == Work::print ? Place::printer : Place::table);
}

bool isDrying(const Step& step) {
    switch (step.work) {
        case Work::dry:
        case Work::coat:
        case Work::fix:
        case Work::seal:
        case Work::finish:
        case Work::look:
        case Work::wipe:
        case Work::prepare:
            return placeOf(step) != Place::oven;
        default:
            return false;
    }
}

bool isPlainWait(const Step& step) {
    return !needsHands(step) && !step.gate && !step.after && !step.rounds && step.wait && step.faces.empty();
}

bool isDoneByUnits(const Step& step) {
    switch (step.work) {
        case Work::print:
        case Work::coat:
        case Work::lay:
        case Work::press:
        case Work::tape:
        case Work::wipe:
        case Work::soak:
        case Work::rub:
        case Work::peel:
            return true;
        default:
            return false;
    }
}

bool touchesObject(const Step& step) {
    return (step.after && step.after->empty()) || step.work == Work::coat || step.work == Work::lay ||
           step.work == Work::press;
}

bool leavesWet(const Step& step) {
    switch (step.work) {
        case Work::coat:
        case Work::lay:
        case Work::press:
        case Work::tape:
        case Work::wipe:
        case Work::dry:
        case Work::fix:
        case Work::seal:
        case Work::finish:
            return true;
        default:
            return false;
    }
}

}  // namespace tympan
