#include "core/enlarge/trace.h"

#include <cstdint>
#include <memory>
#include <opencv2/core.hpp>

#include <fmt/format.h>
#include <potracelib.h>
#include <unistd.h>

#include "core/base/error.h"

namespace tympan {

namespace {

struct Free {
    void operator()(potrace_state_t* state) const { potrace_state_free(state); }
    void operator()(potrace_param_t* param) const { potrace_param_free(param); }
};

/// The bits of a mask as the tracer wants them: words of a row from its left, rows from the bottom.
std::vector<potrace_word> bitsOf(const cv::Mat& mask, int words) {
    constexpr int bits = 8 * sizeof(potrace_word);
    std::vector<potrace_word> map(static_cast<std::size_t>(words) * static_cast<std::size_t>(mask.rows));
    for (int y = 0; y < mask.rows; ++y) {
        const auto* row = mask.ptr<std::uint8_t>(y);
        potrace_word* out = map.data() + static_cast<std::ptrdiff_t>(mask.rows - 1 - y) * words;
        for (int x = 0; x < mask.cols; ++x)
            if (row[x]) out[x / bits] |= potrace_word{1} << (bits - 1 - x % bits);
    }
    return map;
}

/// Path data of all outlines, in pixels of the picture: `scale` of the mask's pixels to one, y down. Where
/// they are too many, more than `most_path_bytes` of them.
std::string pathOf(const potrace_path_t* paths, double scale, int rows) {
    std::string data;
    const auto add = [&](const char* letter, std::initializer_list<potrace_dpoint_t> points) {
        data += letter;
        for (const potrace_dpoint_t& p : points)
            data += fmt::format("{:.3f} {:.3f} ", p.x / scale, (rows - p.y) / scale);
    };
    for (const potrace_path_t* path = paths; path && data.size() <= most_path_bytes; path = path->next) {
        const potrace_curve_t& curve = path->curve;
        if (curve.n == 0) continue;
        add("M", {curve.c[curve.n - 1][2]});
        for (int i = 0; i < curve.n; ++i) {
            if (curve.tag[i] == POTRACE_CORNER)
                add("L", {curve.c[i][1], curve.c[i][2]});
            else
                add("C", {curve.c[i][0], curve.c[i][1], curve.c[i][2]});
        }
        data += "Z";
    }
    return data;
}

/// So that whoever waits hears that it goes on.
void reported(double part, void* to) { static_cast<const Progress*>(to)->at(part); }

}  // namespace

std::string traceMask(const std::vector<std::string>& arguments, std::span<const unsigned char> bytes,
                      int result, const Progress& progress) {
    const int width = std::stoi(arguments.at(0)), height = std::stoi(arguments.at(1));
    const double scale = std::stod(arguments.at(2));
    const std::unique_ptr<potrace_param_t, Free> param(potrace_param_default());
    param->turdsize = std::stoi(arguments.at(3));
    param->alphamax = std::stod(arguments.at(4));
    param->opttolerance = 0.2;
    param->progress.callback = reported;
    param->progress.data = const_cast<Progress*>(&progress);
    param->progress.max = 1;
    param->progress.epsilon = 0.01;
    const cv::Mat mask(height, width, CV_8UC1, const_cast<unsigned char*>(bytes.data()));
    constexpr int bits = 8 * sizeof(potrace_word);
    const int words = (width + bits - 1) / bits;
    std::vector<potrace_word> map = bitsOf(mask, words);
    const potrace_bitmap_t bitmap{width, height, words, map.data()};
    const std::unique_ptr<potrace_state_t, Free> state(potrace_trace(param.get(), &bitmap));
    if (!state || state->status != POTRACE_STATUS_OK)
        throw Error(Error::Kind::input, "", Text("too large to be drawn again"), Text("crop it first"));
    const std::string path = pathOf(state->plist, scale, height);
    if (::pwrite(result, path.data(), path.size(), 0) != static_cast<ssize_t>(path.size()))
        throw Error(Error::Kind::input, "", Text("too large to be drawn again"), Text("crop it first"));
    return {};
}

}  // namespace tympan
