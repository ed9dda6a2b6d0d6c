#include "core/method/catalogue.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/data_folder.h"

namespace tympan {

namespace {

const std::vector<std::pair<PrinterKind, std::string>> printer_ids{{PrinterKind::laser, "laser"},
                                                                   {PrinterKind::inkjet, "inkjet"},
                                                                   {PrinterKind::sublimation, "sublimation"},
                                                                   {PrinterKind::white_toner, "white-toner"}};

std::vector<PrinterKind> readPrinters(JsonReader& reader) {
    std::vector<PrinterKind> kinds;
    for (const std::string& name : reader.texts("printers")) {
        const auto found =
            std::find_if(printer_ids.begin(), printer_ids.end(), [&](auto& p) { return p.second == name; });
        if (found == printer_ids.end()) reader.fail("printers", "\"" + name + "\" is not a kind of printer");
        kinds.push_back(found->first);
    }
    if (kinds.empty()) reader.fail("printers", "must name at least one kind");
    return kinds;
}

Carrier readCarrier(JsonReader reader) {
    Carrier carrier;
    carrier.name = reader.text("name");
    carrier.usable_inset_mm = reader.number("usable_inset_mm", 0, 50, 0);
    carrier.leading_edge_mm = reader.number("leading_edge_mm", 0, 80, 0);
    reader.finish();
    return carrier;
}

Method readMethod(JsonReader reader) {
    Method method;
    method.id = reader.id("id");
    method.revision = reader.integer("revision", 1, 100000);
    method.name = reader.text("name");
    method.summary = reader.text("summary");
    method.turns = reader.texts("turns");
    method.laid_whole = reader.flag("laid_whole", false);
    method.printers = readPrinters(reader);
    method.carrier = readCarrier(reader.object("carrier"));
    method.advice = reader.oneOf("tone", {"grey", "colour"}) == "grey" ? InkAdvice::grey : InkAdvice::colour;
    method.media_type = reader.text("media_type");
    method.before_printing = reader.texts("before_printing");
    method.after_printing = reader.texts("after_printing");
    method.cautions = reader.texts("cautions");
    reader.finish();
    return method;
}

}  // namespace

std::string_view id(PrinterKind kind) {
    return std::find_if(printer_ids.begin(), printer_ids.end(), [&](auto& p) { return p.first == kind; })
        ->second;
}

Mirrored mirroredBy(int turns) { return turns % 2 != 0 ? Mirrored::yes : Mirrored::no; }

std::vector<Method> readMethods(const JsonText& source) {
    const nlohmann::json root = parseJson(source);
    JsonReader reader(source, root, "tympan-methods-1");
    std::vector<Method> methods;
    for (JsonReader& entry : reader.objects("methods")) {
        Method method = readMethod(entry);
        const auto same = [&](const Method& other) { return other.id == method.id; };
        if (std::any_of(methods.begin(), methods.end(), same))
            entry.fail("id", "\"" + method.id + "\" is there twice");
        methods.push_back(std::move(method));
    }
    if (methods.empty()) reader.fail("methods", "must hold at least one method");
    reader.finish();
    return methods;
}

const std::vector<Method>& shippedMethods() {
    static const std::vector<Method> methods = readMethods(readJsonText(dataFolder() / "methods.json"));
    return methods;
}

const Method& findMethod(const std::vector<Method>& methods, const std::string& id) {
    std::string ids;
    for (const Method& method : methods) {
        if (method.id == id) return method;
        ids += (ids.empty() ? "" : ", ") + method.id;
    }
    throw Error(Error::Kind::usage, "", fmt::format("there is no method \"{}\"", id),
                "choose one of: " + ids);
}

}  // namespace tympan
