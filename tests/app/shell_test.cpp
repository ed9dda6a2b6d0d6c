// What keeps the window together: the store, settings, printing, and the program without a maker.
#include <QAction>
#include <QLabel>
#include <QSettings>
#include <QSignalSpy>

#include <gmock/gmock.h>

#include "app/look/theme.h"
#include "app/model/preferences.h"
#include "app/model/system_printers.h"
#include "app/window/tour.h"
#include "core/method/catalogue.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

Job jobOfTwo() {
    Job job = jobOf(picture(), {60, 40});
    return withPiece(job, {picture(), {}, shippedMethods().front(), {90, 60}, 2});
}

class Shell : public WindowTest {};

}  // namespace

TEST(JobStore, choosesAlongTheLineAndStopsAtItsEnds) {
    app::JobStore store;
    QSignalSpy changed(&store, &app::JobStore::changed);
    store.open(jobOfTwo());
    const int first = store.job().pieces[0].id, last = store.job().pieces[1].id;
    EXPECT_EQ(store.piece()->id, last);
    store.chooseNext(-1);
    EXPECT_EQ(store.piece()->id, first);
    store.chooseNext(-1);
    store.choose(12345);
    EXPECT_EQ(store.piece()->id, first) << "what is not there is not chosen";
    EXPECT_EQ(changed.count(), 2);
}

TEST(JobStore, keepsFindingsAndSheetsInStepWithTheJob) {
    app::JobStore store;
    app::RenderService service;
    const app::Outlook outlook(store, service);
    const auto settled = [&] { return waitFor([&] { return store.upToDate() && service.idle(); }); };
    store.open(jobOfTwo());
    EXPECT_FALSE(store.upToDate()) << "what follows from it is worked out beside the window";
    ASSERT_TRUE(settled());
    ASSERT_TRUE(store.imposition());
    const auto few = store.imposition()->sheets.size();
    store.edit(QStringLiteral("x"), [&](Job job) {
        return withSize(std::move(job), store.piece()->id, {900, 600});
    });
    ASSERT_TRUE(settled());
    EXPECT_GT(store.imposition()->sheets.size(), few);
    EXPECT_FALSE(store.findings().empty()) << "90 pixels over 900 mm";
    store.undo();
    ASSERT_TRUE(settled());
    EXPECT_EQ(store.imposition()->sheets.size(), few);
    Printer printer = store.job().printers.front();
    printer.margins = evenMargins(500);
    store.edit(QStringLiteral("y"),
               [&](Job job) { return withPrinterChanged(std::move(job), store.piece()->id, printer); });
    ASSERT_TRUE(settled());
    EXPECT_FALSE(store.imposition());
    EXPECT_THAT(store.impositionFault().toStdString(), HasSubstr("no room"));
}

TEST(JobStore, anEditThatAddsChoosesWhatItAdded) {
    app::JobStore store;
    store.open(jobOfTwo());
    store.chooseNext(-1);
    store.edit(QStringLiteral("add"), [](Job job) {
        return withPiece(std::move(job), {picture(), {}, shippedMethods().front(), {30, 20}, 1});
    });
    EXPECT_EQ(store.piece()->size.width, 30);
    store.undo();
    EXPECT_TRUE(store.piece()) << "something is chosen as long as there is something";
}

TEST(Preferences, areGuessedThenKept) {
    QSettings().clear();
    EXPECT_FALSE(app::checkedScreenScale());
    EXPECT_EQ(app::preferredPrinter(), QStringLiteral("laser"));
    app::prefer(Unit::in);
    app::prefer(paperNamed("Tabloid"));
    app::preferPrinter(QStringLiteral("shop"));
    app::keepScreenScale(4.2);
    EXPECT_EQ(app::preferredUnit(), Unit::in);
    EXPECT_EQ(app::preferredPaper(), paperNamed("Tabloid"));
    EXPECT_EQ(app::preferredPrinter(), QStringLiteral("shop"));
    EXPECT_NEAR(*app::checkedScreenScale(), 4.2, 1e-9);
    QSettings().setValue(QStringLiteral("printer"), QStringLiteral("nonsense"));
    QSettings().setValue(QStringLiteral("paper"), QStringLiteral("nonsense"));
    EXPECT_EQ(app::preferredPrinter(), QStringLiteral("laser")) << "a damaged setting is no setting";
    EXPECT_NO_THROW(app::preferredPaper());
    QSettings().clear();
}

TEST(SystemPrinters, aPrinterThatIsNotThereIsSaid) {
    EXPECT_FALSE(app::systemPrinters().contains(QStringLiteral("tympan-no-such-printer")));
    const ScratchFolder folder;
    write(folder / "a.pdf", "%PDF-1.4");
    EXPECT_FALSE(app::printPdf(QStringLiteral("tympan-no-such-printer"),
                               QString::fromStdString((folder / "a.pdf").string()), QStringLiteral("t"),
                               paperNamed("A4"))
                     .refused.isEmpty());
}

TEST_F(Shell, whatThePrintServiceRefusesIsSaidInTheFoot) {
    hang(marked({300, 200}, 3));
    QSignalSpy ended(&window.exports(), &app::Exports::ended);
    window.exports().print(QStringLiteral("tympan-no-such-printer"), {});
    ASSERT_TRUE(waitFor([&] { return ended.count() > 0; }));
    EXPECT_FALSE(ended.front().at(0).toBool());
    EXPECT_THAT(find<QLabel>("foot-said")->text().toStdString(), HasSubstr("save a PDF and print that"));
}

TEST_F(Shell, aNewJobAsksWhatToDoWithUnsavedWork) {
    hang(marked({300, 200}, 3));
    QAction* fresh = window.findChild<QAction*>(QStringLiteral("new-job"));
    fresh->trigger();
    click("unsaved-stay");
    EXPECT_EQ(job().pieces.size(), 1u);
    QTest::qWait(10);
    fresh->trigger();
    click("unsaved-leave");
    EXPECT_TRUE(job().pieces.empty());
    EXPECT_THAT(find<QLabel>("foot-summary")->text().toStdString(), HasSubstr("empty"));
    QTest::qWait(10);
    fresh->trigger();
    EXPECT_EQ(window.findChild<QWidget*>(QStringLiteral("unsaved-box")), nullptr)
        << "an empty job is no work";
}

TEST_F(Shell, undoSaysWhatItTakesBack) {
    hang(marked({300, 200}, 3));
    type("picture-width", "120 mm");
    const auto* undo = window.findChild<QAction*>(QStringLiteral("undo"));
    EXPECT_THAT(undo->text().toStdString(), HasSubstr("change the size"));
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_THAT(undo->text().toStdString(), HasSubstr("hang up pictures"));
}

TEST_F(Shell, eveningAndMorningChangeEveryPart) {
    hang(marked({300, 200}, 3));
    auto* evening = window.findChild<QAction*>(QStringLiteral("evening"));
    const QImage bright = window.grab().toImage();
    evening->trigger();
    ASSERT_TRUE(settled());
    const QImage dark = window.grab().toImage();
    for (const QPoint at :
         {QPoint(600, 10), QPoint(50, 700), QPoint(1200, 100), QPoint(400, 740), QPoint(400, 790)})
        EXPECT_LT(qGray(dark.pixel(at)) + 60, qGray(bright.pixel(at))) << at.x() << " " << at.y();
    evening->trigger();
    EXPECT_FALSE(app::theme().dark);
}

TEST_F(Shell, twoDropsInARowAreBothAsked) {
    for (const char* name : {"one.png", "two.png"}) save(folder / name, marked({30, 20}, 3));
    window.openFiles({QString::fromStdString((folder / "one.png").string())});
    window.openFiles({QString::fromStdString((folder / "two.png").string())});
    ASSERT_TRUE(settled());
    ASSERT_TRUE(find("card")->isVisible());
    click("card-hang");
    EXPECT_TRUE(find("card")->isVisible()) << "the other is asked next";
    click("card-hang");
    EXPECT_FALSE(find("card")->isVisible());
    EXPECT_EQ(job().pieces.size(), 2u);
}

TEST_F(Shell, severalPicturesOnOneCardKeepTheirOwnShapes) {
    save(folder / "wide.png", marked({300, 100}, 3));
    save(folder / "tall.png", marked({100, 300}, 3));
    window.openFiles({QString::fromStdString((folder / "wide.png").string()),
                      QString::fromStdString((folder / "tall.png").string())});
    ASSERT_TRUE(waitFor([this] { return find("card")->isVisible(); }));
    EXPECT_THAT(find<QLabel>("card-title")->text().toStdString(), HasSubstr("and 1 more"));
    type("card-width", "90 mm");
    click("card-hang");
    ASSERT_EQ(job().pieces.size(), 2u);
    EXPECT_NEAR(job().pieces[0].size.height, 30, 1e-9);
    EXPECT_NEAR(job().pieces[1].size.height, 270, 1e-9);
}

TEST_F(Shell, withoutAMakerEverythingIsSavedOrItSaysWhyNot) {
    const QString out = QString::fromStdString((folder / "out").string());
    EXPECT_EQ(app::saveAll(window, out), 2) << "nothing to save";
    hang(marked({300, 200}, 3), "Moth.png");
    EXPECT_EQ(app::saveAll(window, out), 0);
    for (const char* name : {"Moth.pdf", "Moth reference.pdf", "Moth test sheet.pdf", "Moth for the shop"})
        EXPECT_TRUE(std::filesystem::exists(folder / "out" / name)) << name;
    write(folder / "file", "in the way");
    EXPECT_EQ(app::saveAll(window, QString::fromStdString((folder / "file" / "out").string())), 4);
}

TEST_F(Shell, howToPutItTogetherIsThereForPicturesOfSeveralSheetsAlone) {
    hang(noise({300, 200}, CV_8UC3), "Moth.png");
    ASSERT_TRUE(settled());
    EXPECT_FALSE(find<QPushButton>("guide-button")->isEnabled());
    window.store().edit(QStringLiteral("larger"), [&](Job job) {
        return withSize(job, job.pieces.front().id, {450, 300});
    });
    ASSERT_TRUE(settled());
    EXPECT_TRUE(find<QPushButton>("guide-button")->isEnabled());
    EXPECT_EQ(app::saveAll(window, QString::fromStdString((folder / "out").string())), 0);
    EXPECT_TRUE(std::filesystem::exists(folder / "out" / "Moth put together.pdf"));
}

TEST_F(Shell, aRecipeThatCannotBeReadIsSaidAndTheJobStays) {
    hang(marked({300, 200}, 3));
    write(folder / "bad.json", R"({"schema": "tympan-recipe-1", "name": 7})");
    window.openRecipe(folder / "bad.json");
    ASSERT_TRUE(settled());
    EXPECT_EQ(job().pieces.size(), 1u);
    EXPECT_THAT(find<QLabel>("foot-said")->text().toStdString(), HasSubstr("bad.json: line 1"));
}
