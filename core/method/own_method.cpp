#include "core/method/own_method.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/method/catalogue.h"
#include "core/method/method_json.h"
#include "core/method/tools.h"

namespace tympan {

namespace {

// Makers heated an oven with paper in it to 79 °C and no further.
constexpr double paper_oven_c = 80;

bool takes(const Step& step, const std::vector<std::string>& tools) {
    const std::vector<std::string> all = toolsOf(step);
    return std::find_first_of(all.begin(), all.end(), tools.begin(), tools.end()) != all.end();
}

/// A step's id that no other has.
std::string freshId(const Method& method, const std::string& wanted) {
    const auto taken = [&](const std::string& id) {
        return id == "print" || std::any_of(method.steps.begin(), method.steps.end(),
                                            [&](const Step& step) { return step.id == id; });
    };
    std::string id = wanted.empty() ? "step" : wanted;
    for (int number = 2; taken(id); ++number) id = fmt::format("{}-{}", wanted, number);
    return id;
}

/// Names of steps that do not stand before theirs go, and of variants that are not there.
Method tidied(Method method) {
    std::set<std::string> before{"print"}, choices;
    for (std::size_t i = 0; i < method.steps.size(); ++i) {
        Step& step = method.steps[i];
        if (step.after && !step.after->empty()) {
            std::erase_if(*step.after, [&](const std::string& id) { return !before.contains(id); });
            // With nothing left it comes after the step before it, as most do.
            if (step.after->empty()) step.after.reset();
        }
        before.insert(step.id);
        if (step.rounds) {
            if (!before.contains(step.rounds->from)) step.rounds->from = step.id;
            if (!before.contains(step.rounds->first)) step.rounds->first.clear();
        }
        if (step.optional) choices.insert(choiceOf(step));
        if (!step.unless.empty()) choices.insert(step.unless);
    }
    choices.emplace(sheet_by_sheet);
    for (Variant& variant : method.variants.all) {
        std::erase_if(variant.chosen, [&](const std::string& id) { return !choices.contains(id); });
        std::erase_if(variant.left_out, [&](const std::string& id) { return !before.contains(id); });
    }
    return method;
}

class Concerns {
  public:
    explicit Concerns(const Method& method) : method_(method) {}

    std::vector<Concern> all() {
        readable();
        order();
        heat();
        return std::move(found_);
    }

  private:
    void add(Concern::Kind kind, const Step& step, Text words) {
        found_.push_back({kind, step.id, std::move(words)});
    }
    void cannot(const Step& step, Text words) { add(Concern::Kind::cannot, step, std::move(words)); }
    void danger(const Step& step, Text words) { add(Concern::Kind::danger, step, std::move(words)); }

    /// What would not be read again once it is kept.
    void readable() {
        const nlohmann::json kept{{"schema", "tympan-methods-2"}, {"methods", {toJson(method_)}}};
        try {
            readMethods({"method", kept.dump(-1, ' ', false, nlohmann::json::error_handler_t::replace)});
        } catch (const Error& error) {
            found_.push_back({Concern::Kind::cannot, "", error.wrong()});
        }
    }

    void order() {
        const auto lays = [](const Step& step) {
            return !step.of_sheet && (step.work == Work::lay || step.work == Work::press);
        };
        if (std::none_of(method_.steps.begin(), method_.steps.end(), lays)) {
            found_.push_back(
                {Concern::Kind::cannot, "", Text("no step lays or presses the print on the object")});
            return;
        }
        bool laid = false;
        for (std::size_t i = 0; i < method_.steps.size(); ++i) {
            const Step& step = method_.steps[i];
            const Argument name("step", Text::catalogued(shortName(step)));
            if (step.of_sheet && laid)
                cannot(step,
                       Text("“{step}” is done to whole sheets, but stands after the print was laid", {name}));
            if (laid && step.spreads && step.spreads->on != Spread::On::object && step.work == Work::coat)
                cannot(step, Text("“{step}” coats the print, but the print is laid already", {name}));
            if (!laid && (step.work == Work::rub || step.work == Work::soak || step.work == Work::cure))
                cannot(step, Text("“{step}” stands before anything is laid", {name}));
            if (step.wait && step.wait->kind == Wait::Kind::not_after &&
                std::none_of(method_.steps.begin() + static_cast<std::ptrdiff_t>(i) + 1, method_.steps.end(),
                             [](const Step& next) { return needsHands(next); }))
                cannot(step, Text("“{step}” must be followed soon, but nothing follows it", {name}));
            laid = laid || lays(step);
        }
    }

    void heat() {
        const Step* sprayed = nullptr;
        const Step* finished = nullptr;
        for (const Step& step : method_.steps) {
            const Argument name("step", Text::catalogued(shortName(step)));
            const bool oven = step.place == Place::oven;
            if (oven && step.heat && step.heat->most_c > paper_oven_c)
                danger(
                    step,
                    Text("“{step}”: paper in a hot oven can catch fire. Makers started cold and switched it "
                         "off at 79 °C (175 °F)",
                         {name}));
            if (oven && finished)
                danger(step, Text("“{step}” comes after “{finish}”: varnish and sprays never go into an oven",
                                  {name, {"finish", Text::catalogued(shortName(*finished))}}));
            const bool hot = oven || takes(step, {"iron", "heat-press", "heat-gun", "lighter"});
            if (hot && sprayed)
                danger(step,
                       Text("“{step}” comes after “{spray}”, which leaves it no time to dry: sprays burn",
                            {name, {"spray", Text::catalogued(shortName(*sprayed))}}));
            if ((hot || takes(step, {"spray", "hairspray"})) && step.caution.empty() && !step.heat)
                danger(step, Text("“{step}” can hurt somebody: say what to beware of", {name}));
            const bool dries =
                step.wait && step.wait->kind == Wait::Kind::not_before && step.wait->least_min > 0;
            if (takes(step, {"spray", "hairspray"})) sprayed = &step;
            if (dries) sprayed = nullptr;
            if (step.work == Work::finish) finished = &step;
        }
    }

    const Method& method_;
    std::vector<Concern> found_;
};

}  // namespace

Method withStepChanged(Method method, std::size_t at, Step step) {
    step.id = method.steps.at(at).id;
    method.steps[at] = std::move(step);
    return tidied(std::move(method));
}

Method withoutStep(Method method, std::size_t at) {
    const Step gone = method.steps.at(at);
    method.steps.erase(method.steps.begin() + static_cast<std::ptrdiff_t>(at));
    const std::vector<std::string> before =
        gone.after.value_or(at == 0 ? std::vector<std::string>{} : std::vector{method.steps[at - 1].id});
    for (std::size_t i = at; i < method.steps.size(); ++i) {
        Step& step = method.steps[i];
        if (!step.after) continue;
        if (std::erase(*step.after, gone.id) == 0) continue;
        for (const std::string& id : before)
            if (std::find(step.after->begin(), step.after->end(), id) == step.after->end())
                step.after->push_back(id);
        if (step.after->empty()) step.after->push_back("print");
    }
    for (Step& step : method.steps)
        if (step.rounds && step.rounds->from == gone.id && at < method.steps.size())
            step.rounds->from = method.steps[at].id;
    return tidied(std::move(method));
}

Method withStepAdded(Method method, std::size_t at, Step step) {
    step.id = freshId(method, step.id);
    // What it came after elsewhere is not here.
    step.after.reset();
    if (step.rounds) step.rounds->from = step.id, step.rounds->first.clear();
    at = std::min(at, method.steps.size());
    method.steps.insert(method.steps.begin() + static_cast<std::ptrdiff_t>(at), std::move(step));
    return tidied(std::move(method));
}

Method withStepMoved(Method method, std::size_t from, std::size_t to) {
    to = std::min(to, method.steps.size() - 1);
    if (from >= method.steps.size() || from == to) return method;
    const auto begin = method.steps.begin();
    const auto a = static_cast<std::ptrdiff_t>(from), b = static_cast<std::ptrdiff_t>(to);
    if (from < to)
        std::rotate(begin + a, begin + a + 1, begin + b + 1);
    else
        std::rotate(begin + b, begin + a, begin + a + 1);
    return tidied(std::move(method));
}

std::vector<Concern> concernsOf(const Method& method) { return Concerns(method).all(); }

bool canBeDone(const std::vector<Concern>& concerns) {
    return std::none_of(concerns.begin(), concerns.end(),
                        [](const Concern& each) { return each.kind == Concern::Kind::cannot; });
}

}  // namespace tympan
