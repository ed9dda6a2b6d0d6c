#include "core/method/variants.h"

#include <algorithm>

#include "core/base/error.h"

namespace tympan {

namespace {

const Variant* variantWith(const Method& method, const std::string& id) {
    const auto found = std::find_if(method.variants.all.begin(), method.variants.all.end(),
                                    [&](const Variant& each) { return each.id == id; });
    return found == method.variants.all.end() ? nullptr : &*found;
}

}  // namespace

std::vector<std::string> questionsOf(const Method& method) {
    std::vector<std::string> questions;
    for (const Variant& each : method.variants.all)
        if (std::find(questions.begin(), questions.end(), each.about) == questions.end())
            questions.push_back(each.about);
    return questions;
}

std::vector<const Variant*> variantsAbout(const Method& method, const std::string& about) {
    std::vector<const Variant*> found;
    for (const Variant& each : method.variants.all)
        if (each.about == about) found.push_back(&each);
    return found;
}

const Variant& takenAbout(const Method& method, const std::string& about) {
    const std::vector<const Variant*> all = variantsAbout(method, about);
    const auto taken = std::find_if(all.begin(), all.end(), [&](const Variant* each) {
        return std::find(method.variants.taken.begin(), method.variants.taken.end(), each->id) !=
               method.variants.taken.end();
    });
    return taken == all.end() ? *all.front() : **taken;
}

std::vector<const Variant*> takenOf(const Method& method) {
    std::vector<const Variant*> taken;
    for (const std::string& about : questionsOf(method)) taken.push_back(&takenAbout(method, about));
    return taken;
}

Method withVariant(Method method, const std::string& id) {
    const Variant* wanted = variantWith(method, id);
    if (!wanted) {
        std::vector<std::string> ids;
        for (const Variant& each : method.variants.all) ids.push_back(each.id);
        throw Error(Error::Kind::usage, id,
                    Text("is no variant of {method}", {{"method", Text::catalogued(method.name)}}),
                    ids.empty() ? Text("this method has none")
                                : Text("choose one of {ids}", {{"ids", Text::names(ids)}}));
    }
    const std::vector<const Variant*> alike = variantsAbout(method, wanted->about);
    std::erase_if(method.variants.taken, [&](const std::string& each) {
        return std::any_of(alike.begin(), alike.end(),
                           [&](const Variant* variant) { return variant->id == each; });
    });
    if (wanted != alike.front()) method.variants.taken.push_back(id);
    return method;
}

Method withVariantsOf(Method method, const Method& other) {
    for (const std::string& id : other.variants.taken)
        if (variantWith(method, id)) method = withVariant(std::move(method), id);
    return method;
}

bool printAlike(const Method& one, const Method& other) {
    if (one.id != other.id) return false;
    Method as_other = one;
    as_other.variants.taken = other.variants.taken;
    return as_other == other;
}

StepUse useOf(const Method& method, PrinterKind printer, std::string material) {
    StepUse use{printer, std::move(material), {}, {}};
    for (const Variant* each : takenOf(method)) {
        use.chosen.insert(each->chosen.begin(), each->chosen.end());
        use.left_out.insert(each->left_out.begin(), each->left_out.end());
    }
    return use;
}

bool matters(const Method& method, const std::string& about, PrinterKind printer,
             const std::string& material) {
    std::set<std::set<std::string>> ways;
    for (const Variant* variant : variantsAbout(method, about)) {
        const Method taken = withVariant(method, variant->id);
        const StepUse use = useOf(taken, printer, material);
        std::set<std::string> done;
        for (const Step& step : taken.steps)
            if (isNeeded(step, use)) done.insert(step.id);
        for (const std::string& choice : use.chosen)
            if (std::none_of(taken.steps.begin(), taken.steps.end(), [&](const Step& step) {
                    return choiceOf(step) == choice || step.unless == choice;
                }))
                done.insert("choice " + choice);
        ways.insert(std::move(done));
    }
    return ways.size() > 1;
}

}  // namespace tympan
