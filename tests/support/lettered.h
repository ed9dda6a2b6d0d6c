#pragma once
#include <opencv2/core.hpp>
#include <string>
#include <vector>

namespace tympan::tests {

/// A generated picture with lettering, as though printed at 200 pixels an inch.
struct Lettered {
    cv::Mat grey;
    std::string words, face;
    double letter_mm = 0, rotation_deg = 0;
    bool busy = false;
};

/// Sixty of them: six typefaces, letters 4 to 40 mm tall, straight and turned up to 15°, dark and light, on
/// plain and on busy grounds. The same each time; `every` 3 returns every third of them.
std::vector<Lettered> letteredPictures(int every = 1);

/// Words that stand on a ground crossed by ninety lines of 2 px, in four typefaces, turned up to 9°, on 1.4
/// megapixels. Other words than those above.
std::vector<Lettered> crossedPictures(int count, int seed = 1);

/// Boards as a plane leaves them: bands, fibres and a knot or two, and no letter.
cv::Mat woodGrain(cv::Size size, int seed);

}  // namespace tympan::tests
