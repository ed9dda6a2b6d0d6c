#include "core/base/catalogue.h"

#include <gmock/gmock.h>

using namespace tympan;
using testing::HasSubstr;

namespace {

struct Jar {
    std::string id;
    double litres = 0;
};

std::vector<Jar> read(const std::string& text) {
    return readCatalogue(JsonText{"jars.json", text}, {"jars-1", "jars-0"}, "jars", [](JsonReader& entry) {
        const Jar jar{entry.id("id"), entry.number("litres", 0, 10)};
        entry.finish();
        return jar;
    });
}

std::string faultOf(const std::string& text) {
    try {
        read(text);
    } catch (const Error& error) {
        return error.what();
    }
    return "";
}

}  // namespace

TEST(Catalogues, keepTheirOrderAndFindById) {
    const auto noJar = [](const std::string& id) { return Text("there is no jar \"{id}\"", {{"id", id}}); };
    const std::vector<Jar> jars =
        read(R"({"schema":"jars-1","jars":[{"id":"b","litres":2},{"id":"a","litres":1}]})");
    ASSERT_EQ(jars.size(), 2u);
    EXPECT_EQ(jars[0].id, "b");
    EXPECT_DOUBLE_EQ(entryWithId(jars, "a", Error::Kind::usage, noJar).litres, 1);
    try {
        entryWithId(jars, "c", Error::Kind::usage, noJar);
        FAIL();
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::usage);
        EXPECT_THAT(error.what(), HasSubstr("there is no jar \"c\""));
        EXPECT_THAT(error.what(), HasSubstr("choose one of: b, a"));
    }
}

TEST(Catalogues, nameTheLineOfWhatIsTwiceMissingOrUnknown) {
    EXPECT_THAT(
        faultOf(
            "{\"schema\":\"jars-1\",\"jars\":[\n{\"id\":\"a\",\"litres\":2},\n{\"id\":\"a\",\"litres\":1}]}"),
        testing::AllOf(HasSubstr("jars.json: line 3"), HasSubstr("\"a\" is there twice")));
    EXPECT_THAT(faultOf(R"({"schema":"jars-1","jars":[]})"), HasSubstr("must not be empty"));
    EXPECT_THAT(faultOf(R"({"schema":"jars-1","jars":[{"id":"a","litres":2}],"lids":3})"), HasSubstr("lids"));
    EXPECT_THAT(faultOf(R"({"schema":"jars-1","jars":[{"id":"a","litres":20}]})"), HasSubstr("litres"));
    EXPECT_THAT(faultOf(R"({"schema":"jars-2","jars":[{"id":"a","litres":2}]})"), HasSubstr("schema"));
}

TEST(Catalogues, anOlderSchemaIsReadAndAnyOtherIsNamed) {
    EXPECT_EQ(read(R"({"schema":"jars-0","jars":[{"id":"b","litres":2}]})").size(), 1u);
    EXPECT_THAT(faultOf(R"({"schema":"jars-2","jars":[{"id":"b","litres":2}]})"),
                HasSubstr("must be \"jars-1\""));
}
