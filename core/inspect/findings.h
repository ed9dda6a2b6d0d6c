#pragma once
#include <optional>
#include <string>
#include <vector>

#include "core/job/job.h"

namespace tympan {

/// Below this many pixels of the artwork to an inch of print, single ones show at arm's length (about 0.2 mm
/// each).
inline constexpr double few_ppi = 120;

enum class Severity { note, warning, blocker };

/// Something worth a look before paper is wasted: a message id with its arguments (lengths in mm), whose it
/// is, and where one exists the size that mends it. The interface and the command line put it into sentences.
struct Finding {
    enum class Id {
        misses_one_sheet,    ///< mm: by how much; remedy: the size that fits one sheet
        crosses_margin,      ///< fits the paper, not what can be printed; mm: by how much; remedy: a size
        larger_than_object,  ///< mm: how far over the edge, uncut; remedy: fit it inside
        misses_object,       ///< no ink lies on the object
        crosses_keep_out,    ///< number: mm² of ink on holes and keep-outs; name: which
        unsuited_material,   ///< the method does not go with what the object is made of; name: why
        dark_ground,         ///< the ink is see-through and most of what is under it is dark
        edge_in_care_zone,   ///< the rim of the ink runs through a care zone; name: which
        seam_in_care_zone,   ///< a join between sheets does
        few_pixels,          ///< number: pixels of the artwork per inch of print
        whole_sheets_join,   ///< number: sheets that a method which lays them whole must join by eye
        newer_method,  ///< the catalogue has a later revision of the piece's method; remedy: take it over
        cropped,       ///< number: per cent of the picture that its asked shape leaves out

        // What the pixels say: see look.h and reading.h.
        soft_detail,       ///< number: pixels of true detail per inch, fewer than the file has
        stray_border,      ///< an even dark (number 0) or pale (1) rim; remedy: trim it
        solid_area,        ///< number: cm² of all; mm: the widest; remedy: hatch
        thin_lines,        ///< mm: how thin; number: what the method holds, in mm
        pale_detail_lost,  ///< number: per cent of the detail that will not be seen on the ground
        dark_detail_lost,  ///< the same where the ground under it is too dark
        much_ink,          ///< number: per cent of the paper that is inked; more than the sheet takes
        colours_merge,     ///< number: per cent of differing colours that become the same grey; remedy: mix
        colour_without,    ///< colour is asked, but the printer prints black alone; remedy: grey
        face,              ///< number: how many; remedy: mark them as care zones
        came_reversed,     ///< name: words read backwards in the picture; remedy: say that it came so
        reads_backwards,   ///< name: words that will be backwards; remedy: it did not come reversed
    };
    Id id;
    Severity severity;
    int piece = 0;
    double mm = 0;
    double number = 0;
    std::optional<SizeMm> remedy;
    std::string name{};
    /// Where: mm from the print's top left corner, finished frame. None: all of the print.
    std::vector<RectMm> places{};
};

/// "misses-one-sheet" and so on: the name in machine-readable output.
std::string_view name(Finding::Id id);

/// Everything worth a look in the job, piece by piece. Pure; quick enough to run after every edit.
std::vector<Finding> findings(const Job& job);

}  // namespace tympan
