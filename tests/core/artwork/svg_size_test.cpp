#include "core/artwork/svg_size.h"

#include <string>

#include <gtest/gtest.h>

namespace {

bool statesPixels(std::string_view svg) {
    return tympan::statesPixels({reinterpret_cast<const unsigned char*>(svg.data()), svg.size()});
}

}  // namespace

TEST(SvgSize, realUnitsAreNoPixels) {
    for (const char* unit : {"mm", "cm", "in", "pt", "pc", "mm "})
        EXPECT_FALSE(statesPixels(std::string("<svg width=\"40") + unit + "\" height='9'>")) << unit;
    EXPECT_FALSE(statesPixels("<svg:svg xmlns:svg=\"http://www.w3.org/2000/svg\" width=\"40mm\"/>"));
    EXPECT_FALSE(statesPixels("<?xml version=\"1.0\"?>\n<svg\n  width = '40mm'/>"));
}

TEST(SvgSize, numbersPerCentAndNothingAre) {
    for (const char* root : {"<svg width=\"40\">", "<svg width='40px'>", "<svg width=\"100%\">", "<svg>",
                             "<svg viewBox='0 0 4 4'>", "<svg stroke-width=\"2mm\">", "no drawing", ""})
        EXPECT_TRUE(statesPixels(root)) << root;
}

TEST(SvgSize, onlyTheRootCounts) {
    EXPECT_FALSE(statesPixels("<!-- <svg width=\"4\"> --><svg width=\"4in\"><svg width=\"4\"/></svg>"));
    EXPECT_TRUE(statesPixels("<svgish width=\"4mm\"/><svg width=\"4\">"));
    EXPECT_TRUE(statesPixels("<!-- never closed <svg width=\"4mm\">"));
}
