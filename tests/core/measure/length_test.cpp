#include "core/measure/length.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

using namespace tympan;

namespace {

struct Case {
    const char* text;
    double mm;
};

}  // namespace

TEST(Length, isReadAsMakersWriteIt) {
    for (const auto& [text, mm] :
         {Case{"200mm", 200},    {"200 mm", 200},      {"20cm", 200},    {"18,7 cm", 187},
          {"18.7cm", 187},       {"8in", 203.2},       {"8 in", 203.2},  {"8\"", 203.2},
          {"7 3/8 in", 187.325}, {"7-3/8\"", 187.325}, {"3/8in", 9.525}, {"7½ in", 190.5},
          {"½\"", 12.7},         {"2' 3\"", 685.8},    {"2'", 609.6},    {"2' 3", 685.8},
          {"2ft 3in", 685.8},    {"1 m", 1000},        {"42", 42},       {" 42 ", 42},
          {".5 cm", 5},          {"200 MM", 200}}) {
        const auto read = parseLength(text, Unit::mm);
        ASSERT_TRUE(read) << text;
        EXPECT_NEAR(*read, mm, 1e-9) << text;
    }
}

TEST(Length, aBareNumberIsInTheMakersUnit) {
    EXPECT_NEAR(*parseLength("7 3/8", Unit::in), 187.325, 1e-9);
    EXPECT_NEAR(*parseLength("18,7", Unit::cm), 187, 1e-9);
}

TEST(Length, whatIsNoLengthIsRefused) {
    for (const char* text : {"", " ", "wide", "12 furlongs", "-5mm", "5mm wide", "1.2.3", "1,2,3", "3/0 in",
                             "mm", "1e5", "nan", "inf", "5 5 5", "2' 3' 4\""})
        EXPECT_FALSE(parseLength(text, Unit::mm)) << text;
}

RC_GTEST_PROP(Length, whatIsShownReadsBack, ()) {
    const double mm = *rc::gen::inRange(1, 100000) / 10.0;
    for (Unit unit : {Unit::mm, Unit::cm, Unit::in}) {
        const auto back = parseLength(formatLength(mm, unit), Unit::mm);
        RC_ASSERT(back.has_value());
        RC_ASSERT(std::abs(*back - mm) <= (unit == Unit::in ? 0.128 : 0.0501));
    }
}

TEST(Length, isShownWithoutInventedPrecision) {
    EXPECT_EQ(formatLength(200, Unit::mm), "200 mm");
    EXPECT_EQ(formatLength(199.96, Unit::mm), "200 mm");
    EXPECT_EQ(formatLength(187.3, Unit::cm), "18.73 cm");
    EXPECT_EQ(formatLength(203.2, Unit::in), "8 in");
}
