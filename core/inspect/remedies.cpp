#include "core/inspect/remedies.h"

#include <algorithm>
#include <map>

#include "core/base/language.h"
#include "core/base/overloaded.h"
#include "core/inspect/findings.h"
#include "core/inspect/mend.h"
#include "core/job/landing.h"
#include "core/job/one_print.h"
#include "core/measure/outline_operations.h"
#include "core/seams/seam_planning.h"

namespace tympan {

namespace {

constexpr double bared_mm2 = 0.5;  // rounding at rims

/// What is found, without its measures, and how much of it: more of the same is worse.
std::pair<std::string, double> weighed(const Finding& found) {
    using namespace finding;
    std::string what(name(found));
    const double much = std::visit(
        Overloaded{
            [](const SeamCrosses& each) { return 1.0 * each.places; },
            [](const WholeSheetsJoin& each) { return static_cast<double>(each.sheets); },
            [](const LargerThanObject& each) { return each.by_mm; },
            [](const CrossesKeepOut& each) { return each.area_mm2; },
            [](const Cropped& each) { return each.share; }, [](const DarkGround& each) { return each.share; },
            [](const EdgeCutsWords& each) { return 1.0 * each.words; }, [](const auto&) { return 1.0; }},
        found.what);
    what += std::visit(Overloaded{[](const SeamCrosses& each) { return each.face ? " face" : " words"; },
                                  [](const auto&) { return ""; }},
                       found.what);
    what += std::visit(
        Overloaded{[](const CrossesKeepOut& each) { return " " + each.zone; },
                   [](const EdgeInCareZone& each) { return " " + each.zone; },
                   [](const SeamInCareZone& each) { return " " + each.zone; },
                   [](const FinishOrder& each) { return std::string(" ").append(inEnglish(each.what)); },
                   [](const auto&) { return std::string(); }},
        found.what);
    return {what, much};
}

std::map<std::string, double> weighed(const std::vector<Finding>& all, Severity from) {
    std::map<std::string, double> sums;
    for (const Finding& each : all)
        if (each.severity >= from) {
            const auto [what, much] = weighed(each);
            sums[what] += much;
        }
    return sums;
}

/// Less of something, and no more of anything.
bool isLess(const std::map<std::string, double>& after, const std::map<std::string, double>& before,
            bool strictly) {
    constexpr double rounding = 1e-6;
    bool less = false;
    for (const auto& [what, much] : after) {
        const auto was = before.find(what);
        if (was == before.end() || much > was->second + rounding) return false;
        less = less || much < was->second - rounding;
    }
    return !strictly || less || after.size() < before.size();
}

/// Whether all of what is seen of the object has ink, or would if the picture had it everywhere.
bool covers(const Job& job, const Piece& piece) {
    const Object& object = objectOf(job, piece);
    return !object.spot() && area(without(visibleOf(object), inkOnObject(job, piece))) < bared_mm2;
}

bool liesElsewhere(const Piece& a, const Piece& b) {
    return a.size != b.size || a.placement != b.placement || a.edge != b.edge || a.care != b.care ||
           a.joining != b.joining || !(a.method == b.method) || a.artwork != b.artwork ||
           a.already_reversed != b.already_reversed;
}

}  // namespace

bool remedyKeeps(const Job& job, const Finding& finding, const std::vector<Finding>& before,
                 const Progress& progress) {
    const Piece* piece = findPiece(job, finding.piece);
    if (!piece || !hasRemedy(finding)) return true;
    const Job after = mended(job, finding);
    const auto* seams = std::get_if<finding::SeamCrosses>(&finding.what);
    const bool more_asked = seams && seams->better && seams->better->more_sheets > 0;
    const bool sheets_changed = !(after.sheets == job.sheets);
    for (const Piece& was : job.pieces) {
        const Piece* is = findPiece(after, was.id);
        if (!is) return false;
        const bool own = was.id == piece->id;
        const bool other_object = !(objectOf(after, *is) == objectOf(job, was));
        if (!liesElsewhere(was, *is) && !other_object && !(sheets_changed && sheetsForOneCopy(job, was) > 1))
            continue;
        if (covers(job, was) && !covers(after, *is)) return false;
        if (!more_asked && sheetsForOneCopy(after, *is) > sheetsForOneCopy(job, was)) return false;
        const std::vector<Finding> found = own ? before : plainFindingsOf(job, was, progress);
        const std::vector<Finding> left = plainFindingsOf(after, *is, progress);
        const bool its_own = own && std::any_of(found.begin(), found.end(), [&](const Finding& each) {
                                 return weighed(each).first == weighed(finding).first;
                             });
        if (!isLess(weighed(left, finding.severity), weighed(found, finding.severity), its_own)) return false;
    }
    return true;
}

void putRemediesInOrder(std::vector<Finding>& found) {
    const bool parted_badly = std::any_of(found.begin(), found.end(), [](const Finding& each) {
        return is<finding::SeamCrosses>(each) || is<finding::SeamInCareZone>(each);
    });
    const auto fitsOne = [](const Finding& each) {
        return is<finding::MissesOneSheet>(each) || is<finding::CrossesMargin>(each);
    };
    if (parted_badly)
        for (Finding& each : found)
            if (fitsOne(each) && hasRemedy(each)) each.severity = Severity::warning;
    const auto rank = [&](const Finding& each) {
        const auto* seams = std::get_if<finding::SeamCrosses>(&each.what);
        if (parted_badly && fitsOne(each) && hasRemedy(each)) return 0;
        return seams && seams->better && seams->better->more_sheets > 0 ? 2 : 1;
    };
    std::stable_sort(found.begin(), found.end(),
                     [&](const Finding& a, const Finding& b) { return rank(a) < rank(b); });
}

}  // namespace tympan
