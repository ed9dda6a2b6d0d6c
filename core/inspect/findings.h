#pragma once
#include <optional>
#include <string>
#include <vector>

#include "core/job/job.h"

namespace tympan {

enum class Severity { note, warning, blocker };

/// Something worth a look before paper is wasted: a message id with its arguments (lengths in mm), whose it
/// is, and where one exists the size that mends it. The interface and the command line put it into sentences.
struct Finding {
    enum class Id {
        misses_one_sheet,    ///< mm: by how much; remedy: the size that fits one sheet
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
    };
    Id id;
    Severity severity;
    int piece = 0;
    double mm = 0;
    double number = 0;
    std::optional<SizeMm> remedy;
    std::string name{};
};

/// "misses-one-sheet" and so on: the name in machine-readable output.
std::string_view name(Finding::Id id);

/// Everything worth a look in the job, piece by piece. Pure; quick enough to run after every edit.
std::vector<Finding> findings(const Job& job);

}  // namespace tympan
