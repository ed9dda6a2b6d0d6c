#include "core/photograph/grey_card.h"

#include <opencv2/imgproc.hpp>

#include "core/photograph/linear_light.h"

namespace tympan {

namespace {

constexpr int card_looked_at_px = 900;
constexpr double beside_mm = 3;  // of the sheet: its own rim and shadow
// Guesses of ours, on made-up photographs: how even a card is (encoded, 0 to 255), how much of the photograph
// it takes, how nearly four-sided and how neutral beside the paper it is.
constexpr double most_edge = 9, least_part = 0.004, least_foursided = 0.8, most_colour = 0.12;

cv::Mat sheetMask(const cv::Size& size, double scale, const FoundSheet& found, const SizeMm& sheet) {
    const RectMm box{-beside_mm, -beside_mm, sheet.width + 2 * beside_mm, sheet.height + 2 * beside_mm};
    std::vector<cv::Point> corners;
    for (const auto& [x, y] : {std::pair{box.x, box.y},
                               {box.right(), box.y},
                               {box.right(), box.bottom()},
                               {box.x, box.bottom()}}) {
        const cv::Vec3d at = found.to_photo * cv::Vec3d(x, y, 1);
        corners.emplace_back(cvRound(scale * at[0] / at[2]), cvRound(scale * at[1] / at[2]));
    }
    cv::Mat mask = cv::Mat::zeros(size, CV_8U);
    cv::fillConvexPoly(mask, corners, cv::Scalar(255));
    return mask;
}

/// Linear, of the paper's own colour and brightness.
cv::Vec3d besidePaper(const cv::Vec3d& light, const cv::Vec3d& paper) {
    return {light[0] / paper[0], light[1] / paper[1], light[2] / paper[2]};
}

}  // namespace

std::optional<GreyCard> greyCardIn(const cv::Mat& photo, const FoundSheet& found, const SizeMm& sheet,
                                   const cv::Vec3d& paper) {
    const double scale = std::min(1.0, 1.0 * card_looked_at_px / std::max(photo.cols, photo.rows));
    cv::Mat small;
    cv::resize(photo, small, {}, scale, scale, cv::INTER_AREA);
    cv::GaussianBlur(small, small, {0, 0}, 1.2);
    // In any colour: a card may be as bright as the table.
    cv::Mat edge = cv::Mat::zeros(small.size(), CV_32F), channels[3];
    cv::split(small, channels);
    for (const cv::Mat& channel : channels) {
        cv::Mat dx, dy, rise;
        cv::Sobel(channel, dx, CV_32F, 1, 0, 3, 0.125);
        cv::Sobel(channel, dy, CV_32F, 0, 1, 3, 0.125);
        cv::magnitude(dx, dy, rise);
        cv::max(edge, rise, edge);
    }
    cv::Mat even = (edge < most_edge / 4) & ~sheetMask(small.size(), scale, found, sheet);
    cv::erode(even, even, cv::Mat::ones(3, 3, CV_8U));
    cv::Mat labels, stats, middles;
    const int count = cv::connectedComponentsWithStats(even, labels, stats, middles, 4);
    std::optional<GreyCard> card;
    int largest = static_cast<int>(least_part * static_cast<double>(small.total()));
    for (int i = 1; i < count; ++i) {
        const int area = stats.at<int>(i, cv::CC_STAT_AREA);
        const cv::Rect box(stats.at<int>(i, cv::CC_STAT_LEFT), stats.at<int>(i, cv::CC_STAT_TOP),
                           stats.at<int>(i, cv::CC_STAT_WIDTH), stats.at<int>(i, cv::CC_STAT_HEIGHT));
        const bool at_rim =
            box.x <= 2 || box.y <= 2 || box.br().x >= small.cols - 2 || box.br().y >= small.rows - 2;
        if (area <= largest || at_rim) continue;
        const cv::Mat of_it = labels == i;
        std::vector<cv::Point> places;
        cv::findNonZero(of_it, places);
        const cv::RotatedRect about = cv::minAreaRect(places);
        if (area < least_foursided * about.size.area()) continue;
        cv::Mat inner;
        cv::erode(of_it, inner, cv::Mat::ones(5, 5, CV_8U));
        cv::Vec3d sum{};
        double pixels = 0;
        for (int y = box.y; y < box.br().y; ++y)
            for (int x = box.x; x < box.br().x; ++x)
                if (inner.at<std::uint8_t>(y, x)) sum += linearAt(small, {x, y}), ++pixels;
        if (pixels < 30) continue;
        const cv::Vec3d light = sum / pixels, beside = besidePaper(light, paper);
        const double mean = (beside[0] + beside[1] + beside[2]) / 3;
        const double off =
            std::max({std::abs(beside[0] - mean), std::abs(beside[1] - mean), std::abs(beside[2] - mean)});
        if (mean < 0.05 || mean > 0.6 || off > most_colour * mean) continue;
        largest = area;
        card = GreyCard{{middles.at<double>(i, 0) / scale, middles.at<double>(i, 1) / scale}, light};
    }
    return card;
}

}  // namespace tympan
