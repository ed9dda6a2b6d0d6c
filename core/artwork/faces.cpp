#include "core/artwork/faces.h"

#include <algorithm>
#include <opencv2/imgproc.hpp>
#include <opencv2/objdetect.hpp>

#include "core/artwork/grey.h"
#include "core/base/data_folder.h"
#include "core/base/error.h"

namespace tympan {

namespace {

constexpr int agreeing = 6;          // boxes that must agree on a face
constexpr double least_face = 0.05;  // of the short side

}  // namespace

std::vector<ArtworkParts> facesIn(const cv::Mat& pixels, double step) {
    const std::string file = (dataFolder() / "models" / "frontal-face.xml").string();
    cv::CascadeClassifier cascade;
    if (!cascade.load(file))
        throw Error(Error::Kind::input, file, Text("what finds faces cannot be read"),
                    Text("install Tympan again"));
    cv::Mat grey;
    cv::equalizeHist(greyOf(pixels), grey);
    const int least = std::max(24, static_cast<int>(least_face * std::min(grey.cols, grey.rows)));
    std::vector<cv::Rect> found;
    cascade.detectMultiScale(grey, found, step, agreeing, 0, {least, least});
    std::sort(found.begin(), found.end(),
              [](const cv::Rect& a, const cv::Rect& b) { return a.area() > b.area(); });
    std::vector<ArtworkParts> faces;
    for (const cv::Rect& box : found)
        faces.push_back({1.0 * box.x / grey.cols, 1.0 * box.y / grey.rows, 1.0 * box.width / grey.cols,
                         1.0 * box.height / grey.rows});
    return faces;
}

}  // namespace tympan
