#include "app/look/to_image.h"

namespace tympan::app {

QImage toImage(const cv::Mat& pixels) {
    const auto format = pixels.channels() == 1   ? QImage::Format_Grayscale8
                        : pixels.channels() == 3 ? QImage::Format_RGB888
                                                 : QImage::Format_RGB32;
    return QImage(pixels.data, pixels.cols, pixels.rows, static_cast<qsizetype>(pixels.step), format).copy();
}

QImage toClearImage(const cv::Mat& pixels) {
    const QImage view(pixels.data, pixels.cols, pixels.rows, static_cast<qsizetype>(pixels.step),
                      QImage::Format_RGBA8888);
    return view.convertToFormat(QImage::Format_ARGB32_Premultiplied);
}

}  // namespace tympan::app
