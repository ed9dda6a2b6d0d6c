#pragma once
#include <fstream>
#include <nlohmann/json.hpp>
#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>

#include "tests/support/pictures.h"
#include "tests/support/tools.h"

namespace tympan::tests {

/// The program as scripts call it, in a folder of its own with a picture.
class Cli : public testing::Test {
  protected:
    void SetUp() override {
        // Some ink everywhere: what is bare would be on no sheet.
        cv::Mat pixels = marked({300, 200}, 3);
        cv::Mat grain;
        cv::cvtColor(noise({300, 200}, CV_8UC1), grain, cv::COLOR_GRAY2RGB);
        cv::addWeighted(pixels, 0.8, grain, 0.2, 0, pixels);
        save(picture(), pixels);
    }
    std::string picture() const { return (folder / "picture.png").string(); }
    std::string file(const std::string& name) const { return (folder / name).string(); }
    Ran cli(std::vector<std::string> words) const {
        words.insert(words.begin(), TYMPAN_CLI);
        return run(words);
    }
    ScratchFolder folder;
};

}  // namespace tympan::tests
