// What ships with the program about objects: materials and the sizes that are sold.
#include "core/object/materials.h"

#include <set>

#include <gmock/gmock.h>

#include "core/base/data_folder.h"
#include "core/object/common_sizes.h"

using namespace tympan;
using testing::HasSubstr;

namespace {

std::string faultOf(const std::string& entry) {
    try {
        readMaterials({"m.json", R"({"schema":"tympan-materials-1","materials":[)" + entry + "]}"});
    } catch (const Error& error) {
        return error.what();
    }
    return "";
}

}  // namespace

TEST(Materials, thoseThatShipCoverTheCraftAndTheFirstIsWhatIsAssumed) {
    std::set<std::string> ids;
    for (const Material& material : shippedMaterials()) ids.insert(material.id);
    for (const char* id : {"pale-wood", "dark-wood", "canvas", "cotton-light", "cotton-dark", "slate",
                           "metal", "paper", "cork", "skin"})
        EXPECT_TRUE(ids.count(id)) << id;
    EXPECT_EQ(shippedMaterials().front().id, Material{}.id);
    EXPECT_EQ(shippedMaterials().front().ground, Material{}.ground);
}

// Glass from its other side is one turn more; nothing else is.
TEST(Materials, onlyGlassIsLookedThrough) {
    for (const Material& material : shippedMaterials())
        EXPECT_TRUE(!material.seen_through || material.texture == "glass") << material.id;
    const auto clear = std::count_if(shippedMaterials().begin(), shippedMaterials().end(),
                                     [](const Material& m) { return m.texture == "glass"; });
    EXPECT_GE(clear, 2) << "seen through, and from the coated side";
}

TEST(Materials, aFaultIsNamed) {
    EXPECT_EQ(faultOf(R"({"id":"tile","name":"tile","ground":"#ffffff","texture":"none"})"), "");
    EXPECT_THAT(faultOf(R"({"id":"tile","name":"tile","ground":"white","texture":"none"})"),
                HasSubstr("must be a colour such as"));
    EXPECT_THAT(faultOf(R"({"id":"tile","name":"tile","ground":"#ffffff","texture":"fur"})"),
                HasSubstr("texture"));
    EXPECT_THROW(findMaterial(shippedMaterials(), "cheese"), Error);
}

TEST(CommonSizes, areExactInTheirOwnUnit) {
    int inches = 0, millimetres = 0;
    for (const CommonSize& common : shippedCommonSizes()) {
        const double one = millimetresIn(common.unit);
        for (double side : {common.size.width, common.size.height}) {
            const double whole = side / one * (common.unit == Unit::in ? 8 : 1);
            EXPECT_NEAR(whole, std::round(whole), 1e-9) << side << " mm is no size that is sold";
        }
        ++(common.unit == Unit::in ? inches : millimetres);
    }
    EXPECT_GE(inches, 5);
    EXPECT_GE(millimetres, 5);
}
