// Proofs of shops: a photograph of one is read, two lie beside each other, one is chosen.
#include <QLabel>
#include <QLineEdit>
#include <QSignalSpy>
#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>

#include "app/stations/logbook/proof_desk.h"
#include "core/documents/reduced_proof.h"
#include "tests/app/empty_record.h"
#include "tests/app/transfer_station.h"
#include "tests/support/camera.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class ProofStation : EmptyRecord, public TransferTest {
  protected:
    void SetUp() override {
        TransferTest::SetUp();
        plan({"tissue-overlay"});
        window.store().choose(job().pieces.front().id);
        window.goTo(app::MainWindow::logbook);
        click("open-proofs");
    }
    app::ProofDesk& desk() { return window.proofs(); }
    std::string says() { return find<QLabel>("proof-says")->text().toStdString(); }
    /// A photograph of the proof page as a shop printed it: so pale, a grey card beside it.
    QString photograph(const char* name, double pale) {
        constexpr double px_per_mm = 8;
        const ProofLayout layout = proofLayout(job(), job().pieces.front());
        cv::Mat page = drawn(proofMarks(layout), layout.page, px_per_mm);
        cv::Mat picture = proofPicture(job(), job().pieces.front(), px_per_mm);
        if (picture.channels() == 1) cv::cvtColor(picture, picture, cv::COLOR_GRAY2RGB);
        const cv::Rect at(cvRound(layout.picture.x * px_per_mm), cvRound(layout.picture.y * px_per_mm),
                          cvRound(layout.picture.width * px_per_mm),
                          cvRound(layout.picture.height * px_per_mm));
        cv::resize(picture, picture, at.size());
        picture.copyTo(page(at));
        page.convertTo(page, CV_8U, 0.95 - pale, 255 * pale);
        const SizeMm all{layout.page.width + 150, layout.page.height + 60};
        cv::Mat table(cvRound(all.height * px_per_mm), cvRound(all.width * px_per_mm), CV_8UC3,
                      cv::Scalar(118, 104, 88));
        page.copyTo(table(cv::Rect(160, 240, page.cols, page.rows)));
        table(cv::Rect(cvRound((layout.page.width + 45) * px_per_mm), 800, 640, 900)) = cv::Scalar::all(117);
        Camera camera;
        camera.wide_mm = all.width;
        camera.away_mm = 800;
        camera.fill = 0.66;
        camera.width_px = 3200;
        camera.tilt_deg = 5;
        camera.cast = {1, 0.97, 0.9};
        const auto file = folder / name;
        save(file, photographOf(table, all, camera));
        return QString::fromStdString(file.string());
    }
    void readProofOf(const char* shop, double pale) {
        desk().read(photograph((std::string(shop) + ".jpg").c_str(), pale), QString::fromLatin1(shop));
        ASSERT_TRUE(waitFor([&] { return !desk().reading(); }));
    }
    ScratchFolder folder;
};

}  // namespace

TEST_F(ProofStation, saysWhatToDoAndReadsNothingWithoutAShop) {
    EXPECT_THAT(says(), HasSubstr("No proof has come back yet"));
    EXPECT_FALSE(find<QPushButton>("proof-read")->isEnabled());
    type("proof-shop", "the quay");
    EXPECT_TRUE(find<QPushButton>("proof-read")->isEnabled());
    click("proofs-back");
    EXPECT_FALSE(desk().isOpen());
}

TEST_F(ProofStation, twoAreComparedAndTheChoiceStaysWithThePiece) {
    readProofOf("the quay", 0.25);
    ASSERT_EQ(desk().proofs().size(), 1U);
    EXPECT_FALSE(desk().picture(desk().proofs().front()).isNull());
    readProofOf("the hill", 0.08);
    ASSERT_EQ(desk().proofs().size(), 2U);
    EXPECT_THAT(says(), HasSubstr("More contrast: the hill"));
    const Job before = job();
    click("proof-choose");
    EXPECT_EQ(job().pieces.front().shop, "the hill") << "the latest is the first";
    EXPECT_THAT(find<QLabel>("proof-says")->text().toStdString(), HasSubstr("contrast"));
    window.store().undo();
    EXPECT_EQ(job(), before);
    click("proof-choose");
    click("proof-choose");
    EXPECT_EQ(job().pieces.front().shop, "") << "once more: nobody";
    // Another piece has none of them.
    EXPECT_EQ(workOrderOf(withShop(job(), job().pieces.front().id, "the hill")).pieces.front().shop,
              "the hill");
    readProofOf("the hill", 0.2);
    EXPECT_EQ(desk().proofs().size(), 2U) << "in place of the earlier one";
    desk().erase(desk().proofs().front());
    EXPECT_EQ(desk().proofs().size(), 1U);
    EXPECT_EQ(desk().proofs().front().shop, "the quay");
}

TEST_F(ProofStation, whatIsNoProofIsSaidAndLosesNothing) {
    const auto file = folder / "holiday.png";
    save(file, noise({900, 700}, CV_8UC3));
    QSignalSpy told(&desk(), &app::ProofDesk::told);
    desk().read(QString::fromStdString(file.string()), QStringLiteral("the quay"));
    ASSERT_TRUE(waitFor([&] { return !desk().reading(); }));
    ASSERT_EQ(told.count(), 1);
    EXPECT_THAT(told[0][0].toString().toStdString(), HasSubstr("holiday.png"));
    EXPECT_TRUE(desk().proofs().empty());
}
