#include "core/seams/joining_order.h"

#include <algorithm>
#include <cmath>

namespace tympan {

namespace {

using Group = std::vector<std::size_t>;

bool holds(const Group& group, std::size_t tile) {
    return std::find(group.begin(), group.end(), tile) != group.end();
}

RectPx around(const SeamPlan& plan, const JoiningStep& step) {
    RectPx box = plan.tiles[step.before.front()].region;
    for (const Group* group : {&step.before, &step.after})
        for (std::size_t tile : *group) {
            const RectPx& r = plan.tiles[tile].region;
            const int right = std::max(box.right(), r.right()), bottom = std::max(box.bottom(), r.bottom());
            box.x = std::min(box.x, r.x), box.y = std::min(box.y, r.y);
            box.width = right - box.x, box.height = bottom - box.y;
        }
    return box;
}

JoiningStep joined(const SeamPlan& plan, const Group& before, const Group& after, bool down) {
    JoiningStep step{before, after, {}, down, 0, {}};
    for (std::size_t i = 0; i < plan.seams.size(); ++i) {
        const Seam& seam = plan.seams[i];
        if (!holds(before, seam.before) || !holds(after, seam.after)) continue;
        if (plan.tiles[seam.before].bare || plan.tiles[seam.after].bare) continue;
        step.seams.push_back(i);
        step.length_px += lengthOf(seam);
    }
    step.box = around(plan, step);
    return step;
}

/// Neighbours are joined in pairs, the pairs in pairs, until one is left.
Group joinedInPairs(const SeamPlan& plan, std::vector<Group> groups, bool down,
                    std::vector<JoiningStep>& steps) {
    while (groups.size() > 1) {
        std::vector<Group> larger;
        for (std::size_t i = 0; i < groups.size(); i += 2) {
            Group group = groups[i];
            if (i + 1 < groups.size()) {
                JoiningStep step = joined(plan, group, groups[i + 1], down);
                if (!step.seams.empty()) steps.push_back(std::move(step));
                group.insert(group.end(), groups[i + 1].begin(), groups[i + 1].end());
            }
            larger.push_back(std::move(group));
        }
        groups = std::move(larger);
    }
    return groups.empty() ? Group{} : groups.front();
}

}  // namespace

std::vector<JoiningStep> joiningOrder(const SeamPlan& plan) {
    std::vector<std::vector<JoiningStep>> in_bands;
    std::vector<Group> bands;
    for (const Group& band : plan.in_bands) {
        std::vector<Group> sheets;
        for (std::size_t tile : band) sheets.push_back({tile});
        bands.push_back(joinedInPairs(plan, sheets, !plan.bands.upright, in_bands.emplace_back()));
    }
    const auto longest = [](const std::vector<JoiningStep>& of) {
        double length = 0;
        for (const JoiningStep& step : of) length = std::max(length, step.length_px);
        return std::lround(length);
    };
    std::stable_sort(in_bands.begin(), in_bands.end(),
                     [&](const auto& a, const auto& b) { return longest(a) < longest(b); });
    std::vector<JoiningStep> steps;
    for (std::vector<JoiningStep>& band : in_bands)
        for (JoiningStep& step : band) steps.push_back(std::move(step));
    joinedInPairs(plan, bands, plan.bands.upright, steps);
    return steps;
}

}  // namespace tympan
