#include "core/method/tools.h"

#include <gmock/gmock.h>

using namespace tympan;

TEST(Tools, standByTheShopThatHasThem) {
    const std::vector<Tool> things{toolNamed("parchment"), toolNamed("gel"), toolNamed("sandpaper"),
                                   toolNamed("glue"), toolNamed("plastic-wrap")};
    const auto groups = byShop(things);
    std::size_t count = 0;
    for (const auto& [shop, there] : groups) {
        count += there.size();
        for (const Tool& each : there) EXPECT_EQ(each.shop, shop);
    }
    EXPECT_EQ(count, things.size());
    EXPECT_LT(groups.size(), things.size()) << "one trip to each";
    EXPECT_TRUE(byShop({}).empty());
}

TEST(Tools, everySupplyIsGotSomewhere) {
    for (const Tool& each : shippedTools()) {
        if (each.kind == Tool::Kind::supply) {
            EXPECT_NE(each.shop, Tool::Shop::anywhere) << each.id;
        }
    }
    EXPECT_EQ(toolNamed("glitter-glue").shop, Tool::Shop::anywhere) << "nobody knows";
    EXPECT_EQ(toolNamed("glitter-glue").name, "glitter glue");
}

TEST(Tools, aShopThatNobodyKnowsIsNamedWithItsLine) {
    const JsonText source{"tools.json",
                          "{\"schema\": \"tympan-tools-1\", \"tools\": [\n  {\"id\": \"gel\", \"name\": "
                          "\"gel\", \"kind\": \"supply\", \"shop\": \"bakery\"}]}"};
    EXPECT_THROW(readTools(source), Error);
}
