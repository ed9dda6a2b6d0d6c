#include "core/base/json_reader.h"

#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>
#include <optional>

#include <fmt/format.h>
#include <fmt/ranges.h>

#include "core/base/read_text.h"

namespace tympan {

using nlohmann::json;

namespace {

/// How an element of a list is found again: "#7" by its id, else "3" by its place.
std::string placeInList(const json& element, int index) {
    const auto id = element.find("id");
    if (id != element.end() && id->is_number_integer()) return fmt::format("#{}", id->get<long long>());
    return std::to_string(index);
}

std::string placeNamed(const std::vector<std::string>& path) {
    return fmt::format("{}", fmt::join(path, "."));
}

}  // namespace

json withRest(json known, const json& rest) {
    if (!rest.is_object()) return known;
    if (known.is_object()) {
        for (const auto& [name, value] : rest.items())
            known[name] = known.contains(name) ? withRest(std::move(known[name]), value) : value;
    } else if (known.is_array()) {
        int index = 0;
        for (json& element : known) {
            const auto aside = rest.find(placeInList(element, index++));
            if (aside != rest.end()) element = withRest(std::move(element), *aside);
        }
    }
    return known;
}

const JsonLines& JsonText::lines() const {
    if (!lines_) lines_ = std::make_shared<const JsonLines>(text);
    return *lines_;
}

JsonText readJsonText(const std::filesystem::path& file) { return {file.string(), readText(file)}; }

namespace {

/// Where text is nested more deeply than anything that we read; what walks through it would run out of stack.
std::optional<std::size_t> tooDeep(std::string_view text) {
    constexpr int most = 100;
    int depth = 0;
    bool inside = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (inside) {
            if (c == '\\') ++i;
            inside = c != '"';
        } else if (c == '"') {
            inside = true;
        } else if (c == '{' || c == '[') {
            if (++depth > most) return i;
        } else if (c == '}' || c == ']') {
            --depth;
        }
    }
    return {};
}

}  // namespace

json parseJson(const JsonText& source) {
    if (const auto at = tooDeep(source.text))
        throw Error(Error::Kind::input, source.file,
                    Text("line {line}: brackets within brackets, more than a hundred deep",
                         {{"line", JsonLines::lineAt(source.text, *at)}}),
                    Text("save it again with the program that it is from"));
    try {
        return json::parse(source.text);
    } catch (const json::parse_error& error) {
        throw Error(Error::Kind::input, source.file,
                    Text("line {line}: not JSON from here on",
                         {{"line", JsonLines::lineAt(source.text, error.byte > 0 ? error.byte - 1 : 0)}}),
                    Text("look for a missing comma, quote or bracket"));
    } catch (const json::exception&) {
        // Well-formed, but a number is beyond what a computer's numbers hold.
        throw Error(Error::Kind::input, source.file, Text("a number in it is too large to be read"),
                    Text("look for a number with many digits"));
    }
}

JsonReader::JsonReader(const JsonText& source, const json& root, const std::string& schema)
    : JsonReader(source, root, std::vector<std::string>{}) {
    if (text("schema") != schema) fail("schema", Text("must be \"{schema}\"", {{"schema", schema}}));
}

JsonReader::JsonReader(const JsonText& source, const json& value, std::vector<std::string> path)
    : source_(&source), value_(&value), path_(std::move(path)) {
    if (!value_->is_object())
        throw Error(Error::Kind::input, source_->file,
                    Text("line {line}: {place}: must be an object in braces",
                         {{"line", source_->lines().of(path_)}, {"place", placeNamed(path_)}}),
                    Text("mend that line"));
}

JsonReader::JsonReader(const JsonReader& parent, const json& value, const std::string& field, int index)
    : JsonReader(*parent.source_, value, [&] {
          std::vector<std::string> path = parent.path_;
          path.push_back(field);
          if (index >= 0) path.push_back(std::to_string(index));
          return path;
      }()) {
    rest_ = parent.rest_;
    rest_path_ = parent.rest_path_;
    rest_path_.push_back(field);
    if (index >= 0) rest_path_.push_back(placeInList(value, index));
}

JsonReader JsonReader::lenient(const JsonText& source, const json& root, json& rest) {
    JsonReader reader(source, root, std::vector<std::string>{});
    rest = json::object();
    reader.rest_ = &rest;
    return reader;
}

void JsonReader::fail(const std::string& field, const Text& wrong) const {
    std::vector<std::string> path = path_;
    if (!field.empty()) path.push_back(field);
    throw Error(Error::Kind::input, source_->file,
                Text("line {line}: {place}: {wrong}",
                     {{"line", source_->lines().of(path)}, {"place", placeNamed(path)}, {"wrong", wrong}}),
                Text("mend that line"));
}

bool JsonReader::has(const std::string& name) const { return value_->contains(name); }

bool JsonReader::isText(const std::string& name) const { return has(name) && value_->at(name).is_string(); }

const json& JsonReader::field(const std::string& name) {
    read_.insert(name);
    const auto found = value_->find(name);
    if (found == value_->end()) fail(name, Text("is missing"));
    return *found;
}

std::string JsonReader::text(const std::string& name) {
    const json& value = field(name);
    if (!value.is_string() || value.get_ref<const std::string&>().empty()) fail(name, Text("must be a text"));
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
    if (!good) fail(name, Text("may hold only small letters, figures and hyphens"));
    return value;
}

double JsonReader::number(const std::string& name, double least, double most) {
    const json& value = field(name);
    if (!value.is_number() || value.get<double>() < least || value.get<double>() > most)
        fail(name, Text("must be a number from {least} to {most}", {{"least", least}, {"most", most}}));
    return value.get<double>();
}

double JsonReader::number(const std::string& name, double least, double most, double otherwise) {
    return has(name) ? number(name, least, most) : otherwise;
}

int JsonReader::integer(const std::string& name, int least, int most) {
    const double value = number(name, least, most);
    if (value != std::floor(value)) fail(name, Text("must be a whole number"));
    return static_cast<int>(value);
}

int JsonReader::integer(const std::string& name, int least, int most, int otherwise) {
    return has(name) ? integer(name, least, most) : otherwise;
}

std::vector<double> JsonReader::numbers(const std::string& name, double least, double most,
                                        std::size_t most_count) {
    const json& value = field(name);
    if (!value.is_array() || value.size() > most_count)
        fail(name, Text("must be a list of at most {most} numbers", {{"most", most_count}}));
    for (const json& item : value)
        if (!item.is_number() || item.get<double>() < least || item.get<double>() > most)
            fail(name, Text("must be a list of numbers from {least} to {most}",
                            {{"least", least}, {"most", most}}));
    return value.get<std::vector<double>>();
}

std::vector<std::vector<double>> JsonReader::rows(const std::string& name, double least, double most,
                                                  std::size_t columns, std::size_t most_count) {
    if (!has(name)) return {};
    const json& value = field(name);
    const auto isRow = [&](const json& row) {
        return row.is_array() && row.size() == columns &&
               std::all_of(row.begin(), row.end(), [&](const json& item) {
                   return item.is_number() && item.get<double>() >= least && item.get<double>() <= most;
               });
    };
    if (!value.is_array() || value.size() > most_count || !std::all_of(value.begin(), value.end(), isRow))
        fail(name, Text("must be a list of at most {rows} lists of {columns} numbers from {least} to {most}",
                        {{"rows", most_count}, {"columns", columns}, {"least", least}, {"most", most}}));
    return value.get<std::vector<std::vector<double>>>();
}

std::string JsonReader::note(const std::string& name) {
    if (!has(name)) return {};
    const json& value = field(name);
    if (!value.is_string()) fail(name, Text("must be a text"));
    return value.get<std::string>();
}

bool JsonReader::flag(const std::string& name, bool otherwise) {
    if (!has(name)) return otherwise;
    const json& value = field(name);
    if (!value.is_boolean()) fail(name, Text("must be true or false"));
    return value.get<bool>();
}

std::vector<std::string> JsonReader::texts(const std::string& name) {
    const json& value = field(name);
    if (!value.is_array()) fail(name, Text("must be a list of texts"));
    for (const json& item : value)
        if (!item.is_string() || item.get_ref<const std::string&>().empty())
            fail(name, Text("must be a list of texts"));
    return value.get<std::vector<std::string>>();
}

std::string JsonReader::oneOf(const std::string& name, const std::vector<std::string>& allowed) {
    const std::string value = text(name);
    if (std::find(allowed.begin(), allowed.end(), value) == allowed.end())
        fail(name, Text("must be one of: {allowed}", {{"allowed", Text::names(allowed)}}));
    return value;
}

JsonReader JsonReader::object(const std::string& name) { return {*this, field(name), name, -1}; }

std::vector<JsonReader> JsonReader::objects(const std::string& name) {
    const json& value = field(name);
    if (!value.is_array()) fail(name, Text("must be a list"));
    std::vector<JsonReader> readers;
    for (std::size_t i = 0; i < value.size(); ++i)
        readers.push_back(JsonReader(*this, value[i], name, static_cast<int>(i)));
    return readers;
}

void JsonReader::finish() const {
    for (const auto& [name, value] : value_->items()) {
        if (read_.contains(name)) continue;
        if (!rest_) fail(name, Text("is not a field that is known here"));
        json* at = rest_;
        for (const std::string& step : rest_path_) at = &(*at)[step];
        (*at)[name] = value;
    }
}

}  // namespace tympan
