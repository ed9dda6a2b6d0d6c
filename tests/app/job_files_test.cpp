// A job that is never lost: saving, opening, what is left after a crash.
#include "app/model/job_files.h"

#include <QSignalSpy>
#include <QSpinBox>

#include <gmock/gmock.h>

#include "app/model/exports.h"
#include "app/stations/object/object_tray.h"
#include "core/artwork/read_picture.h"
#include "core/job/edits.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class Files : public WindowTest {
  protected:
    app::JobFiles& files() { return window.files(); }
    QString path(const char* name) { return QString::fromStdString((folder / name).string()); }
    std::string state() { return find<QLabel>("job-saved")->text().toStdString(); }
    /// Waits for one operation on files to end; true when it went well.
    bool done(const std::function<void()>& start) {
        QSignalSpy ended(&files(), &app::JobFiles::ended);
        start();
        EXPECT_TRUE(waitFor([&] { return ended.count() > 0; }));
        return !ended.isEmpty() && ended.front().at(0).toBool();
    }
};

}  // namespace

TEST_F(Files, aJobIsSavedOpenedAndSaysWhetherItIsSaved) {
    hang(marked({300, 200}, 3));
    EXPECT_THAT(state(), HasSubstr("not saved yet"));
    EXPECT_FALSE(files().save()) << "it has no name yet";
    EXPECT_TRUE(done([&] { files().saveAs(path("my job")); }));
    EXPECT_TRUE(std::filesystem::exists(folder / "my job.tympan"));
    EXPECT_THAT(state(), HasSubstr("my job · saved"));
    type("picture-width", "50 mm");
    EXPECT_THAT(state(), HasSubstr("not saved yet"));
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_THAT(state(), HasSubstr("saved")) << "undone, it is as it was saved";
    EXPECT_THAT(state(), testing::Not(HasSubstr("not saved")));
    type("picture-width", "50 mm");
    EXPECT_TRUE(done([&] { key(Qt::Key_S, Qt::ControlModifier); }));
    files().begin();
    EXPECT_TRUE(job().pieces.empty());
    EXPECT_TRUE(done([&] { window.openFiles({path("my job.tympan")}); }));
    ASSERT_EQ(job().pieces.size(), 1u);
    EXPECT_NEAR(piece().size.width, 50, 1e-9);
    EXPECT_EQ(app::JobFiles::recent().front(), path("my job.tympan"));
    std::filesystem::remove(folder / "my job.tympan");
    EXPECT_FALSE(app::JobFiles::recent().contains(path("my job.tympan"))) << "what is gone is not offered";
}

// An evening's work: two pictures on two things, with everything that an object can have. What is saved and
// opened again is the same job to the last figure, and prints the same bytes.
TEST_F(Files, aReopenedJobIsTheSameAndPrintsTheSameBytes) {
    hang(marked({300, 200}, 3), "one.png");
    window.goTo(app::MainWindow::object);
    chooseShape(ShapeKind::polygon);
    type("object-across-flats", "6 in");
    choose("object-material", QStringLiteral("slate"));
    window.objectTray().open(QStringLiteral("zones"));
    click("add-painted");
    choose("zone-form", static_cast<int>(ShapeKind::polygon));
    click("add-hole");
    click("add-care");
    window.objectTray().open(QStringLiteral("place"));
    click("fit-inside");
    type("fit-margin", "12 mm");
    window.objectTray().open(QStringLiteral("edge"));
    click("cut-object");
    click("rim-worn");
    QTest::mouseClick(find("edge-tab"), Qt::LeftButton, {}, QPoint(8, 10));
    hang(noise({200, 300}, CV_8UC3), "two.png");
    window.goTo(app::MainWindow::picture);
    find<QSpinBox>("picture-copies")->setValue(3);
    find<QSpinBox>("picture-spares")->setValue(1);
    type("picture-notes", "less gel at the rim");
    ASSERT_TRUE(done([&] { files().saveAs(path("evening.tympan")); }));
    const Job before = job();
    const auto printed = [&](const char* name) {
        QSignalSpy ended(&window.exports(), &app::Exports::ended);
        window.exports().writePdf(path(name));
        EXPECT_TRUE(waitFor([&] { return ended.count() > 0; }));
        return contentOf(folder / name);
    };
    const std::string first = printed("first.pdf");
    files().begin();
    ASSERT_TRUE(done([&] { files().open(path("evening.tympan")); }));
    ASSERT_EQ(job().pieces.size(), before.pieces.size());
    for (std::size_t i = 0; i < before.pieces.size(); ++i) {
        EXPECT_EQ(job().pieces[i].placement, before.pieces[i].placement);
        EXPECT_EQ(job().pieces[i].edge, before.pieces[i].edge);
        EXPECT_EQ(job().pieces[i].care, before.pieces[i].care);
        EXPECT_EQ(job().pieces[i].notes, before.pieces[i].notes);
    }
    EXPECT_EQ(job().objects, before.objects);
    EXPECT_TRUE(before.pieces[0].edge.tab);
    EXPECT_EQ(printed("again.pdf"), first);
}

TEST_F(Files, aDamagedFileOpensWhatCanBeHadAndIsNotSavedOver) {
    hang(marked({300, 200}, 3));
    EXPECT_TRUE(done([&] { files().saveAs(path("whole.tympan")); }));
    const std::string bytes = contentOf(folder / "whole.tympan");
    write(folder / "cut.tympan", bytes.substr(0, bytes.size() - 40));
    files().begin();
    EXPECT_FALSE(done([&] { files().open(path("cut.tympan")); })) << "it says that something is wrong";
    EXPECT_EQ(job().pieces.size(), 1u);
    EXPECT_THAT(find<QLabel>("foot-said")->text().toStdString(), HasSubstr("cut off"));
    EXPECT_FALSE(files().save()) << "a new name is asked";
    write(folder / "nonsense.tympan", "no job");
    EXPECT_FALSE(done([&] { files().open(path("nonsense.tympan")); }));
    EXPECT_EQ(job().pieces.size(), 1u) << "what was open stays";
}

TEST_F(Files, aFolderThatIsReadOnlyIsASentenceAndNothingIsLost) {
    hang(marked({300, 200}, 3));
    EXPECT_FALSE(done([&] { files().saveAs(path("no/such/folder/job")); }));
    EXPECT_THAT(find<QLabel>("foot-said")->text().toStdString(), HasSubstr("folder"));
    EXPECT_TRUE(files().unsaved());
    EXPECT_EQ(job().pieces.size(), 1u);
}

TEST_F(Files, unsavedWorkIsKeptWithinSecondsAndOfferedAfterACrash) {
    const auto before = files().leftOver().size();
    {
        app::MainWindow other;
        other.show();
        save(folder / "moth.png", marked({90, 60}, 3));
        Job made = jobOf(readPicture(folder / "moth.png"), {90, 60});
        made.name = "Lost and found";
        other.store().edit(QStringLiteral("make"), [&](const Job&) { return made; });
        EXPECT_TRUE(other.files().unsaved());
        // Kept within five seconds of the change, without being asked.
        QTest::qWait(4200);
        EXPECT_TRUE(waitFor([&] { return other.service().idle(); }));
        EXPECT_EQ(files().leftOver().size(), before) << "it is still running";
        // The window goes without having been closed: as after a crash.
    }
    const auto left = files().leftOver();
    ASSERT_EQ(left.size(), before + 1);
    EXPECT_EQ(left.front().name, "Lost and found");
    window.offerLeftWork();
    click("left-open");
    ASSERT_TRUE(waitFor([&] { return job().pieces.size() == 1; }))
        << find<QLabel>("foot-said")->text().toStdString();
    EXPECT_EQ(job().name, "Lost and found");
    EXPECT_TRUE(files().unsaved()) << "it is not saved yet";
    ASSERT_TRUE(settled());
    EXPECT_EQ(files().leftOver().size(), before) << "now it is this window's";
    EXPECT_TRUE(done([&] { files().saveAs(path("found")); }));
    ASSERT_TRUE(settled());
}

TEST_F(Files, workThatWasLeftUnsavedOnPurposeIsNotOfferedAgain) {
    const auto before = files().leftOver().size();
    {
        app::MainWindow other;
        other.show();
        Job made = jobOf(picture(), {90, 60});
        other.store().edit(QStringLiteral("make"), [&](const Job&) { return made; });
        QTest::qWait(3300);  // it is being kept
        EXPECT_TRUE(waitFor([&] { return other.service().idle(); }));
        other.close();
        auto* leave = other.findChild<QPushButton*>(QStringLiteral("unsaved-leave"));
        ASSERT_TRUE(leave);
        QTest::mouseClick(leave, Qt::LeftButton);
    }
    EXPECT_EQ(files().leftOver().size(), before);
}

TEST_F(Files, closingWithUnsavedWorkAsksAndStays) {
    hang(marked({300, 200}, 3));
    window.close();
    EXPECT_TRUE(window.isVisible());
    click("unsaved-stay");
    EXPECT_TRUE(window.isVisible());
    QTest::qWait(10);
    window.close();
    click("unsaved-leave");
    EXPECT_TRUE(waitFor([this] { return !window.isVisible(); }));
}

TEST_F(Files, editsThatAreMadeWhileAnotherJobOpensAreNotLost) {
    hang(marked({300, 200}, 3));
    ASSERT_TRUE(done([&] { files().saveAs(path("other.tympan")); }));
    files().begin();
    hang(marked({200, 300}, 3), "second.png");
    ASSERT_TRUE(done([&] { files().saveAs(path("mine.tympan")); }));
    QSignalSpy ended(&files(), &app::JobFiles::ended);
    files().open(path("other.tympan"));
    // The maker types on while it loads.
    window.store().edit(QStringLiteral("type"),
                        [&](Job of) { return withCopies(std::move(of), piece().id, 9); });
    ASSERT_TRUE(waitFor([&] { return ended.count() > 0; }));
    EXPECT_FALSE(ended.front().at(0).toBool());
    EXPECT_EQ(piece().copies, 9);
    EXPECT_EQ(files().file(), path("mine.tympan"));
}

TEST_F(Files, savesThatAreAskedForAtOnceAreDoneOneAfterTheOther) {
    hang(marked({300, 200}, 3));
    QSignalSpy ended(&files(), &app::JobFiles::ended);
    files().saveAs(path("one.tympan"));
    files().saveAs(path("two.tympan"));
    ASSERT_TRUE(waitFor([&] { return ended.count() == 2; }));
    for (const auto& each : ended) EXPECT_TRUE(each.at(0).toBool()) << each.at(1).toString().toStdString();
    EXPECT_TRUE(std::filesystem::exists(folder / "one.tympan"));
    EXPECT_TRUE(std::filesystem::exists(folder / "two.tympan"));
    EXPECT_EQ(files().file(), path("two.tympan"));
}

TEST_F(Files, theCardForANewPictureKeepsKeysAndClicksToItself) {
    hang(marked({300, 200}, 3));
    window.goTo(app::MainWindow::object);
    save(folder / "more.png", marked({200, 200}, 3), 100);
    window.openFiles({path("more.png")});
    ASSERT_TRUE(waitFor([this] { return find("card")->isVisible(); }));
    const auto* stack = window.findChild<QWidget*>(QStringLiteral("object-tray"));
    for (int k = 0; k < 40; ++k) {
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
        EXPECT_TRUE(find("card")->isAncestorOf(QApplication::focusWidget())) << "Tab left the card";
    }
    find("card")->setFocus();
    QTest::keyClick(find("card"), Qt::Key_5);
    QTest::keyClick(find("card"), Qt::Key_F);
    if (stack) {
        EXPECT_TRUE(stack->isVisibleTo(&window)) << "no station was changed behind it";
    }
    EXPECT_TRUE(find("card")->isVisible());
    QTest::mouseClick(find("behind-the-card"), Qt::LeftButton, {}, {5, 5});
    EXPECT_TRUE(find("card")->isVisible());
    QTest::keyClick(find("card"), Qt::Key_Escape);
}
