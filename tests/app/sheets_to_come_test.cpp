// The sheets of the Print station before they are printed.
#include <QComboBox>
#include <QLabel>

#include <gmock/gmock.h>

#include "app/canvas/sheet_grid.h"
#include "app/stations/print/print_follow.h"
#include "core/job/edits.h"
#include "core/layout/imposition.h"
#include "core/pdf/sheets_pdf.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;
using testing::Not;

namespace {

class SheetsThatCome : public WindowTest {
  protected:
    void SetUp() override {
        WindowTest::SetUp();
        hang(marked({300, 200}, 3));
        window.goTo(app::MainWindow::print);
    }
    void copies(int count) {
        window.store().edit(QStringLiteral("test"), [&](Job job) {
            job = withCopies(std::move(job), piece().id, count);
            job = withSpares(std::move(job), piece().id, 0);
            return withSize(std::move(job), piece().id, {180, 200});  // one to a sheet
        });
        ASSERT_TRUE(waitFor([&] { return window.store().upToDate(); }));
    }
    int cards() {
        int count = 0;
        while (window.findChild<QWidget*>(QStringLiteral("to-come-sheet-%1").arg(count + 1))) ++count;
        return count;
    }
    std::string words(const char* name) { return find<QLabel>(name)->text().toStdString(); }
    /// How much of a card's picture is not paper.
    bool isDrawn(int number) {
        const QImage seen = find(("to-come-picture-" + std::to_string(number)).c_str())->grab().toImage();
        for (int y = 0; y < seen.height(); y += 3)
            for (int x = 0; x < seen.width(); x += 3)
                if (qGray(seen.pixel(x, y)) < 100) return true;
        return false;
    }
};

}  // namespace

TEST_F(SheetsThatCome, areShownAsTheyWillLeaveThePrinter) {
    copies(3);
    EXPECT_TRUE(waitFor([&] { return cards() == 3; }));
    EXPECT_THAT(words("to-come-says"), HasSubstr("3 sheets of A4"));
    EXPECT_TRUE(waitFor([&] { return isDrawn(1) && isDrawn(3); }));
    EXPECT_FALSE(find("tray-page")->isVisible());
    copies(1);
    EXPECT_TRUE(waitFor([&] { return cards() == 1; }));
    EXPECT_THAT(words("to-come-says"), HasSubstr("One sheet of A4, as it will"));
}

TEST_F(SheetsThatCome, ofHundredsTheFirstAreShownAndThatIsSaid) {
    copies(120);
    EXPECT_TRUE(waitFor([&] { return cards() == 48; }));
    EXPECT_THAT(words("to-come-says"), HasSubstr("120 sheets"));
    EXPECT_THAT(words("to-come-says"), HasSubstr("The first 48 are shown"));
}

TEST_F(SheetsThatCome, areThoseOfTheChosenPiecesPrinter) {
    hang(marked({300, 200}, 4), "second.png");
    Printer shop;
    shop.name = "the copy shop";
    const int second = piece().id;
    window.store().edit(QStringLiteral("test"),
                        [&](Job job) { return withPrinterLike(std::move(job), second, shop); });
    ASSERT_TRUE(waitFor([&] { return window.store().upToDate(); }));
    EXPECT_TRUE(waitFor([&] { return words("to-come-title").find("the copy shop") != std::string::npos; }));
    EXPECT_EQ(cards(), 1);
    window.store().choose(job().pieces.front().id);
    EXPECT_TRUE(waitFor([&] { return words("to-come-title").find("the copy shop") == std::string::npos; }));
}

TEST_F(SheetsThatCome, thatCameOutBeforeSayWhen) {
    copies(2);
    ASSERT_TRUE(waitFor([&] { return cards() == 2; }));
    const auto said = [&](int number) {
        QStringList all;
        for (const QLabel* label :
             find(("to-come-sheet-" + std::to_string(number)).c_str())->findChildren<QLabel*>())
            all << label->text();
        return all.join(QLatin1Char('\n')).toStdString();
    };
    auto* follow = window.findChild<app::PrintFollow*>();
    const Imposition& sheets = *window.store().imposition();
    const workshop::Sent sent{
        "the laser",
        1,
        std::make_shared<const workshop::PrintOrder>(workshop::PrintOrder{window.store().printed(), sheets}),
        {0},
        1};
    follow->begin(sent);
    EXPECT_THAT(said(1), Not(HasSubstr("came out on"))) << "nobody has said";
    follow->allCameOut();
    EXPECT_TRUE(waitFor([&] { return said(1).find("came out on") != std::string::npos; })) << said(1);
    ASSERT_NE(sheetLabel(window.store().printed(), sheets.sheets.back()), sent.names().front());
    EXPECT_THAT(said(2), Not(HasSubstr("came out on")));
}

TEST_F(SheetsThatCome, withoutAPieceWhatToDoIsSaid) {
    window.store().begin();
    EXPECT_TRUE(waitFor([&] { return words("to-come-title").find("Nothing to print yet") == 0; }));
    EXPECT_EQ(cards(), 0);
}

TEST_F(SheetsThatCome, cardsStandBesideEachOtherAsFarAsTheyGo) {
    std::vector<QWidget*> cards;
    for (int i = 0; i < 5; ++i) {
        const app::SheetCard card =
            app::sheetCard(QStringLiteral("c"), i, QStringLiteral("a"), {210, 297}, 100);
        cards.push_back(card.card);
    }
    app::SheetGrid grid(cards, 100);
    grid.resize(400, 900);
    grid.show();
    ASSERT_TRUE(waitFor([&] { return cards[3]->y() > cards[2]->y(); })) << "three to a row";
    EXPECT_EQ(cards[0]->y(), cards[2]->y());
    EXPECT_EQ(cards[0]->x(), cards[3]->x());
    grid.resize(700, 900);
    EXPECT_TRUE(waitFor([&] { return cards[4]->y() == cards[0]->y(); }));
    grid.resize(120, 900);
    EXPECT_TRUE(waitFor([&] { return cards[4]->x() == cards[0]->x() && cards[4]->y() > cards[3]->y(); }));
}
