// Words travel as sources with what stands in them; a language puts them together.
#include <nlohmann/json.hpp>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/base/error.h"
#include "core/base/language.h"
#include "core/base/text_json.h"
#include "tests/support/texts.h"

namespace tympan {

using testing::Eq;

namespace {

/// As a dictionary would have it.
Language german() {
    return {"de", [](std::string_view source) -> std::string {
                if (source == "{count, plural, one {# sheet} other {# sheets}} of {paper}")
                    return "{paper}: {count, plural, one {# Bogen} other {# Bögen}}";
                if (source == "the bottle of {what}") return "die Flasche {what}";
                if (source == "gel medium") return "Gelmedium";
                if (source == "{mm} mm wide") return "{mm} mm breit";
                if (source == "broken {here}") return "kaputt {hier";
                if (source == "no place {here}") return "ohne Platz";
                return std::string(source);
            }};
}

Text sheets(int count) {
    return Text("{count, plural, one {# sheet} other {# sheets}} of {paper}",
                {{"count", count}, {"paper", std::string("A4")}});
}

}  // namespace

TEST(TextTest, countsChooseTheFormOfTheirLanguage) {
    EXPECT_THAT(sheets(1), Says(Eq("1 sheet of A4")));
    EXPECT_THAT(sheets(12), Says(Eq("12 sheets of A4")));
    EXPECT_EQ(german()(sheets(1)), "A4: 1 Bogen");
    EXPECT_EQ(german()(sheets(3)), "A4: 3 Bögen");
}

TEST(TextTest, textsWithinTextsAreTranslatedAndNamesAreNot) {
    EXPECT_EQ(german()(Text("the bottle of {what}", {{"what", Text("gel medium")}})),
              "die Flasche Gelmedium");
    EXPECT_EQ(german()(Text("the bottle of {what}", {{"what", std::string("gel medium")}})),
              "die Flasche gel medium");
    EXPECT_EQ(german()(Text::catalogued("gel medium")), "Gelmedium");
    EXPECT_EQ(german()(Text::verbatim("gel medium")), "gel medium");
}

TEST(TextTest, numbersAreWrittenAsTheLanguageWritesThem) {
    const auto wide = [](double mm, int decimals) {
        return Text("{mm} mm wide", {{"mm", Rounded{mm, decimals}}});
    };
    EXPECT_THAT(wide(12.34, 1), Says(Eq("12.3 mm wide")));
    EXPECT_EQ(german()(wide(12.34, 1)), "12,3 mm breit");
    EXPECT_THAT(wide(3, 0), Says(Eq("3 mm wide")));
    EXPECT_THAT(Text("{mm} mm wide", {{"mm", 0.25}}), Says(Eq("0.25 mm wide"))) << "as many as it has";
}

TEST(TextTest, aYearAndALineHaveNoThousands) {
    EXPECT_THAT(Text("line {line}, {year}", {{"line", 12345}, {"year", 1970}}), Says(Eq("line 12345, 1970")));
}

TEST(TextTest, whatIsWrongWithATranslationLosesNoSentence) {
    EXPECT_EQ(german()(Text("broken {here}", {{"here", 1}})), "kaputt {hier");
    EXPECT_EQ(german()(Text("no place {here}", {{"here", 1}})), "ohne Platz");
    EXPECT_EQ(german()(Text("nobody has {number} words for it", {{"number", 2}})),
              "nobody has 2 words for it");
}

TEST(TextTest, bracesAndQuotesOfNamesStayWhatTheyAre) {
    for (const std::string name : {"{count}", "it's {odd", "'{'", "a # b", "ünïcödé"}) {
        EXPECT_THAT(Text("\"{name}\" is missing", {{"name", name}}), Says(Eq("\"" + name + "\" is missing")));
        EXPECT_THAT(Text::verbatim(name), Says(Eq(name)));
    }
    EXPECT_THAT(Text("the sheet's {count} corners", {{"count", 4}}), Says(Eq("the sheet's 4 corners")));
}

TEST(TextTest, listsHaveTheirPartsInOrder) {
    EXPECT_THAT(Text::names({"a", "b", "c"}), Says(Eq("a, b, c")));
    EXPECT_THAT(Text::listed({Text("one"), Text("two")}, "; "), Says(Eq("one; two")));
    EXPECT_TRUE(Text::listed({}).empty());
    EXPECT_TRUE(Text().empty());
    EXPECT_FALSE(Text("one").empty());
}

TEST(TextTest, anErrorSaysTheSameAtEveryEdge) {
    const Error error(Error::Kind::input, "a.png",
                      Text("damaged ({reason})", {{"reason", std::string("eof")}}), Text("fetch it again"));
    EXPECT_STREQ(error.what(), "a.png: damaged (eof); fetch it again");
    EXPECT_THAT(error.words(), Says(Eq(error.what())));
    EXPECT_STREQ(Error(Error::Kind::usage, "", Text("no"), {}).what(), "no");
}

RC_GTEST_PROP(TextTest, comesThroughAPipeAsItWas, ()) {
    const auto leaf = [] {
        switch (*rc::gen::inRange(0, 3)) {
            case 0:
                return Text::verbatim(*rc::gen::string<std::string>());
            case 1:
                return Text::catalogued(*rc::gen::string<std::string>());
            default:
                return Text("{a} of {b}", {{"a", *rc::gen::inRange(-5, 1000)},
                                           {"b", Rounded{*rc::gen::arbitrary<int>() / 7.0, 2}}});
        }
    };
    std::vector<Text> parts;
    for (int i = *rc::gen::inRange(1, 4); i > 0; --i) parts.push_back(leaf());
    const Text text("{first}: {rest}", {{"first", leaf()}, {"rest", Text::listed(parts, "; ")}});
    const std::string line = toJson(text).dump(-1, ' ', false, nlohmann::json::error_handler_t::replace);
    const Text back = textFrom(nlohmann::json::parse(line));
    // What is no UTF-8 is replaced on the way; all else is equal.
    RC_ASSERT(toJson(back).dump() == nlohmann::json::parse(line).dump());
}

}  // namespace tympan
