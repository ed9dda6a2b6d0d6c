// The finished face and the ground it shows.
#include "core/render/finished.h"

#include <map>
#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>

#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "core/object/materials.h"
#include "core/render/noise.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// The face of the only object, and its colour at a place in mm.
struct Leaf {
    explicit Leaf(const Job& job, double most = 150 * 150)
        : window(windowOn(job, job.objects.front(), most, 300)),
          pixels(finishedFace(job, job.objects.front(), window)) {}
    cv::Vec4b at(double x, double y) const {
        return pixels.at<cv::Vec4b>(window.grid.nearest(y - window.corner.y),
                                    window.grid.nearest(x - window.corner.x));
    }
    FaceWindow window;
    cv::Mat pixels;
};

/// A white picture on a board of this colour, which is not painted pale first.
Job whiteOn(const Rgb8& ground, const std::string& method) {
    Object board = objectOf("board", ShapeKind::rectangle, {120, 120});
    board.material.texture = "none";
    board.ground = ground;
    const ArtworkPtr white = artworkOf(cv::Mat(60, 60, CV_8UC3, cv::Scalar::all(255)));
    Job job = withPlace(withObject(jobOf(white, {60, 60}, method), 2, board), 2, {}, 0);
    job.work.left_out[job.objects.front().id] = {"paint"};
    return job;
}

}  // namespace

TEST(Finished, theFaceIsClearWhereThereIsNoObjectAndShowsEveryPictureOnIt) {
    Object slate = objectOf("slate", ShapeKind::circle, {120});
    slate.zones.push_back({ZoneKind::hole, "hole", shapeOf(ShapeKind::circle, {20}), {0, -40}, {}});
    slate.zones.push_back(
        {ZoneKind::painted, "patch", shapeOf(ShapeKind::rectangle, {30, 30}), {0, 40}, {200, 30, 30}});
    Job job = withObject(jobOf(picture(), {30, 20}), 2, slate);
    job = withPlace(job, 2, {-35, 0}, 0);
    job = withAnother(job, 2, picture(), {30, 20});
    job = withPlace(job, job.pieces.back().id, {35, 0}, 90);
    const FaceWindow window = windowOn(job, job.objects.front(), 120 * 120, 300);
    const cv::Mat face = finishedFace(job, job.objects.front(), window);
    const auto at = [&](double x, double y) {
        return face.at<cv::Vec4b>(window.grid.nearest(y - window.corner.y),
                                  window.grid.nearest(x - window.corner.x));
    };
    EXPECT_EQ(at(-58, -58)[3], 0) << "outside the round";
    EXPECT_EQ(at(0, -40)[3], 0) << "the hole";
    EXPECT_EQ(at(0, 0)[3], 255);
    EXPECT_GT(at(0, 40)[0], 2 * at(0, 40)[1]) << "the patch is red";
    // The mark of the picture's upper left: upright on the left one, turned a quarter clockwise on the right
    // one.
    EXPECT_LT(at(-35 - 9, -6)[1], 100);
    EXPECT_LT(at(35 + 6, -9)[1], 100);
    const cv::Mat without = finishedFace(job, job.objects.front(), window, 2);
    EXPECT_FALSE(same(face, without));
}

TEST(Finished, theWhitesAreTheGroundUnlessThePaperStays) {
    const Rgb8 blue{40, 60, 130};
    const Leaf rubbed(whiteOn(blue, "gel-rub-off"));
    EXPECT_EQ(rubbed.at(0, 0), rubbed.at(-50, -50)) << "white ink is no ink";
    const Leaf kept(whiteOn(blue, "opaque-dark-cloth"));
    EXPECT_GT(kept.at(0, 0)[0], 240) << "the sheet's own white covers the ground";
    EXPECT_EQ(kept.at(-50, -50), rubbed.at(-50, -50)) << "beside the sheet the ground shows";
    // groundUnder is what the single print is laid on.
    for (const auto& [method, red] : {std::pair{"gel-rub-off", 40}, {"opaque-dark-cloth", 250}}) {
        const Job job = whiteOn(blue, method);
        const cv::Mat ground = groundUnder(job, job.pieces.front(), printOf(job, job.pieces.front(), 50));
        EXPECT_NEAR(ground.at<cv::Vec3b>(20, 20)[0], red, 1) << method;
    }
}

TEST(Finished, aDarkGroundIsPaintedPaleUnderThePictureWhereThePlanPaintsIt) {
    Job job = whiteOn({40, 60, 130}, "gel-rub-off");
    job.work.left_out.clear();
    const Leaf painted(job);
    EXPECT_GT(painted.at(0, 0)[0], 230);
    EXPECT_LT(painted.at(-50, -50)[0], 60) << "beside the picture it stays as it was";
    EXPECT_GT(whiteOf(job, job.pieces.front()).red, 230);
}

TEST(Finished, aSheetCutToAHeartKeepsItsPaperOnlyInsideTheHeart) {
    Job job = whiteOn({40, 60, 130}, "opaque-dark-cloth");
    Object heart = job.objects.front();
    heart.shape = shapeOf(ShapeKind::heart, {120, 120});
    job = withFit(withObject(job, 2, heart), 2, Fit::fill, 0);
    Edge edge;
    edge.cut = Cut::object;
    edge.stop_mm = 15;
    const Leaf face(withEdge(job, 2, edge));
    EXPECT_GT(face.at(0, 0)[0], 240);
    EXPECT_LT(face.at(0, 52)[0], 80) << "bare cloth round the heart, inside its rim";
    EXPECT_EQ(face.at(-57, 57)[3], 0) << "beside the object there is nothing";
}

TEST(Finished, theWhitesAreThoseOfThePatchThatMostOfThePictureLiesOn) {
    Job job = whiteOn({40, 60, 130}, "gel-rub-off");
    const auto white = [&] { return whiteOf(job, job.pieces.front()); };
    EXPECT_EQ(white(), (Rgb8{40, 60, 130}));
    Object board = job.objects.front();
    board.zones.push_back(
        {ZoneKind::painted, "patch", shapeOf(ShapeKind::rectangle, {60, 30}), {0, 20}, {9, 8, 7}});
    job = withObject(job, 2, board);
    EXPECT_EQ(white(), (Rgb8{40, 60, 130})) << "a third of it lies on the patch";
    board.zones[0].at = {0, 0};
    board.zones[0].shape = shapeOf(ShapeKind::rectangle, {60, 40});
    job = withObject(job, 2, board);
    EXPECT_EQ(white(), (Rgb8{9, 8, 7}));
    job = whiteOn({40, 60, 130}, "opaque-dark-cloth");
    EXPECT_GT(white().red, 240);
}

TEST(Ground, everyMaterialHasAGrainOfItsOwnAboutItsColour) {
    std::map<std::string, cv::Mat> seen;  // by texture: two kinds of glass look alike
    for (const Material& material : shippedMaterials()) {
        Object object = objectOf("thing", ShapeKind::rectangle, {80, 80});
        object.material = material;
        object.ground = material.ground;
        const FaceWindow window{{-40, -40}, 0, {90}, {280, 280}};
        const cv::Mat ground = groundOf(object, window);
        const cv::Scalar mean = cv::mean(ground);
        EXPECT_NEAR(mean[0], material.ground.red, 16) << material.id;
        EXPECT_NEAR(mean[1], material.ground.green, 16) << material.id;
        EXPECT_NEAR(mean[2], material.ground.blue, 16) << material.id;
        EXPECT_TRUE(same(ground, groundOf(object, window))) << material.id << ": the same each time";
        for (const auto& [texture, other] : seen)
            EXPECT_TRUE(texture == material.texture || !same(ground, other)) << material.id;
        seen[material.texture] = ground;
    }
}

// The grain belongs to the object: another window onto it shows the same grain where both look.
TEST(Ground, aWindowOntoAPartShowsThatPart) {
    Object plank = objectOf("plank", ShapeKind::rectangle, {200, 100});
    plank.material = findMaterial(shippedMaterials(), "dark-wood");
    const PixelGrid grid{127};  // 5 px to the millimetre
    const cv::Mat whole = groundOf(plank, {{-100, -50}, 0, grid, {1000, 500}});
    const cv::Mat part = groundOf(plank, {{-60, -20}, 0, grid, {200, 150}});
    cv::Mat off;
    cv::absdiff(part, whole(cv::Rect(200, 150, 200, 150)), off);
    double most = 0;
    cv::minMaxLoc(off.reshape(1), nullptr, &most);
    EXPECT_LE(most, 1);
}

TEST(Noise, isSmoothBoundedAndItsOwnForEverySeed) {
    double least = 1, most = 0, steepest = 0;
    for (int i = 0; i < 4000; ++i) {
        const double x = i * 0.05, here = valueNoise(x, 3.3, 2, 5);
        least = std::min(least, here);
        most = std::max(most, here);
        steepest = std::max(steepest, std::abs(valueNoise(x + 0.05, 3.3, 2, 5) - here));
    }
    EXPECT_GE(least, 0);
    EXPECT_LE(most, 1);
    EXPECT_GT(most - least, 0.6);
    EXPECT_LT(steepest, 0.06);
    EXPECT_NE(valueNoise(1.7, 3.3, 2, 5), valueNoise(1.7, 3.3, 2, 6));
}
