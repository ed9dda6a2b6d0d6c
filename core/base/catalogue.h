#pragma once
#include <algorithm>
#include <nlohmann/json.hpp>
#include <string>
#include <vector>

#include <fmt/format.h>

#include "core/base/json_reader.h"

namespace tympan {

// What the catalogues of methods, materials and papers have in common: a file with a schema and one list of
// entries, each with an id of its own.

/// Reads every entry with `read`, a function from JsonReader to an entry that finishes its reader. `schemas`:
/// the newest, then older ones that are read as well. Throws Error (input) naming the line: also for an empty
/// list or an id that is there twice.
template <class Read>
auto readCatalogue(const JsonText& source, const std::vector<std::string>& schemas, const std::string& list,
                   Read read) {
    const nlohmann::json root = parseJson(source);
    const auto is = [&](const std::string& schema) {
        return root.is_object() && root.contains("schema") && root["schema"] == schema;
    };
    const auto known = std::find_if(schemas.begin(), schemas.end(), is);
    JsonReader reader(source, root, known != schemas.end() ? *known : schemas.front());
    std::vector<decltype(read(reader))> entries;
    for (JsonReader& each : reader.objects(list)) {
        auto entry = read(each);
        for (const auto& other : entries)
            if (other.id == entry.id) each.fail("id", Text("\"{id}\" is there twice", {{"id", entry.id}}));
        entries.push_back(std::move(entry));
    }
    if (entries.empty()) reader.fail(list, Text("must not be empty"));
    reader.finish();
    return entries;
}

/// The entry with this id. Throws Error of this kind, which lists the ids there are. `missing`: a function
/// from the id to the Text that names what is missing.
template <class Entry, class Missing>
const Entry& entryWithId(const std::vector<Entry>& entries, const std::string& id, Error::Kind kind,
                         Missing missing) {
    std::vector<std::string> ids;
    for (const Entry& entry : entries) {
        if (entry.id == id) return entry;
        ids.push_back(entry.id);
    }
    throw Error(kind, "", missing(id), Text("choose one of: {ids}", {{"ids", Text::names(ids)}}));
}

}  // namespace tympan
