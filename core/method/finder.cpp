#include "core/method/finder.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <utility>

namespace tympan {

namespace {

template <class Value>
bool holds(const std::vector<Value>& list, const Value& value) {
    return std::find(list.begin(), list.end(), value) != list.end();
}

bool printable(const Method& method, const FinderQuestion& question) {
    return question.printers.empty() ||
           std::any_of(question.printers.begin(), question.printers.end(),
                       [&](PrinterKind kind) { return holds(method.printers, kind); });
}

}  // namespace

std::vector<FinderAnswer> findMethods(const std::vector<Method>& methods, const FinderQuestion& question) {
    std::vector<FinderAnswer> answers;
    for (const Method& method : methods) {
        if (!printable(method, question)) continue;
        if (!question.material.empty() && !holds(method.suits, question.material)) continue;
        FinderAnswer answer{method, {}};
        if (!question.at_hand.empty())
            for (const std::string& need : method.needs)
                if (!holds(question.at_hand, need)) answer.to_get.push_back(need);
        answers.push_back(std::move(answer));
    }
    const auto effort = [&](const FinderAnswer& answer) {
        return question.at_hand.empty() ? answer.method.needs.size() : answer.to_get.size();
    };
    const auto days = [&](const FinderAnswer& answer) {
        constexpr double day_min = 24 * 60;
        // By the quickest of the printers that both sides have.
        double least = std::numeric_limits<double>::infinity();
        for (PrinterKind kind : answer.method.printers)
            if (question.printers.empty() || holds(question.printers, kind))
                least = std::min(least, timeOf(answer.method, kind).typical_min);
        return std::ceil(least / day_min);
    };
    std::stable_sort(answers.begin(), answers.end(), [&](const FinderAnswer& a, const FinderAnswer& b) {
        return std::pair(effort(a), days(a)) < std::pair(effort(b), days(b));
    });
    return answers;
}

std::vector<std::string> needsOf(const std::vector<Method>& methods) {
    std::vector<std::string> needs;
    for (const Method& method : methods)
        for (const std::string& need : method.needs)
            if (!holds(needs, need)) needs.push_back(need);
    return needs;
}

}  // namespace tympan
