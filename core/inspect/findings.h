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
        larger_than_object,  ///< mm: how far over the edge; remedy: the size that fits
        few_pixels,          ///< number: pixels of the artwork per inch of print
        whole_sheets_join,   ///< number: sheets that a method which lays them whole must join by eye
        cropped,             ///< number: per cent of the picture that its asked shape leaves out
    };
    Id id;
    Severity severity;
    int piece = 0;
    double mm = 0;
    double number = 0;
    std::optional<SizeMm> remedy;
};

/// "misses-one-sheet" and so on: the name in machine-readable output.
std::string_view name(Finding::Id id);

/// Everything worth a look in the job, piece by piece. Pure; quick enough to run after every edit.
std::vector<Finding> findings(const Job& job);

}  // namespace tympan
