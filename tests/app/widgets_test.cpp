#include <QAbstractButton>
#include <QLineEdit>
#include <QSignalSpy>
#include <QtTest/QTest>

#include <gmock/gmock.h>

#include "app/canvas/station_rule.h"
#include "app/look/theme.h"
#include "app/model/exported.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/length_edit.h"
#include "app/words/finding_words.h"
#include "app/words/words.h"
#include "core/inspect/mend.h"
#include "core/method/catalogue.h"

using namespace tympan;
using namespace tympan::app;

namespace {

/// WCAG 2.1 contrast ratio.
double contrast(const QColor& a, const QColor& b) {
    const auto luminance = [](const QColor& c) {
        const auto linear = [](double v) {
            return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
        };
        return 0.2126 * linear(c.redF()) + 0.7152 * linear(c.greenF()) + 0.0722 * linear(c.blueF());
    };
    const double la = luminance(a) + 0.05, lb = luminance(b) + 0.05;
    return std::max(la, lb) / std::min(la, lb);
}

}  // namespace

TEST(LengthEdit, readsAnyUnitAndMarksWhatIsNoLength) {
    LengthEdit edit(QStringLiteral("e"), QStringLiteral("Length"));
    edit.show(100, Unit::cm);
    EXPECT_EQ(edit.text(), QStringLiteral("10 cm"));
    QSignalSpy typed(&edit, &LengthEdit::typed);
    edit.selectAll();
    QTest::keyClicks(&edit, QStringLiteral("4 in"));
    QTest::keyClick(&edit, Qt::Key_Return);
    ASSERT_EQ(typed.count(), 1);
    EXPECT_NEAR(typed.front().front().toDouble(), 101.6, 1e-9);
    EXPECT_EQ(edit.text(), QStringLiteral("10.16 cm"));
    edit.selectAll();
    QTest::keyClicks(&edit, QStringLiteral("some"));
    QTest::keyClick(&edit, Qt::Key_Return);
    EXPECT_EQ(typed.count(), 1);
    EXPECT_TRUE(edit.property("wrong").toBool());
    EXPECT_FALSE(edit.toolTip().isEmpty());
    EXPECT_NEAR(edit.value(), 101.6, 1e-9) << "the value stays";
}

TEST(LengthEdit, arrowKeysStep) {
    LengthEdit edit(QStringLiteral("e"), QStringLiteral("Length"));
    edit.show(100, Unit::mm);
    QTest::keyClick(&edit, Qt::Key_Up);
    EXPECT_NEAR(edit.value(), 101, 1e-9);
    QTest::keyClick(&edit, Qt::Key_Down, Qt::ShiftModifier);
    EXPECT_NEAR(edit.value(), 91, 1e-9);
    edit.show(25.4, Unit::in);
    QTest::keyClick(&edit, Qt::Key_Up);
    EXPECT_NEAR(edit.value(), 25.4 * 17 / 16, 1e-9);
}

TEST(ChoiceRow, tellsOnlyWhatTheMakerPicked) {
    ChoiceRow row(QStringLiteral("r"), QStringLiteral("Row"), Qt::Horizontal);
    row.add(QStringLiteral("a"), QStringLiteral("A"));
    row.add(QStringLiteral("b"), QStringLiteral("B"));
    QSignalSpy picked(&row, &ChoiceRow::picked);
    row.choose(QStringLiteral("a"));
    EXPECT_EQ(picked.count(), 0);
    QTest::mouseClick(row.findChild<QAbstractButton*>(QStringLiteral("r-b")), Qt::LeftButton);
    ASSERT_EQ(picked.count(), 1);
    EXPECT_EQ(row.chosen(), QStringLiteral("b"));
}

TEST(StationRule, isPickedByMouseAndArrowKeys) {
    StationRule rule({QStringLiteral("One"), QStringLiteral("Two"), QStringLiteral("Three")});
    rule.resize(108, 600);
    QSignalSpy picked(&rule, &StationRule::picked);
    QTest::mouseClick(&rule, Qt::LeftButton, {}, QPoint(40, 4 + 96 + 10));
    ASSERT_EQ(picked.count(), 1);
    EXPECT_EQ(picked.front().front().toInt(), 1);
    rule.choose(1);
    QTest::keyClick(&rule, Qt::Key_Down);
    EXPECT_EQ(picked.back().front().toInt(), 2);
    rule.setState(2, StationRule::State::look);
    EXPECT_TRUE(rule.accessibleDescription().contains(QStringLiteral("Three, worth a look")))
        << "said in words, not by colour alone";
}

TEST(Theme, textHasEnoughContrastInBothPalettes) {
    for (bool dark : {false, true}) {
        applyTheme(*qApp, dark);
        const Theme& t = theme();
        for (const QColor& ground : {t.paper, t.tray, t.rule, t.stage, t.card}) {
            EXPECT_GE(contrast(t.text, ground), 4.5) << dark << ground.name().toStdString();
            EXPECT_GE(contrast(t.quiet, ground), 4.5) << dark << ground.name().toStdString();
        }
        for (const QColor& ground : {t.paper, t.tray, t.card}) {
            EXPECT_GE(contrast(t.look, ground), 4.5) << dark;
            EXPECT_GE(contrast(t.chosen, ground), 4.5) << dark;
        }
        EXPECT_GE(contrast(t.on_chosen, t.chosen), 4.5) << dark;
    }
    applyTheme(*qApp, false);
}

TEST(Words, whatWasExportedIsSaid) {
    using What = app::Exported::What;
    const auto said = [](const app::Exported& exported) { return sentence(exported).toStdString(); };
    EXPECT_EQ(said({What::sheets, "/home/me/moth.pdf", {"/home/me/moth.pdf"}, 3, {}}), "Saved moth.pdf.");
    EXPECT_THAT(said({What::sheets, "moth.pdf", {"moth.pdf", "moth test.pdf"}, 3, {}}),
                testing::HasSubstr("a test sheet"));
    EXPECT_EQ(said({What::for_shop, "/tmp/shop", {"a", "b", "c"}, 0, {}}),
              "Saved 3 files for the shop in shop.");
    EXPECT_EQ(said({What::printed, {}, {}, 1, QStringLiteral("study")}),
              "Handed 1 sheet to study, at true size. Check the bar.");
    EXPECT_EQ(said({What::printed, {}, {}, 12, QStringLiteral("study")}),
              "Handed 12 sheets to study, at true size. Check the bar.");
    for (What what :
         {What::picture, What::reference, What::test_sheet, What::placement_template, What::size_ladder,
          What::proof_strip, What::guide, What::reduced, What::seam_strip, What::patch})
        EXPECT_THAT(said({what, "moth.png", {"moth.png"}, 0, {}}), testing::StartsWith("Saved moth.png"));
}

namespace {

template <class... What>
std::vector<Finding> oneOfEach(std::type_identity<std::variant<What...>>) {
    return {Finding{finding::What(What{}), Severity::note, 1, {}}...};
}

}  // namespace

TEST(Words, everyFindingHasASentenceAndRemediesAName) {
    std::set<std::string_view> names;
    for (const Finding& finding : oneOfEach(std::type_identity<finding::What>())) {
        EXPECT_TRUE(names.insert(name(finding)).second) << name(finding);
        // What comes from a catalogue has its own words.
        if (!is<finding::UnsuitedMaterial>(finding) && !is<finding::MaterialWithCare>(finding) &&
            !is<finding::UnsuitedPrinter>(finding) && !is<finding::FinishOrder>(finding)) {
            EXPECT_GT(sentence(finding, Unit::mm).size(), 20) << name(finding);
            EXPECT_TRUE(sentence(finding, Unit::mm).endsWith(QLatin1Char('.'))) << name(finding);
        }
        EXPECT_EQ(hasRemedy(finding), !remedyText(finding, Unit::mm).isEmpty()) << name(finding);
    }
    EXPECT_EQ(remedyText({finding::MissesOneSheet{3, {100, 50}}}, Unit::mm),
              QStringLiteral("Make it 100\u00a0×\u00a050\u00a0mm"));
    EXPECT_TRUE(hasRemedy({finding::LargerThanObject{3, SizeMm{100, 50}}}));
    EXPECT_FALSE(hasRemedy({finding::LargerThanObject{3, {}}})) << "nothing fits";
}

TEST(Words, theSentenceBesideTheFoldAgreesWithTheArithmetic) {
    Method method = shippedMethods().front();
    for (int turns = 0; turns < 5; ++turns) {
        method.turns.assign(static_cast<std::size_t>(turns), "a turn");
        EXPECT_EQ(mirroringSentence(turnsOf(method)).contains(QStringLiteral("printed mirrored")),
                  mirroredBy(method) == Mirrored::yes)
            << turns;
    }
}

TEST(Words, keepTheTradesWordsOutOfTheInterface) {
    QStringList all;
    for (const Method& method : shippedMethods()) {
        all << text(method.name) << text(method.summary) << mirroringSentence(turnsOf(method))
            << whyMirrored(turnsOf(method));
        for (const auto& list : {method.before_printing, method.after_printing, method.cautions})
            for (const std::string& line : list) all << text(line);
    }
    for (const QString& sentence : all) {
        for (const char* word : {"parity", "carrier", "butt", "bleed", "gang", "choke", "posteris",
                                 "stochastic", "imposition", "hand-over"})
            EXPECT_FALSE(sentence.contains(QLatin1String(word), Qt::CaseInsensitive))
                << sentence.toStdString();
        EXPECT_FALSE(sentence.contains(QLatin1Char('!'))) << sentence.toStdString();
    }
}
