// Methods as their makers do them: variants chosen from the menu, and a method of one's own, edited step by
// step.
#include <QCheckBox>
#include <QListWidget>
#include <QMenu>
#include <QSpinBox>
#include <QTimer>

#include <gmock/gmock.h>

#include "app/model/known_methods.h"
#include "app/stations/object/method_editor.h"
#include "app/widgets/minutes_box.h"
#include "app/widgets/variant_button.h"
#include "app/words/words.h"
#include "core/method/catalogue.h"
#include "core/method/variants.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::ElementsAre;
using testing::HasSubstr;
using testing::IsEmpty;

namespace {

class VariantsOnTheObject : public ObjectStationTest {
  protected:
    void take(const char* variant) {
        auto* button = find<app::VariantButton>("variants");
        emit button->menu()->aboutToShow();
        auto* action =
            button->menu()->findChild<QAction*>(QStringLiteral("variant-") + QLatin1String(variant));
        ASSERT_NE(action, nullptr) << variant;
        action->trigger();
    }
};

/// The editor by itself, on the gel method.
class Editor : public testing::Test {
  protected:
    const Method gel = findMethod(shippedMethods(), "gel-rub-off");
    app::MethodEditor editor{nullptr, gel};
    QListWidget& list() { return *editor.findChild<QListWidget*>(QStringLiteral("editor-steps")); }
    template <class T>
    T& part(const char* name) {
        return *editor.findChild<T*>(QLatin1String(name));
    }
    void click(const char* name) { part<QPushButton>(name).click(); }
    void choose(const char* step) {
        for (std::size_t i = 0; i < editor.method().steps.size(); ++i)
            if (editor.method().steps[i].id == step) list().setCurrentRow(static_cast<int>(i));
    }
    bool has(const char* step) const {
        return std::any_of(editor.method().steps.begin(), editor.method().steps.end(),
                           [&](const Step& each) { return each.id == step; });
    }
    const Step& step(const char* id) const {
        for (const Step& each : editor.method().steps)
            if (each.id == id) return each;
        throw std::out_of_range(id);
    }
    bool canKeep() { return part<QPushButton>("own-keep").isEnabled(); }
    std::string said() { return part<QLabel>("editor-concerns").text().toStdString(); }
};

}  // namespace

TEST_F(VariantsOnTheObject, areTakenFromTheMenuInOneUndo) {
    part("method");
    take("on-both");
    EXPECT_THAT(piece().method->variants.taken, ElementsAre("on-both"));
    EXPECT_THAT(find<app::VariantButton>("variants")->QPushButton::text().toStdString(),
                HasSubstr("on the object and on the print"));
    take("bare");
    EXPECT_THAT(piece().method->variants.taken, ElementsAre("on-both", "bare"));
    window.store().undo();
    EXPECT_THAT(piece().method->variants.taken, ElementsAre("on-both"));
    take("on-object");
    EXPECT_THAT(piece().method->variants.taken, IsEmpty()) << "the usual one needs no word";
}

TEST_F(VariantsOnTheObject, areNotOfferedWhereThereIsOneWay) {
    part("method");
    choose("method", QStringLiteral("skin-sheet"));
    EXPECT_FALSE(find("variants")->isVisible());
}

TEST_F(Editor, removesAStepAndBringsItBack) {
    choose("clean");
    click("editor-remove");
    EXPECT_FALSE(has("clean"));
    EXPECT_TRUE(canKeep());
    QTest::keyClick(&editor, Qt::Key_Z, Qt::ControlModifier);
    click("editor-undo");
    EXPECT_TRUE(has("clean"));
    EXPECT_EQ(editor.method(), gel);
}

TEST_F(Editor, movesAStepByKeysAndByButtons) {
    choose("coat");
    const int at = list().currentRow();
    click("editor-down");
    EXPECT_EQ(list().currentRow(), at + 1);
    EXPECT_EQ(editor.method().steps[static_cast<std::size_t>(at) + 1].id, "coat");
    click("editor-up");
    EXPECT_EQ(editor.method(), gel);
}

TEST_F(Editor, keepsNothingThatCannotBeDone) {
    choose("lay");
    click("editor-remove");
    EXPECT_FALSE(canKeep());
    EXPECT_THAT(said(), HasSubstr("no step lays or presses"));
    click("editor-undo");
    EXPECT_TRUE(canKeep());
}

TEST_F(Editor, saysWhatCouldHurtAndLetsItBeKept) {
    choose("oven");
    part<QDoubleSpinBox>("step-celsius").setValue(200);
    EXPECT_THAT(said(), HasSubstr("can catch fire"));
    EXPECT_TRUE(canKeep()) << "it is the maker's own oven";
    EXPECT_NEAR(part<QDoubleSpinBox>("step-fahrenheit").value(), 392, 0.5) << "both units are shown";
    part<QDoubleSpinBox>("step-fahrenheit").setValue(175);
    EXPECT_NEAR(step("oven").heat->most_c, 79, 1);
    EXPECT_EQ(step("oven").heat->basis, Basis::yours);
}

TEST_F(Editor, changesOneStepInOneUndoHoweverMuchIsTyped) {
    choose("dry");
    part<QDoubleSpinBox>("step-usual").setValue(900);
    part<QDoubleSpinBox>("step-least").setValue(600);
    EXPECT_EQ(step("dry").wait->typical_min, 900);
    EXPECT_EQ(step("dry").wait->basis, Basis::yours) << "typed by its maker";
    EXPECT_EQ(step("dry").id, "dry");
    click("editor-undo");
    EXPECT_EQ(editor.method(), gel);
}

TEST_F(Editor, showsTheNameThatItKeepsAfterUndo) {
    part<QLineEdit>("own-name").setText(QStringLiteral("My gel"));
    click("editor-undo");
    EXPECT_EQ(part<QLineEdit>("own-name").text().toStdString(), gel.name);
    EXPECT_EQ(editor.method().name, gel.name);
}

TEST_F(Editor, whatIsAboutTheMethodFollowsUndo) {
    auto& laser = part<QCheckBox>("own-printer-laser");
    auto& inkjet = part<QCheckBox>("own-printer-inkjet");
    ASSERT_TRUE(laser.isChecked() && !inkjet.isChecked());
    inkjet.click();
    click("editor-undo");
    EXPECT_FALSE(inkjet.isChecked());
    // Another field that is changed then does not bring it back.
    auto& summary = part<QLineEdit>("own-summary");
    summary.selectAll();
    QTest::keyClicks(&summary, QStringLiteral("My own"));
    emit summary.editingFinished();
    EXPECT_EQ(editor.method().summary, "My own");
    EXPECT_EQ(editor.method().printers, gel.printers);
    click("editor-undo");
    EXPECT_EQ(summary.text().toStdString(), app::text(gel.summary).toStdString());
}

TEST_F(Editor, saysHowOftenAStepIsDoneAgain) {
    choose("look");
    auto& from = part<QComboBox>("step-again-from");
    EXPECT_EQ(from.currentData().toString(), QStringLiteral("soak"));
    part<QSpinBox>("step-least-rounds").setValue(5);
    EXPECT_EQ(step("look").rounds->least, 5);
    EXPECT_GE(step("look").rounds->usual, 5) << "no fewer than at least";
    EXPECT_EQ(step("look").rounds->basis, Basis::yours);
    EXPECT_TRUE(canKeep());
    from.setCurrentIndex(0);
    emit from.activated(0);
    EXPECT_FALSE(step("look").rounds) << "done once";
}

TEST_F(Editor, pressureAndBothSidesOfACoatAreSaid) {
    choose("coat");
    auto& pressure = part<QLineEdit>("step-pressure");
    QTest::keyClicks(&pressure, QStringLiteral("light"));
    emit pressure.editingFinished();
    auto& on = part<QComboBox>("step-on");
    on.setCurrentIndex(2);
    emit on.activated(2);
    EXPECT_EQ(step("coat").pressure, "light");
    EXPECT_EQ(step("coat").spreads->on, Spread::On::both);
    // And a file of it says the same.
    const ScratchFolder folder;
    writeMethodFile(folder / "own.tympan-method", [&] {
        Method own = editor.method();
        own.id = "user:own";
        return own;
    }());
    EXPECT_EQ(readMethodFile(folder / "own.tympan-method").steps, editor.method().steps);
}

TEST_F(Editor, aStepThatIsDraggedIsMoved) {
    choose("coat");
    const int at = list().currentRow();
    ASSERT_TRUE(list().model()->moveRow({}, at, {}, at + 3));
    ASSERT_TRUE(waitFor([&] { return !(editor.method() == gel); }));
    EXPECT_EQ(editor.method().steps[static_cast<std::size_t>(at) + 2].id, "coat");
    EXPECT_EQ(list().count(), static_cast<int>(gel.steps.size()));
    click("editor-undo");
    EXPECT_EQ(editor.method(), gel);
}

TEST_F(Editor, addsAStepThatAnotherMethodHas) {
    choose("seal");
    auto* menu = part<QPushButton>("editor-add").menu();
    QAction* varnish = nullptr;
    for (QAction* kind : menu->actions())
        if (kind->menu())
            for (QAction* each : kind->menu()->actions())
                if (each->text() == QStringLiteral("Thin varnish")) varnish = each;
    ASSERT_NE(varnish, nullptr);
    varnish->trigger();
    EXPECT_EQ(editor.method().steps.size(), gel.steps.size() + 1);
    EXPECT_TRUE(has("varnish"));
    EXPECT_FALSE(step("varnish").optional);
    EXPECT_TRUE(canKeep());
}

TEST(Minutes, areTypedAndShownAsPeopleSayThem) {
    app::MinutesBox box(QStringLiteral("minutes"), QStringLiteral("Minutes"), 60 * 24 * 31);
    const auto typed = [&](const char* text) {
        box.findChild<QLineEdit*>()->setText(QLatin1String(text));
        box.interpretText();
        return box.value();
    };
    EXPECT_EQ(typed("90"), 90);
    EXPECT_EQ(typed("3 h"), 180);
    EXPECT_EQ(typed("1.5h"), 90);
    EXPECT_EQ(typed("3 d"), 3 * 24 * 60);
    EXPECT_EQ(box.text().toStdString(), "3 d");
    EXPECT_EQ(typed("soon"), 3 * 24 * 60) << "what is no time changes nothing";
    box.setValue(0.2);
    EXPECT_EQ(box.text().toStdString(), "12 s");
}
