#include "app/widgets/to_image.h"

namespace tympan::app {

QImage toImage(const cv::Mat& pixels) {
    const auto format = pixels.channels() == 1   ? QImage::Format_Grayscale8
                        : pixels.channels() == 3 ? QImage::Format_RGB888
                                                 : QImage::Format_RGB32;
    return QImage(pixels.data, pixels.cols, pixels.rows, static_cast<qsizetype>(pixels.step), format).copy();
}

}  // namespace tympan::app
