#pragma once
#include <optional>
#include <string>
#include <vector>

#include "core/base/nameless_file.h"
#include "core/base/progress.h"
#include "core/base/write_aside.h"
#include "core/measure/affine.h"
#include "core/measure/outline.h"
#include "core/pdf/packed_ink.h"

namespace tympan {

/// The pictures of a PDF's pages, kept until the document is written: few in memory, many in a file without a
/// name.
class PdfPictures {
  public:
    /// `to_page`: from where its pictures are placed to where they are drawn, in points, y up.
    void beginPage(const Affine& to_page = {}) { pages_.push_back({to_page, {}}); }
    /// Throws Error (output) when there is no room.
    std::size_t store(const PackedInk& ink);
    SizePx sizeOf(std::size_t stored) const { return stored_[stored].size; }
    /// On the page that was begun last. `where`: points, y up from the page's lower edge; so is `clip`:
    /// unless it is empty, only what lies inside of it is drawn.
    void place(std::size_t stored, const RectMm& where, const Outline& clip);

    /// Writes `document`, a PDF with as many pages as were begun, with each page's pictures under what it
    /// shows. Throws Error (output, stopped).
    void writeWith(const std::string& document, WriteAside& file, const Progress& progress) const;

  private:
    struct Stored {
        SizePx size;
        PackedInk::Samples samples;
        PackedInk::Packing packing;
        std::size_t from, length;  // within the file
        std::uint32_t check_sum;
    };
    struct Placed {
        std::size_t stored;
        RectMm where;
        Outline clip;
    };

    struct Page {
        Affine to_page;
        std::vector<Placed> pictures;
    };

    std::string bytesOf(const Stored& stored) const;

    std::vector<Stored> stored_;
    std::vector<Page> pages_;
    std::size_t size_ = 0;
    std::string held_;
    std::optional<NamelessFile> file_;  // what was held, and all after it
};

}  // namespace tympan
