#include "core/job/joining.h"

namespace tympan {

std::string_view name(Joint joint) {
    return joint == Joint::butt ? "butt" : joint == Joint::lap ? "lap" : "two-goes";
}

std::string_view name(SeamManner manner) {
    return manner == SeamManner::regular ? "regular" : manner == SeamManner::quiet ? "quiet" : "wandering";
}

std::optional<Joint> jointNamed(std::string_view wanted) {
    for (Joint joint : joints)
        if (name(joint) == wanted) return joint;
    return {};
}

std::optional<SeamManner> seamMannerNamed(std::string_view wanted) {
    for (SeamManner manner : seam_manners)
        if (name(manner) == wanted) return manner;
    return {};
}

}  // namespace tympan
