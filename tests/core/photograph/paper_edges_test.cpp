#include "core/photograph/paper_edges.h"

#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>

#include "core/base/error.h"

using namespace tympan;

namespace {

const SizeMm paper{210, 297};
constexpr double px_per_mm = 6;

struct Laid {
    cv::Mat picture;
    std::array<cv::Point2d, 4> corners;
    cv::Matx33d about;  ///< from mm of the paper, some millimetres beside where it is
};

/// White paper on dark ground, seen a little from one side; drawn eight times as fine and brought down, so
/// that its edges are what a lens makes of them.
Laid laid(int ground = 60, int white = 235) {
    constexpr int fine = 8;
    const std::array<cv::Point2d, 4> corners{
        cv::Point2d{101.3, 87.6}, {1371.8, 118.2}, {1342.1, 1901.4}, {74.9, 1877.7}};
    cv::Mat large(2000 * 2, 1500 * 2, CV_8UC1, cv::Scalar(ground));
    std::vector<cv::Point> polygon;
    for (const cv::Point2d& corner : corners)  // fillConvexPoly counts from the middle of a pixel
        polygon.emplace_back(cvRound((corner.x * 2 - 0.5) * (1 << fine)),
                             cvRound((corner.y * 2 - 0.5) * (1 << fine)));
    cv::fillConvexPoly(large, polygon, cv::Scalar(white), cv::LINE_AA, fine);
    Laid result{{}, corners, {}};
    cv::resize(large, result.picture, {}, 0.5, 0.5, cv::INTER_AREA);
    std::array<cv::Point2f, 4> from{cv::Point2f{0, 0}, {210, 0}, {210, 297}, {0, 297}}, to;
    for (std::size_t i = 0; i < 4; ++i) to[i] = corners[i];
    const cv::Matx33d beside{1, 0, 2.5, 0, 1, -3, 0, 0, 1};
    result.about = cv::Matx33d(cv::getPerspectiveTransform(from.data(), to.data())) * beside;
    return result;
}

double worst(const std::array<cv::Point2d, 4>& found, const std::array<cv::Point2d, 4>& is) {
    double most = 0;
    for (std::size_t i = 0; i < 4; ++i) most = std::max(most, cv::norm(found[i] - is[i]));
    return most;
}

std::string faultOf(const Laid& sheet) {
    try {
        paperCorners(sheet.picture, sheet.about, paper, "scan.png");
    } catch (const Error& error) {
        return error.what();
    }
    return "";
}

}  // namespace

TEST(PaperEdges, areFoundToAFractionOfAPixel) {
    const Laid sheet = laid();
    EXPECT_LT(worst(paperCorners(sheet.picture, sheet.about, paper, "scan"), sheet.corners), 0.5);
    const Laid pale = laid(200, 240);
    EXPECT_LT(worst(paperCorners(pale.picture, pale.about, paper, "scan"), pale.corners), 0.6)
        << "on pale ground";
    const Laid lit = laid(235, 180);
    EXPECT_LT(worst(paperCorners(lit.picture, lit.about, paper, "scan"), lit.corners), 0.6)
        << "on something lighter";
}

TEST(PaperEdges, whatLiesOverAnEdgeDoesNotMoveIt) {
    Laid sheet = laid();
    // Tape across the left edge, a finger over the lower one, a corner that is bent over.
    cv::rectangle(sheet.picture, cv::Rect(40, 500, 120, 260), 150, -1);
    cv::circle(sheet.picture, {700, 1890}, 90, 120, -1);
    cv::fillConvexPoly(sheet.picture, std::vector<cv::Point>{{1300, 60}, {1400, 60}, {1400, 190}}, 60);
    EXPECT_LT(worst(paperCorners(sheet.picture, sheet.about, paper, "scan"), sheet.corners), 0.8);
}

TEST(PaperEdges, noiseIsAveraged) {
    Laid sheet = laid();
    cv::Mat noise(sheet.picture.size(), CV_16SC1);
    cv::RNG(7).fill(noise, cv::RNG::NORMAL, 0, 9);
    cv::add(sheet.picture, noise, sheet.picture, cv::noArray(), CV_8U);
    EXPECT_LT(worst(paperCorners(sheet.picture, sheet.about, paper, "scan"), sheet.corners), 0.7);
}

TEST(PaperEdges, anEdgeThatIsNotToBeToldIsNamed) {
    EXPECT_THAT(faultOf(laid(233, 235)), testing::HasSubstr("scan.png: the left edge"));
    Laid sheet = laid();
    // Below the middle everything is as white as the paper.
    sheet.picture.rowRange(1700, 2000).setTo(235);
    EXPECT_THAT(faultOf(sheet), testing::HasSubstr("the lower edge"));
    EXPECT_THAT(faultOf(sheet), testing::HasSubstr("lay it on something darker"));
    Laid cut = laid();
    cut.picture = cut.picture.colRange(0, 1340).clone();
    EXPECT_THAT(faultOf(cut), testing::HasSubstr("the right edge"));
}
