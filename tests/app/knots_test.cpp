// A place over the knots, found and tried on as a maker does.
#include <QCheckBox>
#include <QLabel>
#include <QSpinBox>

#include <gmock/gmock.h>

#include "core/job/edits.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class Knots : public ObjectStationTest {
  protected:
    void SetUp() override {
        ObjectStationTest::SetUp();
        chooseShape(ShapeKind::rectangle);
        type("object-width", "160 mm");
        type("object-height", "140 mm");
        part("zones");
        click("add-keep-out");
    }
    std::string says() { return find<QLabel>("place-says")->text().toStdString(); }
    QPushButton* place(int which) {
        return find<QPushButton>(("place-proposals-" + std::to_string(which)).c_str());
    }
};

}  // namespace

TEST_F(Knots, areKeptOutUntilThePictureMayLieOverThem) {
    ASSERT_EQ(object().zones.size(), 1U);
    EXPECT_EQ(object().zones[0].kind, ZoneKind::keep_out);
    part("place");
    EXPECT_FALSE(find("over-knots")->isVisible());
    part("zones");
    click("zone-under");
    EXPECT_EQ(object().zones[0].kind, ZoneKind::under);
    part("place");
    EXPECT_TRUE(find("over-knots")->isVisible());
    window.store().undo();
    EXPECT_EQ(object().zones[0].kind, ZoneKind::keep_out) << "one click, one undo";
}

TEST_F(Knots, threePlacesAreTriedOnAndAllOfItIsOneUndo) {
    click("zone-under");
    part("place");
    const Job before = job();
    click("over-knots");
    click("find-place");
    ASSERT_TRUE(waitFor([&] { return place(1)->isVisible(); }));
    EXPECT_THAT(says(), HasSubstr("Place 1 of"));
    const Job first = job();
    EXPECT_FALSE(first == before);
    QTest::mouseClick(place(0), Qt::LeftButton);
    EXPECT_TRUE(job() == before);
    EXPECT_THAT(says(), HasSubstr("As it was"));
    QTest::mouseClick(place(1), Qt::LeftButton);
    EXPECT_TRUE(job() == first);
    window.store().undo();
    EXPECT_TRUE(job() == before);
    EXPECT_FALSE(place(1)->isVisible()) << "it was changed by somebody else";
}

TEST_F(Knots, aChangeWhileItLooksEndsTheSearch) {
    click("zone-under");
    part("place");
    click("over-knots");
    click("find-place");
    window.store().edit(QStringLiteral("rename"), [](Job job) {
        job.name = "Another";
        return job;
    });
    ASSERT_TRUE(settled());
    QTest::qWait(50);
    EXPECT_FALSE(place(1)->isVisible());
    EXPECT_TRUE(find("find-place")->isEnabled());
}

TEST_F(Knots, aPictureMovesNoFartherThanIsTyped) {
    click("zone-under");
    part("place");
    click("over-knots");
    find<QSpinBox>("place-size-range")->setValue(0);
    find<QCheckBox>("place-half-turn")->setChecked(false);
    type("place-most-move", "5 mm");
    const PointMm was = piece().placement.from_centre;
    click("find-place");
    ASSERT_TRUE(waitFor([&] { return place(1)->isVisible(); }));
    const PointMm now = piece().placement.from_centre;
    EXPECT_LE(std::hypot(now.x - was.x, now.y - was.y), 5.1);
}

TEST_F(Knots, theThicknessIsAskedOfWhatHasEdges) {
    part("what");
    type("object-thickness", "18 mm");
    EXPECT_EQ(object().thickness_mm, 18);
    type("object-thickness", "0");
    EXPECT_EQ(object().thickness_mm, 0);
    chooseShape(ShapeKind::cylinder);
    QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    EXPECT_FALSE(window.findChild<QLineEdit*>(QStringLiteral("object-thickness")));
}
