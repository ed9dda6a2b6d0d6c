#pragma once
#include <opencv2/core.hpp>
#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/inspect/finding.h"
#include "core/job/job.h"
#include "core/measure/pixel_grid.h"

namespace tympan {

/// Which way lettering goes.
enum class Reads {
    unknown,  ///< there is none, or it reads as well either way
    normal,
    reversed,
};
std::string_view name(Reads reads);

/// The lettering of a piece, as it will be seen on the finished object.
struct Reading {
    bool found = false;  ///< there is lettering, whichever way it goes
    Reads reads = Reads::unknown;
    std::vector<std::string> words;  ///< that were read the way it goes
    std::vector<RectMm> places;      ///< of their lines: mm from the print's top left corner, finished frame
};

/// Finds lines of lettering and reads each as it stands and mirrored; the way that is read with clearly more
/// confidence, over all lines, is the way it goes. `unknown` when they come close. Method: text_lines.h, and
/// the recognition of Tesseract (R. Smith 2007; its English network) on lines scaled to letters of 40 px.
/// Throws Error (stopped; input when its data are missing).
Reading readLettering(const Job& job, const Piece& piece, const Progress& progress = {});

/// The same of a picture (CV_8UC1) of that resolution by itself: which way it reads as it stands.
Reading readGrey(const cv::Mat& grey, const PixelGrid& grid, const Progress& progress = {});

/// What of it is worth a look: lettering that will be backwards, or came so.
std::vector<Finding> findingsOf(const Reading& reading, const Piece& piece);

}  // namespace tympan
