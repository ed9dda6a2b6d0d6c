#include "core/base/text_json.h"

#include <nlohmann/json.hpp>

#include "core/base/overloaded.h"

namespace tympan {

using nlohmann::json;

namespace {

json toJson(const Argument::Value& value) {
    return std::visit(Overloaded{[](std::int64_t number) { return json(number); },
                                 [](const Rounded& number) {
                                     return json::array({number.value, number.decimals});
                                 },
                                 [](const Text& words) { return toJson(words); }},
                      value);
}

Argument::Value valueFrom(const json& value) {
    if (value.is_number()) return value.get<std::int64_t>();
    if (value.is_array()) return Rounded{value.at(0), value.at(1)};
    return textFrom(value);
}

}  // namespace

json toJson(const Text& text) {
    json with = json::array(), parts = json::array();
    for (const Argument& each : text.arguments_)
        with.push_back(json::array({each.place, toJson(each.value)}));
    for (const Text& part : text.parts_) parts.push_back(toJson(part));
    return {{"kind", text.kind_}, {"source", text.source_}, {"with", with}, {"parts", parts}};
}

Text textFrom(const json& from) {
    Text text;
    text.kind_ = from.at("kind");
    text.source_ = from.at("source");
    for (const json& each : from.at("with")) {
        Argument argument("", std::int64_t{0});
        argument.place = each.at(0);
        argument.value = valueFrom(each.at(1));
        text.arguments_.push_back(std::move(argument));
    }
    for (const json& part : from.at("parts")) text.parts_.push_back(textFrom(part));
    return text;
}

}  // namespace tympan
