#include "tests/support/pictures.h"

#include <opencv2/imgproc.hpp>
#include <random>
#include <vips/vips8>

#include "core/artwork/read_picture.h"
#include "core/artwork/vips_session.h"
#include "core/method/catalogue.h"
#include "core/object/materials.h"
#include "tests/support/tools.h"

namespace tympan::tests {

using vips::VImage;

cv::Mat noise(SizePx size, int type, unsigned seed) {
    cv::Mat pixels(size.height, size.width, type);
    std::mt19937 random(seed);
    const std::size_t bytes = pixels.total() * pixels.elemSize();
    for (std::size_t i = 0; i < bytes; ++i) pixels.data[i] = static_cast<unsigned char>(random());
    return pixels;
}

cv::Mat marked(SizePx size, int channels) {
    cv::Mat pixels(size.height, size.width, CV_8UC(channels), cv::Scalar::all(230));
    const int w = size.width, h = size.height;
    pixels(cv::Rect(w / 8, h / 8, w / 8, h / 4)).setTo(cv::Scalar(20, 30, 40, 255));
    pixels(cv::Rect(w / 8, h / 4, w / 4, h / 8)).setTo(cv::Scalar(20, 30, 40, 255));
    return pixels;
}

void save(const std::filesystem::path& file, const cv::Mat& pixels, double ppi, int orientation) {
    startVips();
    const cv::Mat whole = pixels.isContinuous() ? pixels : pixels.clone();
    VImage image = VImage::new_from_memory(whole.data, whole.total() * whole.elemSize(), whole.cols,
                                           whole.rows, whole.channels(),
                                           whole.depth() == CV_16U ? VIPS_FORMAT_USHORT : VIPS_FORMAT_UCHAR);
    const bool deep = whole.depth() == CV_16U, grey = whole.channels() <= 2;
    image = image.copy(VImage::option()->set(
        "interpretation", deep ? (grey ? VIPS_INTERPRETATION_GREY16 : VIPS_INTERPRETATION_RGB16)
                               : (grey ? VIPS_INTERPRETATION_B_W : VIPS_INTERPRETATION_sRGB)));
    if (ppi > 0) image = image.copy(VImage::option()->set("xres", ppi / 25.4)->set("yres", ppi / 25.4));
    if (orientation != 1) {
        image = image.copy();
        image.set(VIPS_META_ORIENTATION, orientation);
    }
    image.write_to_file(file.c_str());
}

ArtworkPtr artworkOf(const cv::Mat& pixels) {
    const ScratchFolder folder;
    save(folder / "picture.png", pixels);
    return readPicture(folder / "picture.png");
}

const ArtworkPtr& picture() {
    static const ArtworkPtr artwork = artworkOf(marked({90, 60}, 3));
    return artwork;
}

Job jobOf(const ArtworkPtr& artwork, const SizeMm& size, const std::string& method) {
    NewPiece piece;
    piece.artwork = artwork;
    piece.method = findMethod(shippedMethods(), method);
    piece.size = size;
    Job job = withPiece({}, std::move(piece));
    job.name = "Test job";
    job.sheets.paper = paperNamed("A4");
    return job;
}

const Job& letteredChart() {
    static const Job job = [] {
        cv::Mat pixels(600, 900, CV_8UC1, cv::Scalar(255));
        for (const cv::Point at : {cv::Point(230, 150), {520, 290}, {380, 420}, {90, 300}, {700, 160}})
            cv::putText(pixels, "HERON", at, cv::FONT_HERSHEY_SIMPLEX, 1.6, 0, 4, cv::LINE_AA);
        cv::circle(pixels, {450, 300}, 250, 90, 2, cv::LINE_AA);
        Job made = jobOf(artworkOf(pixels), {450, 300});
        made.sheets.ppi = 100;
        return made;
    }();
    return job;
}

Object objectOf(const std::string& name, ShapeKind kind, std::vector<double> measures) {
    Object object;
    object.name = name;
    object.shape = shapeOf(kind, std::move(measures));
    object.material = shippedMaterials().front();
    object.ground = object.material.ground;
    return object;
}

std::string twoPagePdf() {
    return "%PDF-1.4\n"
           "1 0 obj << /Type /Catalog /Pages 2 0 R >> endobj\n"
           "2 0 obj << /Type /Pages /Kids [3 0 R 5 0 R] /Count 2 >> endobj\n"
           "3 0 obj << /Type /Page /Parent 2 0 R /MediaBox [0 0 288 144] /Contents 4 0 R >> endobj\n"
           "4 0 obj << /Length 20 >> stream\n0 0 72 72 re f     \nendstream endobj\n"
           "5 0 obj << /Type /Page /Parent 2 0 R /MediaBox [0 0 500 500] /Contents 6 0 R >> endobj\n"
           "6 0 obj << /Length 20 >> stream\n0 0 250 500 re f   \nendstream endobj\n"
           "trailer << /Root 1 0 R >>\n%%EOF\n";
}

cv::Mat load(const std::filesystem::path& file) {
    startVips();
    const VImage image = VImage::new_from_file(file.c_str());
    std::size_t size = 0;
    void* data = image.write_to_memory(&size);
    const int depth = image.format() == VIPS_FORMAT_USHORT ? CV_16U : CV_8U;
    const cv::Mat pixels =
        cv::Mat(image.height(), image.width(), CV_MAKETYPE(depth, image.bands()), data).clone();
    g_free(data);
    return pixels;
}

cv::Mat flipped(const cv::Mat& pixels) {
    cv::Mat mirror;
    cv::flip(pixels, mirror, 1);
    return mirror;
}

bool same(const cv::Mat& a, const cv::Mat& b) {
    return a.size() == b.size() && a.type() == b.type() && (a.empty() || cv::norm(a, b, cv::NORM_INF) == 0);
}

}  // namespace tympan::tests
