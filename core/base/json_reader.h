#pragma once
#include <filesystem>
#include <memory>
#include <nlohmann/json_fwd.hpp>
#include <set>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/error.h"
#include "core/base/json_lines.h"

namespace tympan {

/// The text of a catalogue file and its name, kept so that a fault can be named with its line.
struct JsonText {
    std::string file, text;

    /// Where things stand in it; found once, when it is asked for.
    const JsonLines& lines() const;
    mutable std::shared_ptr<const JsonLines> lines_{};
};

/// Reads one JSON object field by field and checks each: what is missing, of the wrong kind, out of range or
/// unknown is an Error (input) "FILE: line N: PATH: what is wrong". Call `finish` last: it names fields that
/// nobody read. A file that a later program may have written is read *leniently*: then `finish` puts such
/// fields aside, so that `withRest` can write them again.
class JsonReader {
  public:
    /// The whole file; its "schema" must be `schema`. `source` and `root` must outlive the reader.
    JsonReader(const JsonText& source, const nlohmann::json& root, const std::string& schema);

    /// A lenient reader of the whole file, without a schema. `rest` receives what nobody reads.
    static JsonReader lenient(const JsonText& source, const nlohmann::json& root, nlohmann::json& rest);

    std::string text(const std::string& field);
    std::string text(const std::string& field, const std::string& otherwise);
    /// Lower-case letters, figures and hyphens.
    std::string id(const std::string& field);
    double number(const std::string& field, double least, double most);
    double number(const std::string& field, double least, double most, double otherwise);
    int integer(const std::string& field, int least, int most);
    int integer(const std::string& field, int least, int most, int otherwise);
    /// The same, within a Range (measure/range.h) or anything else with a least and a most.
    template <class R>
    requires requires(const R& r) { r.least, r.most; }
    double number(const std::string& field, const R& range) { return number(field, range.least, range.most); }
    template <class R>
    requires requires(const R& r) { r.least, r.most; }
    double number(const std::string& field, const R& range, double otherwise) {
        return number(field, range.least, range.most, otherwise);
    }
    template <class R>
    requires requires(const R& r) { r.least, r.most; }
    int integer(const std::string& field, const R& range) {
        return integer(field, static_cast<int>(range.least), static_cast<int>(range.most));
    }
    template <class R>
    requires requires(const R& r) { r.least, r.most; }
    int integer(const std::string& field, const R& range, int otherwise) {
        return integer(field, static_cast<int>(range.least), static_cast<int>(range.most), otherwise);
    }
    /// A list of numbers, at most `most_count` of them.
    std::vector<double> numbers(const std::string& field, double least, double most, std::size_t most_count);
    /// A list of lists of so many numbers each; missing: none.
    std::vector<std::vector<double>> rows(const std::string& field, double least, double most,
                                          std::size_t columns, std::size_t most_count);
    /// Like `text`, but it may be empty or missing.
    std::string note(const std::string& field);
    bool flag(const std::string& field, bool otherwise);
    std::vector<std::string> texts(const std::string& field);
    std::string oneOf(const std::string& field, const std::vector<std::string>& allowed);
    JsonReader object(const std::string& field);
    std::vector<JsonReader> objects(const std::string& field);
    bool has(const std::string& field) const;
    bool isText(const std::string& field) const;
    void finish() const;

    [[noreturn]] void fail(const std::string& field, const Text& wrong) const;

  private:
    JsonReader(const JsonText& source, const nlohmann::json& value, std::vector<std::string> path);
    JsonReader(const JsonReader& parent, const nlohmann::json& value, const std::string& field, int index);
    const nlohmann::json& field(const std::string& name);

    const JsonText* source_;
    const nlohmann::json* value_;
    std::vector<std::string> path_;
    std::set<std::string> read_;
    nlohmann::json* rest_ = nullptr;
    std::vector<std::string> rest_path_;
};

/// `known` with the fields that a lenient reader put aside, each where it stood; members of lists are found
/// again by their "id", or by their place when they have none. What `known` has is never replaced.
nlohmann::json withRest(nlohmann::json known, const nlohmann::json& rest);

/// Reads a file as text. Throws Error (input).
JsonText readJsonText(const std::filesystem::path& file);

/// Parses it. Throws Error (input) naming the line where it stops being JSON.
nlohmann::json parseJson(const JsonText& source);

}  // namespace tympan
