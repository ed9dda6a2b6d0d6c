#include "app/stations/picture/picture_panel.h"

#include "app/look/to_image.h"
#include "app/widgets/colour_button.h"

namespace tympan::app {

PicturePanel::PicturePanel(JobStore& store, PictureEditing& editing) : store_(store), editing_(editing) {}

std::optional<DeskScene> PicturePanel::scene(const Piece&) { return {}; }

DeskScene PicturePanel::deskOf(const Piece& piece, const PictureEdit& edit) {
    DeskScene scene;
    scene.ground = toQColor(objectOf(store_.job(), piece).ground);
    if (const ArtworkPtr picture = editing_.picture(edit))
        scene.picture = imageOf(*picture);
    else
        scene.hint = tr("preparing the picture…");
    return scene;
}

QImage imageOf(const Artwork& artwork) {
    const cv::Mat& pixels = artwork.reduced;
    if (pixels.channels() % 2 != 0) return toImage(pixels);
    cv::Mat rgba = pixels;
    if (pixels.channels() == 2) {
        const int from_to[] = {0, 0, 0, 1, 0, 2, 1, 3};
        rgba = cv::Mat(pixels.size(), CV_8UC4);
        cv::mixChannels(&pixels, 1, &rgba, 1, from_to, 4);
    }
    return toClearImage(rgba);
}

}  // namespace tympan::app
