#include "core/method/catalogue.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/catalogue.h"
#include "core/base/data_folder.h"
#include "core/base/write_aside.h"
#include "core/method/method_json.h"

namespace tympan {

std::vector<Method> readMethods(const JsonText& source) {
    return readCatalogue(source, {"tympan-methods-2", "tympan-methods-1"}, "methods",
                         [](JsonReader& entry) { return readMethod(entry); });
}

UserMethods readUserMethods(const std::filesystem::path& folder) {
    UserMethods found;
    std::error_code none;
    std::vector<std::filesystem::path> files;
    for (const auto& entry : std::filesystem::directory_iterator(folder, none))
        if (entry.path().extension() == ".json") files.push_back(entry.path());
    std::sort(files.begin(), files.end());
    for (const std::filesystem::path& file : files) {
        try {
            for (Method& method : readMethods(readJsonText(file))) {
                if (!method.id.starts_with(user_prefix))
                    throw Error(
                        Error::Kind::input, file.string(),
                        Text("the method \"{method}\" is not marked as a user's own",
                             {{"method", method.id}}),
                        Text("begin its id with \"{prefix}\"", {{"prefix", std::string(user_prefix)}}));
                found.methods.push_back(std::move(method));
            }
        } catch (const Error& error) {
            found.faults.emplace_back(error.words());
        }
    }
    return found;
}

void writeMethodFile(const std::filesystem::path& file, const Method& method) {
    const nlohmann::ordered_json all{{"schema", "tympan-methods-2"}, {"methods", {toJson(method)}}};
    writeText(file, all.dump(2) + "\n");
}

Method readMethodFile(const std::filesystem::path& file) { return readMethods(readJsonText(file)).front(); }

std::filesystem::path writeUserMethod(const std::filesystem::path& folder, const Method& method) {
    std::filesystem::create_directories(folder);
    const std::filesystem::path file = folder / (method.id.substr(user_prefix.size()) + ".json");
    writeMethodFile(file, method);
    return file;
}

const std::vector<Method>& shippedMethods() {
    static const std::vector<Method> methods = readMethods(readJsonText(dataFolder() / "methods.json"));
    return methods;
}

const Method& findMethod(const std::vector<Method>& methods, const std::string& id) {
    return entryWithId(methods, id, Error::Kind::usage, [](const std::string& name) {
        return Text("there is no method \"{id}\"", {{"id", name}});
    });
}

}  // namespace tympan
