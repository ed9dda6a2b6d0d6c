#pragma once
#include <concepts>
#include <cstdint>
#include <nlohmann/json_fwd.hpp>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

namespace tympan {

class Text;

/// A number for reading, rounded to so many decimals; fewer than none: as many as it has.
struct Rounded {
    double value = 0;
    int decimals = -1;
    bool operator==(const Rounded&) const = default;
};

/// The English words of a Text. They are constants of the program, so that each can be found in its sources
/// and translated; a sentence that was put together cannot become one. `Source("…").string()` marks words of
/// the program that stand where a catalogue's do.
class Source {
  public:
    template <std::size_t size>
    consteval Source(const char (&words)[size]) : words_(words, size - 1) {
        int depth = 0;
        for (const char c : words_) {
            depth += c == '{' ? 1 : c == '}' ? -1 : 0;
            if (depth < 0) throw "a place is closed that was not opened";
        }
        if (depth != 0) throw "a place is not closed";
    }
    constexpr std::string_view words() const { return words_; }
    std::string string() const { return std::string(words_); }

  private:
    std::string_view words_;
};

/// What stands in one of a text's places.
struct Argument;

/// Words for a person that are not in a language yet: an English source with named places, and what stands in
/// them. A Language makes a sentence of it, at the edge of the program. The source is a pattern of ICU's
/// MessageFormat: "{count, plural, one {# sheet} other {# sheets}} of {paper}".
///
/// Written as `Text("…", {…})`: that is what the extraction of texts to translate looks for.
class Text {
  public:
    /// No words.
    Text() = default;
    explicit Text(Source source, std::vector<Argument> arguments = {});

    /// What is the same in every language: a name, what a person typed, what another library says.
    static Text verbatim(std::string words);
    /// What a catalogue of the program says: translated by its English words.
    static Text catalogued(std::string words);
    /// Texts one after the other. `between` has no words: ", " or a space.
    static Text listed(std::vector<Text> texts, std::string_view between = ", ");
    static Text names(const std::vector<std::string>& names);

    bool empty() const { return source_.empty() && parts_.empty(); }
    bool operator==(const Text&) const;

  private:
    friend class Language;
    friend nlohmann::json toJson(const Text& text);
    friend Text textFrom(const nlohmann::json& json);
    enum class Kind { source, verbatim, list };

    Kind kind_ = Kind::source;
    std::string source_;  ///< or the words, or what stands between
    std::vector<Argument> arguments_;
    std::vector<Text> parts_;
};

struct Argument {
    using Value = std::variant<std::int64_t, Rounded, Text>;

    Argument(const char* place_, Text value_) : place(place_), value(std::move(value_)) {}
    Argument(const char* place_, Rounded value_) : place(place_), value(value_) {}
    /// Verbatim.
    Argument(const char* place_, std::string words)
        : place(place_), value(Text::verbatim(std::move(words))) {}
    Argument(const char* place_, std::string_view words) : Argument(place_, std::string(words)) {}
    /// Words of a sentence are a Text.
    Argument(const char* place_, const char* words) = delete;
    Argument(const char* place_, double value_) : place(place_), value(Rounded{value_}) {}
    template <std::integral Number>
    Argument(const char* place_, Number value_) : place(place_), value(static_cast<std::int64_t>(value_)) {}
    bool operator==(const Argument&) const = default;

    std::string place;
    Value value;
};

}  // namespace tympan
