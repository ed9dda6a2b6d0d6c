// What a method says of ink on its way to the surface: limits, curves, veil; read from data and refused when
// wrong.
#include <nlohmann/json.hpp>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/method/catalogue.h"
#include "core/method/method_json.h"

using namespace tympan;
using nlohmann::json;

namespace {

json methodWith(const std::string& field, const json& value) {
    json method = toJson(shippedMethods().front());
    method[field] = value;
    return method;
}

Method read(const json& method) {
    const JsonText source{"method.json", method.dump(1)};
    const json root = parseJson(source);
    json rest;
    return readMethod(JsonReader::lenient(source, root, rest));
}

json curve(const json& printed, const json& arrives) {
    return json::array({{{"printed", printed}, {"arrives", arrives}}});
}

}  // namespace

TEST(MethodEffects, everyShippedMethodComesBackAsItWasWritten) {
    for (const Method& method : shippedMethods()) EXPECT_EQ(read(toJson(method)), method) << method.id;
}

TEST(MethodEffects, whatIsNotSaidIsTheUsual) {
    json bare = toJson(shippedMethods().front());
    for (const char* field : {"solids", "finest_line_mm", "transfer", "veil", "most_ink"}) bare.erase(field);
    const Method method = read(bare);
    EXPECT_EQ(method.solids, SolidLimits{});
    EXPECT_TRUE(method.transfer.empty());
    EXPECT_EQ(method.veil, 0);
    EXPECT_EQ(method.most_ink, 1);
}

TEST(MethodEffects, aCurveMustRiseFromNothingAndGoTogether) {
    EXPECT_NO_THROW(read(methodWith("transfer", curve({0, 0.5, 1}, {0, 0.4, 0.9}))));
    EXPECT_THROW(read(methodWith("transfer", curve({0, 1}, {0, 0.4, 0.9}))), Error) << "not as many";
    EXPECT_THROW(read(methodWith("transfer", curve({0, 0.6, 0.5, 1}, {0, 0.2, 0.4, 0.9}))), Error) << "falls";
    EXPECT_THROW(read(methodWith("transfer", curve({0, 0.5}, {0, 0.4}))), Error) << "stops half way";
    EXPECT_THROW(read(methodWith("transfer", curve({0, 1}, {0.2, 0.9}))), Error) << "ink from nothing";
    EXPECT_THROW(read(methodWith("transfer", curve({0, 1}, {0, 1.4}))), Error) << "more than solid";
    EXPECT_THROW(read(methodWith("transfer", curve({0, 1}, {0, 0}))), Error) << "nothing arrives";
}

TEST(MethodEffects, numbersOutOfRangeAreNamed) {
    for (const auto& [field, value] : {std::pair<const char*, json>{"veil", 1.5},
                                       {"finest_line_mm", 0},
                                       {"most_ink", 0},
                                       {"solids", {{"ink", 2}, {"width_mm", 8}}},
                                       {"solids", {{"ink", 0.8}, {"width_mm", -1}}}}) {
        try {
            read(methodWith(field, value));
            ADD_FAILURE() << field;
        } catch (const Error& error) {
            EXPECT_NE(std::string(error.what()).find("line "), std::string::npos) << error.what();
        }
    }
}

TEST(MethodEffects, waysThatKeepThePaperHaveNothingAgainstBlack) {
    for (const Method& method : shippedMethods()) {
        if (method.light_ground) continue;
        EXPECT_GE(method.solids.width_mm, 100) << method.id;
        EXPECT_TRUE(method.transfer.empty()) << method.id;
        EXPECT_EQ(method.veil, 0) << method.id << ": its paper is no veil";
    }
}
