#pragma once
#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <vector>

#include <SQLiteCpp/SQLiteCpp.h>

#include "core/base/json_reader.h"

namespace tympan {

/// What is written into the record as JSON; of text that is no Unicode what can be.
inline std::string jsonText(const nlohmann::json& json) {
    return json.dump(-1, ' ', false, nlohmann::json::error_handler_t::replace);
}

/// Each row's first column, read as JSON. What cannot be read is left out: the others are as good as ever.
/// `of`: what the query's parameter is, where it has one.
template <class Read>
auto readableRows(const SQLite::Database& record, const char* sql, const char* what, Read read,
                  const std::optional<std::string>& of = {}) {
    std::vector<decltype(read(std::declval<JsonReader>()))> found;
    SQLite::Statement each(record, sql);
    if (of) each.bind(1, *of);
    while (each.executeStep()) {
        try {
            const JsonText text{what, each.getColumn(0).getString()};
            nlohmann::json rest;
            const nlohmann::json json = parseJson(text);
            found.push_back(read(JsonReader::lenient(text, json, rest)));
        } catch (const Error&) {
            continue;
        }
    }
    return found;
}

}  // namespace tympan
