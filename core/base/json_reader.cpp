#include "core/base/json_reader.h"

#include <algorithm>
#include <cmath>
#include <fstream>
#include <sstream>

#include <fmt/format.h>
#include <fmt/ranges.h>

namespace tympan {

using nlohmann::json;

namespace {

/// Walks well-formed JSON text to find where a value stands; the parser itself does not say.
struct Walker {
    std::string_view text;
    std::size_t at = 0;

    void blanks() {
        while (at < text.size() && std::string_view(" \t\r\n").find(text[at]) != std::string_view::npos) ++at;
    }
    std::string string() {
        std::string value;
        for (++at; at < text.size() && text[at] != '"'; ++at) {
            if (text[at] == '\\') ++at;
            if (at < text.size()) value += text[at];
        }
        ++at;
        return value;
    }
    void skip() {
        blanks();
        if (at < text.size() && text[at] == '"') {
            string();
            return;
        }
        int depth = 0;
        for (; at < text.size(); ++at) {
            const char c = text[at];
            if (c == '"') {
                string();
                --at;
            } else if (c == '{' || c == '[') {
                ++depth;
            } else if (c == '}' || c == ']') {
                if (depth == 0) return;
                if (--depth == 0) {
                    ++at;
                    return;
                }
            } else if (c == ',' && depth == 0) {
                return;
            }
        }
    }
    /// Moves to the member or element called `key`; false when there is none, the cursor then stays inside.
    bool enter(const std::string& key) {
        blanks();
        const std::size_t begin = at;
        if (at >= text.size() || (text[at] != '{' && text[at] != '[')) return false;
        const bool object = text[at++] == '{';
        for (int index = 0;; ++index) {
            blanks();
            if (at >= text.size() || text[at] == '}' || text[at] == ']') break;
            std::string name = std::to_string(index);
            const std::size_t name_at = at;
            if (object) {
                name = string();
                blanks();
                ++at;  // the colon
            }
            if (name == key) {
                if (object) at = name_at, string(), blanks(), ++at;
                blanks();
                return true;
            }
            skip();
            blanks();
            if (at < text.size() && text[at] == ',') ++at;
        }
        at = begin;
        return false;
    }
};

int lineAt(std::string_view text, std::size_t at) {
    return 1 +
           static_cast<int>(std::count(
               text.begin(), text.begin() + static_cast<std::ptrdiff_t>(std::min(at, text.size())), '\n'));
}

}  // namespace

int lineOf(std::string_view text, const std::vector<std::string>& path) {
    Walker walker{text};
    walker.blanks();
    for (const std::string& key : path)
        if (!walker.enter(key)) break;
    return lineAt(text, walker.at);
}

JsonText readJsonText(const std::filesystem::path& file) {
    std::ifstream stream(file, std::ios::binary);
    std::ostringstream text;
    text << stream.rdbuf();
    if (!stream)
        throw Error(Error::Kind::input, file.string(), "cannot be read", "check that the file is there");
    return {file.string(), text.str()};
}

json parseJson(const JsonText& source) {
    try {
        return json::parse(source.text);
    } catch (const json::parse_error& error) {
        throw Error(Error::Kind::input, source.file,
                    fmt::format("line {}: not JSON from here on",
                                lineAt(source.text, error.byte > 0 ? error.byte - 1 : 0)),
                    "look for a missing comma, quote or bracket");
    }
}

JsonReader::JsonReader(const JsonText& source, const json& root, const std::string& schema)
    : JsonReader(source, root, std::vector<std::string>{}) {
    if (text("schema") != schema) fail("schema", fmt::format("must be \"{}\"", schema));
}

JsonReader::JsonReader(const JsonText& source, const json& value, std::vector<std::string> path)
    : source_(&source), value_(&value), path_(std::move(path)) {
    if (!value_->is_object())
        throw Error(Error::Kind::input, source_->file,
                    fmt::format("line {}: {}: must be an object in braces", lineOf(source_->text, path_),
                                fmt::join(path_, ".")),
                    "mend that line");
}

void JsonReader::fail(const std::string& field, const std::string& wrong) const {
    std::vector<std::string> path = path_;
    if (!field.empty()) path.push_back(field);
    throw Error(Error::Kind::input, source_->file,
                fmt::format("line {}: {}: {}", lineOf(source_->text, path), fmt::join(path, "."), wrong),
                "mend that line");
}

const json& JsonReader::field(const std::string& name) {
    read_.insert(name);
    const auto found = value_->find(name);
    if (found == value_->end()) fail(name, "is missing");
    return *found;
}

std::string JsonReader::text(const std::string& name) {
    const json& value = field(name);
    if (!value.is_string() || value.get_ref<const std::string&>().empty()) fail(name, "must be a text");
    return value.get<std::string>();
}

std::string JsonReader::text(const std::string& name, const std::string& otherwise) {
    return has(name) ? text(name) : otherwise;
}

std::string JsonReader::id(const std::string& name) {
    const std::string value = text(name);
    const bool good = std::all_of(value.begin(), value.end(), [](char c) {
        return (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9') || c == '-';
    });
    if (!good) fail(name, "may hold only small letters, figures and hyphens");
    return value;
}

double JsonReader::number(const std::string& name, double least, double most) {
    const json& value = field(name);
    if (!value.is_number() || value.get<double>() < least || value.get<double>() > most)
        fail(name, fmt::format("must be a number from {} to {}", least, most));
    return value.get<double>();
}

double JsonReader::number(const std::string& name, double least, double most, double otherwise) {
    return has(name) ? number(name, least, most) : otherwise;
}

int JsonReader::integer(const std::string& name, int least, int most) {
    const double value = number(name, least, most);
    if (value != std::floor(value)) fail(name, "must be a whole number");
    return static_cast<int>(value);
}

bool JsonReader::flag(const std::string& name, bool otherwise) {
    if (!has(name)) return otherwise;
    const json& value = field(name);
    if (!value.is_boolean()) fail(name, "must be true or false");
    return value.get<bool>();
}

std::vector<std::string> JsonReader::texts(const std::string& name) {
    const json& value = field(name);
    if (!value.is_array()) fail(name, "must be a list of texts");
    for (const json& item : value)
        if (!item.is_string() || item.get_ref<const std::string&>().empty())
            fail(name, "must be a list of texts");
    return value.get<std::vector<std::string>>();
}

std::string JsonReader::oneOf(const std::string& name, const std::vector<std::string>& allowed) {
    const std::string value = text(name);
    if (std::find(allowed.begin(), allowed.end(), value) == allowed.end())
        fail(name, fmt::format("must be one of: {}", fmt::join(allowed, ", ")));
    return value;
}

JsonReader JsonReader::object(const std::string& name) {
    std::vector<std::string> path = path_;
    path.push_back(name);
    return {*source_, field(name), std::move(path)};
}

std::vector<JsonReader> JsonReader::objects(const std::string& name) {
    const json& value = field(name);
    if (!value.is_array()) fail(name, "must be a list");
    std::vector<JsonReader> readers;
    for (std::size_t i = 0; i < value.size(); ++i) {
        std::vector<std::string> path = path_;
        path.push_back(name);
        path.push_back(std::to_string(i));
        readers.push_back(JsonReader(*source_, value[i], std::move(path)));
    }
    return readers;
}

void JsonReader::finish() const {
    for (const auto& [name, value] : value_->items())
        if (!read_.contains(name)) fail(name, "is not a field that is known here");
}

}  // namespace tympan
