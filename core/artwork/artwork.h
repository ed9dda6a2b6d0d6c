#pragma once
#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/artwork/picture_edit.h"
#include "core/artwork/pixels.h"

namespace tympan {

struct Artwork;
struct CutModel;
struct PixelSource;
using ArtworkPtr = std::shared_ptr<const Artwork>;

/// A picture as it came, or as an edit makes it: the original bytes and what was read from them. Never
/// changed once made; shared by everything that shows or prints it. Pixels are sRGB-encoded, upright, at the
/// file's own depth (8 or 16 bits), with 1 (grey), 2 (grey, alpha), 3 (RGB) or 4 (RGB, alpha) channels; alpha
/// is not premultiplied.
struct Artwork {
    enum class Kind { raster, vector };

    std::string name;    ///< for people: the file's name without folder and ending
    std::string format;  ///< "jpeg", "png", "tiff", "webp", "heif", "svg", "pdf"
    std::string sha256;  ///< of the original bytes, and of the edit; the key of everything computed from them
    std::shared_ptr<const std::vector<unsigned char>> bytes;

    Kind kind = Kind::raster;
    SizePx size;  ///< upright pixels; of a vector: at its natural size, 96 (SVG) or 72 (PDF) ppi
    std::optional<double> stored_ppi;  ///< resolution that the file states, if it does
    bool has_alpha = false;
    int pages = 1;                    ///< of a PDF
    std::vector<std::string> linked;  ///< pictures that a drawing names and does not hold: they stay blank

    /// As it came, when this is an edited one; see edited.h.
    ArtworkPtr original;
    PictureEdit edit;
    SizePx edited_from;                   ///< upright pixels of the page that the edit is of; see pageSize
    std::shared_ptr<const CutModel> cut;  ///< the subject that was found, when the edit cuts it out

    /// Of a picture that is put together from prints (see render/as_printed.h): its pixels at a scale to
    /// `size`.
    std::function<PixelSource(double scale)> drawn;

    cv::Mat pixels;          ///< empty for a vector and for an edited picture: see pixelsFor in edited.h
    bool colourful = false;  ///< it has colours of its own: see colourful.h
    cv::Mat reduced;         ///< 8-bit copy of at most 1024 px on the long side, for analysis and thumbnails

    /// Upright pixels before the edit: what the edit's parts are parts of.
    SizePx pageSize() const { return original ? edited_from : size; }
    double aspect() const { return static_cast<double>(size.width) / size.height; }

    /// The size that the file itself states, when it states one.
    std::optional<SizeMm> naturalSize() const;
};

/// A picture is the same wherever its bytes and its edit are: for keys.
inline const std::string& identityOf(const Artwork& artwork) { return artwork.sha256; }

/// The picture without its edit.
inline const Artwork& asItCame(const Artwork& artwork) {
    return artwork.original ? *artwork.original : artwork;
}

/// What a picture keeps in memory, roughly: for caches.
inline std::size_t bytesOf(const ArtworkPtr& artwork) {
    if (!artwork) return 0;
    return (artwork->bytes ? artwork->bytes->size() : 0) +
           artwork->pixels.total() * artwork->pixels.elemSize() +
           artwork->reduced.total() * artwork->reduced.elemSize();
}

inline constexpr int reduced_side_px = 1024;

}  // namespace tympan
