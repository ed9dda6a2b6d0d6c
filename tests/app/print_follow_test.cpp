// What was handed to a printer, until it is out.
#include "app/stations/print/print_follow.h"

#include <QLabel>
#include <QSignalSpy>
#include <QSpinBox>
#include <atomic>
#include <cstdlib>
#include <mutex>
#include <numeric>

#include <gmock/gmock.h>

#include "app/stations/print/print_card.h"
#include "core/job/edits.h"
#include "core/pdf/pdf_file.h"
#include "core/printer/paper.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::ElementsAre;
using testing::HasSubstr;
using State = workshop::PrintProgress::State;

namespace {

/// A print service that says what a test wants.
struct SaidBy {
    std::mutex lock;
    workshop::PrintProgress progress{State::printing, 0, {}};
    std::atomic<int> cancelled = 0;

    void say(State state, int sheets = -1, const std::vector<std::string>& reasons = {}) {
        const std::lock_guard hold(lock);
        progress = {state, sheets, reasons};
    }
    workshop::PrintService service() {
        return {[this](const std::string&, int) {
                    const std::lock_guard hold(lock);
                    return progress;
                },
                [this](const std::string&, int) {
                    ++cancelled;
                    say(State::given_up, 56);
                }};
    }
};

class Follow : public WindowTest {
  protected:
    void SetUp() override {
        WindowTest::SetUp();
        hang(marked({300, 200}, 3));
        follow = std::make_unique<app::PrintFollow>(folder / "record.sqlite", window.store(),
                                                    window.service(), window.clock(), said.service());
        card = std::make_unique<app::PrintCard>(*follow);
    }
    void TearDown() override {
        ASSERT_TRUE(settled());
        card.reset();
        follow.reset();
    }
    /// Sheets S1, S2 … of the job as it is, each printed so often.
    std::shared_ptr<const workshop::PrintOrder> sheets(int count, int passes = 1) {
        auto handed = std::make_shared<workshop::PrintOrder>();
        handed->job = job();
        for (int i = 1; i <= count; ++i) {
            Sheet sheet;
            sheet.label = "S" + std::to_string(i);
            sheet.passes = passes;
            sheet.regions.emplace_back().piece = piece().id;
            sheet.regions.emplace_back().piece = piece().id;  // shared: called by its number alone
            handed->sheets.sheets.push_back(sheet);
        }
        return handed;
    }
    /// Hands some of them over, by their places.
    void hand(std::shared_ptr<const workshop::PrintOrder> of, std::vector<std::size_t> places, int pass = 1) {
        follow->begin({"the laser", ++number, std::move(of), std::move(places), pass});
    }
    void hand(int count) {
        std::vector<std::size_t> all(static_cast<std::size_t>(count));
        std::iota(all.begin(), all.end(), std::size_t{0});
        hand(sheets(count), all);
    }
    using Places = std::vector<std::size_t>;
    std::string says() {
        return card->findChild<QLabel*>(QStringLiteral("print-says"))->text().toStdString();
    }
    bool says(const char* words) {
        return waitFor([&] { return says().find(words) != std::string::npos; });
    }
    static workshop::Sent sent(const QList<QVariant>& told) { return told.front().value<workshop::Sent>(); }
    QWidget* on(const char* name) { return card->findChild<QWidget*>(QLatin1String(name)); }
    void press(const char* name) { QTest::mouseClick(on(name), Qt::LeftButton); }

    SaidBy said;
    int number = 0;
    std::unique_ptr<app::PrintFollow> follow;
    std::unique_ptr<app::PrintCard> card;
};

}  // namespace

TEST_F(Follow, aPrintingIsSaidUntilItIsOut) {
    EXPECT_FALSE(card->isVisible()) << "nothing was printed";
    hand(24);
    EXPECT_TRUE(says("the laser prints 24 sheets"));
    said.say(State::printing, 7);
    EXPECT_TRUE(says("7 of 24 are out"));
    EXPECT_FALSE(on("print-all-out")->isVisible());
    said.say(State::stopped, 7, {"media-empty"});
    EXPECT_TRUE(says("waits for you (no paper). 7 of 24 are out"));
    said.say(State::done, 24);
    EXPECT_TRUE(says("Did all come out well?"));
    EXPECT_FALSE(on("print-stop")->isVisible());
    press("print-all-out");
    EXPECT_FALSE(follow->under());
    const Printings kept(folder / "record.sqlite");
    ASSERT_EQ(kept.all().size(), 1U);
    EXPECT_EQ(kept.all().front().missing, std::vector<int>{}) << "all came out";
    EXPECT_EQ(kept.all().front().sheets.size(), 24U);
    EXPECT_THAT(card->findChild<QLabel*>(QStringLiteral("print-before"))->text().toStdString(),
                HasSubstr("all came out"));
}

TEST_F(Follow, ofAHundredThatAreStoppedTheRestIsPrinted) {
    QSignalSpy again(follow.get(), &app::PrintFollow::againWanted);
    hand(100);
    said.say(State::printing, 56);
    ASSERT_TRUE(says("56 of 100 are out"));
    press("print-stop");
    ASSERT_TRUE(says("stopped after about 56 of 100"));
    EXPECT_EQ(said.cancelled, 1);
    EXPECT_EQ(card->findChild<QSpinBox*>(QStringLiteral("print-missing-first"))->value(), 57);
    EXPECT_THAT(card->findChild<QLabel*>(QStringLiteral("print-missing-names"))->text().toStdString(),
                testing::AllOf(HasSubstr("S57"), HasSubstr("S100")));
    press("print-missing");
    ASSERT_EQ(again.count(), 1);
    const auto places = sent(again.front()).places;
    ASSERT_EQ(places.size(), 44U);
    EXPECT_EQ(places.front(), 56U);
    EXPECT_EQ(places.back(), 99U);
    const Printings kept(folder / "record.sqlite");
    EXPECT_EQ(kept.all().front().missing->size(), 44U);
}

TEST_F(Follow, theWhiteGoesOnExactlyTheSheetsThatHaveTheirColour) {
    QSignalSpy again(follow.get(), &app::PrintFollow::againWanted);
    const auto all = sheets(3, 2);
    hand(all, {0, 1, 2});
    said.say(State::done, 3);
    ASSERT_TRUE(says("Did all come out well?"));
    // The second one stuck.
    card->findChild<QSpinBox*>(QStringLiteral("print-missing-first"))->setValue(2);
    card->findChild<QSpinBox*>(QStringLiteral("print-missing-last"))->setValue(2);
    press("print-missing");
    ASSERT_EQ(again.count(), 1);
    EXPECT_EQ(sent(again.front()).places, Places{1});
    hand(all, {1});
    ASSERT_TRUE(says("Did all come out well?"));
    press("print-all-out");
    EXPECT_TRUE(on("print-white")->isVisible());
    EXPECT_EQ(follow->whiteNext().size(), 3) << "the white of all three, not of the last printing's one";
    EXPECT_THAT(card->findChild<QLabel*>(QStringLiteral("print-white-says"))->text().toStdString(),
                HasSubstr("in this order"));
    press("print-white");
    ASSERT_EQ(again.count(), 2);
    EXPECT_EQ(sent(again.back()).places, (Places{0, 1, 2}));
    EXPECT_EQ(sent(again.back()).pass, 2) << "the second pass";
    hand(all, {0, 1, 2}, 2);
    ASSERT_TRUE(says("Did all come out well?"));
    press("print-all-out");
    EXPECT_TRUE(follow->whiteNext().isEmpty()) << "they have it";
}

TEST_F(Follow, aSheetWithoutItsColourGetsNoWhite) {
    const auto all = sheets(3, 2);
    hand(all, {0, 1, 2});
    said.say(State::done, 3);
    ASSERT_TRUE(says("Did all come out well?"));
    press("print-missing");  // the last of them, and nobody prints it again
    QSignalSpy again(follow.get(), &app::PrintFollow::againWanted);
    ASSERT_EQ(follow->whiteNext().size(), 2);
    follow->printWhite();
    EXPECT_EQ(sent(again.front()).places, (Places{0, 1}));
}

TEST_F(Follow, aSheetThatStuckInTheMiddleIsPrintedByItself) {
    QSignalSpy again(follow.get(), &app::PrintFollow::againWanted);
    hand(9);
    said.say(State::done, 9);
    ASSERT_TRUE(says("Did all come out well?"));
    card->findChild<QSpinBox*>(QStringLiteral("print-missing-first"))->setValue(4);
    card->findChild<QSpinBox*>(QStringLiteral("print-missing-last"))->setValue(4);
    press("print-missing");
    ASSERT_EQ(again.count(), 1);
    EXPECT_EQ(sent(again.front()).places, Places{3});
}

TEST_F(Follow, whatIsMissingIsPrintedOfTheJobThatItWasMadeFrom) {
    QSignalSpy again(follow.get(), &app::PrintFollow::againWanted);
    hand(9);
    const Job was = job();
    said.say(State::given_up, 3);
    ASSERT_TRUE(says("stopped after about 3 of 9"));
    window.store().edit(QStringLiteral("test"),
                        [&](Job job) { return withCopies(std::move(job), piece().id, 5); });
    follow->areMissing(4, 9);
    ASSERT_EQ(again.count(), 1);
    EXPECT_EQ(sent(again.front()).of->job, was);
    EXPECT_EQ(Printings(folder / "record.sqlite").all().front().missing->size(), 6U);
}

TEST_F(Follow, aServiceThatForgetsItLeavesTheQuestion) {
    hand(3);
    said.say(State::unknown);
    EXPECT_TRUE(says("What came out?"));
    EXPECT_TRUE(on("print-missing")->isVisible());
}

TEST(SystemPapers, aPaperIsKnownByItsSizeWhateverItIsCalled) {
    const QStringList a4{QStringLiteral("iso_a4_210x297mm")},
        odd{QStringLiteral("custom_mine_209.9x296.9mm")},
        letter{QStringLiteral("na_letter_8.5x11in"), QStringLiteral("na_legal_8.5x14in")};
    EXPECT_TRUE(app::holds(a4, paperNamed("A4")));
    EXPECT_TRUE(app::holds(odd, paperNamed("A4")));
    EXPECT_FALSE(app::holds(a4, paperNamed("A3")));
    EXPECT_TRUE(app::holds(letter, paperNamed("Legal")));
    EXPECT_FALSE(app::holds(letter, paperNamed("A4")));
    EXPECT_FALSE(app::holds({QStringLiteral("nonsense")}, paperNamed("A4")));
    EXPECT_TRUE(app::papersIn(QStringLiteral("tympan-no-such-printer")).isEmpty());
}

TEST(SystemQueue, ofAHundredSheetsThatAreStoppedTheRestIsPrinted) {
    // On a print service that really runs: scripts/print-queue.
    const char* queue = std::getenv("TYMPAN_QUEUE");
    if (!queue) GTEST_SKIP() << "no queue: see scripts/print-queue";
    const QString printer = QString::fromUtf8(queue);
    EXPECT_TRUE(app::systemPrinters().contains(printer));
    const ScratchFolder folder;
    const auto sheets = [&](int count) {
        PdfFile pdf(Language{}, folder / "s.pdf", "sheets", 0);
        for (int i = 0; i < count; ++i) {
            pdf.beginPage({210, 297});
            pdf.marks({box({20, 20, 30, 30})});
            pdf.endPage();
        }
        pdf.commit();
        return QString::fromStdString((folder / "s.pdf").string());
    };
    const auto until = [&](int job, const auto& done) {
        workshop::PrintProgress progress;
        for (int i = 0; i < 600 && !done(progress = app::printProgress(queue, job)); ++i) QTest::qWait(20);
        return progress;
    };
    const auto [first, refused] =
        app::printPdf(printer, sheets(100), QStringLiteral("a hundred"), paperNamed("A4"));
    ASSERT_TRUE(refused.isEmpty()) << refused.toStdString();
    const auto at = until(first, [](const auto& p) { return p.sheets >= 56; });
    EXPECT_EQ(at.state, State::printing);
    EXPECT_LT(at.sheets, 100);
    app::cancelPrint(queue, first);
    const auto stopped = until(first, [](const auto& p) { return p.state == State::given_up; });
    ASSERT_EQ(stopped.state, State::given_up);
    EXPECT_GE(stopped.sheets, 56);
    EXPECT_LT(stopped.sheets, 100);
    const auto rest = app::printPdf(printer, sheets(44), QStringLiteral("the rest"), paperNamed("A4"));
    const auto out = until(rest.job, [](const auto& p) { return p.state == State::done; });
    EXPECT_EQ(out.state, State::done);
    EXPECT_EQ(out.sheets, 44);
    EXPECT_EQ(app::printProgress(queue, 999'999).state, State::unknown);
}
