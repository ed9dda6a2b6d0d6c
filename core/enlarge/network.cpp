#include "core/enlarge/network.h"

#include <array>
#include <mutex>
#include <opencv2/dnn.hpp>
#include <vector>

#include "core/base/data_folder.h"
#include "core/base/error.h"

namespace tympan {

struct Network::Loaded {
    cv::dnn::Net net;
    cv::Mat planes;  // kept between calls, as tiles are mostly of one size
};

Network::Network(Learned learned) : loaded_(std::make_unique<Loaded>()) {
    const char* const name = learned == Learned::drawings ? "enlarger-drawing.onnx" : "enlarger-photo.onnx";
    const std::string file = (dataFolder() / "models" / name).string();
    try {
        loaded_->net = cv::dnn::readNetFromONNX(file);
        loaded_->net.setPreferableBackend(cv::dnn::DNN_BACKEND_OPENCV);
        loaded_->net.setPreferableTarget(cv::dnn::DNN_TARGET_CPU);
    } catch (const cv::Exception&) {
        throw Error(Error::Kind::input, file, Text("what enlarges pictures cannot be read"),
                    Text("install Tympan again"));
    }
}

Network::~Network() = default;

cv::Mat Network::residuals(const cv::Mat& lightness, double strength) {
    const int rows = lightness.rows, columns = lightness.cols;
    const int sizes[] = {1, 2, rows, columns};
    cv::Mat& planes = loaded_->planes;
    planes.create(4, sizes, CV_32F);
    lightness.copyTo(cv::Mat(rows, columns, CV_32F, planes.ptr<float>(0, 0)));
    cv::Mat(rows, columns, CV_32F, planes.ptr<float>(0, 1)).setTo(strength);
    loaded_->net.setInput(planes);
    const cv::Mat four = loaded_->net.forward();
    // OpenCV 4.6 cannot shuffle sub-pixels in a network whose sizes are free: the four planes are interleaved
    // here, in reading order.
    cv::Mat all(2 * (rows - 2 * reach), 2 * (columns - 2 * reach), CV_32F);
    for (int y = 0; y < all.rows; ++y) {
        const int row = y / 2 + reach;
        const float* left = four.ptr<float>(0, 2 * (y % 2), row) + reach;
        const float* right = four.ptr<float>(0, 2 * (y % 2) + 1, row) + reach;
        auto* out = all.ptr<float>(y);
        for (int x = 0; x < all.cols / 2; ++x) out[2 * x] = left[x], out[2 * x + 1] = right[x];
    }
    return all;
}

cv::Mat residualsOf(const cv::Mat& lightness, double strength, Learned learned) {
    static std::mutex lock;
    static std::array<std::vector<std::unique_ptr<Network>>, 2> kept;
    std::vector<std::unique_ptr<Network>>& free = kept[learned == Learned::drawings ? 1 : 0];
    std::unique_ptr<Network> mine;
    {
        const std::lock_guard hold(lock);
        if (!free.empty()) {
            mine = std::move(free.back());
            free.pop_back();
        }
    }
    if (!mine) mine = std::make_unique<Network>(learned);
    const cv::Mat residuals = mine->residuals(lightness, strength);
    const std::lock_guard hold(lock);
    free.push_back(std::move(mine));
    return residuals;
}

}  // namespace tympan
