#include "core/base/json_reader.h"

#include <nlohmann/json.hpp>

#include <gmock/gmock.h>

using namespace tympan;
using testing::HasSubstr;

namespace {

const char* const text = R"({
  "schema": "s-1",
  "list": [
    { "id": "a", "size": 3 },
    { "id": "b",
      "size": "large", "note": "a } in a \" text" }
  ]
})";

std::string faultOf(const std::function<void()>& work) {
    try {
        work();
    } catch (const Error& error) {
        return error.what();
    }
    return "";
}

}  // namespace

TEST(JsonReader, findsTheLineOfAnyValue) {
    EXPECT_EQ(JsonLines(text).of({"schema"}), 2);
    EXPECT_EQ(JsonLines(text).of({"list"}), 3);
    EXPECT_EQ(JsonLines(text).of({"list", "0", "size"}), 4);
    EXPECT_EQ(JsonLines(text).of({"list", "1", "size"}), 6);
    EXPECT_EQ(JsonLines(text).of({"list", "1", "note"}), 6);
}

TEST(JsonReader, namesFileLineAndPathOfAFault) {
    const JsonText source{"my.json", text};
    const auto root = parseJson(source);
    const std::string fault = faultOf([&] {
        JsonReader reader(source, root, "s-1");
        for (JsonReader& entry : reader.objects("list")) {
            entry.id("id");
            entry.integer("size", 0, 10);
            entry.text("note", "");
            entry.finish();
        }
    });
    EXPECT_THAT(fault, HasSubstr("my.json: line 6: list.1.size: must be a number from 0 to 10"));
}

TEST(JsonReader, refusesFieldsThatNobodyKnows) {
    const JsonText source{"my.json", "{\n\"schema\": \"s-1\",\n\"colour\": 1\n}"};
    const auto root = parseJson(source);
    EXPECT_THAT(faultOf([&] { JsonReader(source, root, "s-1").finish(); }),
                HasSubstr("line 3: colour: is not a field"));
}

TEST(JsonReader, saysWhereTextStopsBeingJson) {
    EXPECT_THAT(faultOf([] {
                    parseJson({"my.json", "{\n\"a\": 1,\n\"b\" 2\n}"});
                }),
                HasSubstr("my.json: line 3"));
}

TEST(JsonReader, aNumberBeyondAllNumbersIsAnError) {
    EXPECT_THROW(tympan::parseJson({"x.json", "{ \"width\": 401e308 }"}), tympan::Error);
}

TEST(JsonReader, aLenientReaderPutsAsideWhatItDoesNotKnowAndItComesBackWhereItStood) {
    const JsonText source{"later.json", R"({"name":"n","glow":7,"list":[{"id":4,"size":1},
        {"id":9,"size":2,"lid":{"tight":true}}],"inner":{"known":1,"unknown":[1,2]}})"};
    const auto root = parseJson(source);
    nlohmann::json rest;
    JsonReader reader = JsonReader::lenient(source, root, rest);
    EXPECT_EQ(reader.text("name"), "n");
    nlohmann::json known;
    known["name"] = "changed";
    known["list"] = nlohmann::json::array();
    for (JsonReader& entry : reader.objects("list")) {
        // Written again in the other order: members are found by their id.
        nlohmann::json member;
        member["id"] = entry.integer("id", 0, 99);
        member["size"] = entry.integer("size", 0, 9);
        known["list"].insert(known["list"].begin(), member);
        entry.finish();
    }
    JsonReader inner = reader.object("inner");
    known["inner"]["known"] = inner.integer("known", 0, 9);
    inner.finish();
    reader.finish();
    const nlohmann::json written = withRest(known, rest);
    EXPECT_EQ(written["glow"], 7);
    EXPECT_EQ(written["name"], "changed") << "what is known is never replaced";
    EXPECT_EQ(written.at("list").at(0).at("lid").at("tight"), true);
    EXPECT_FALSE(written.at("list").at(1).contains("lid"));
    EXPECT_EQ(written.at("inner").at("unknown"), nlohmann::json::array({1, 2}));
    EXPECT_EQ(withRest(known, {}), known);
}
