#pragma once
#include "core/job/job.h"
#include "core/measure/range.h"

namespace tympan {

// What the numbers of a job may be. Whoever reads a job file holds them against these ranges, and every edit
// brings what it made into them (`withinLimits`): whatever edits make can be saved and opened again.

namespace limits {

inline constexpr Range id{1, 1'000'000'000};
/// A side of a picture. A strip of a few pixels may be as thin as a hair.
inline constexpr Range side_mm{0.01, 20'000};
/// What a person may ask for.
inline constexpr Range asked_mm{1, 20'000};
inline constexpr Range place_mm{-20'000, 20'000};
inline constexpr Range rotation_deg{-360, 360};
inline constexpr Range share{0.1, 10};      ///< of a patchwork
inline constexpr Range bare_mm{0, 20'000};  ///< margins of a fit, distances of a spot
inline constexpr std::size_t most_distances = 2;
inline constexpr Range copies{1, 999}, spares{0, 99};
inline constexpr Range copy{0, copies.most + spares.most - 1};  ///< which of those printed
inline constexpr Range part{0, 1};

inline constexpr Range stop_mm{-500, 500}, rim_mm{0.1, 100}, seed{0, 1'000'000'000};

inline constexpr Range percent{0, 100}, around{-100, 100};
inline constexpr Range steps{0, 16}, grey{0, 255};
inline constexpr Range local_mm{0.1, 50}, limit_around_mm{0.5, 50}, repair_mm{0, 2};
inline constexpr Range screen_per_cm{2, 60};
inline constexpr Range choke_mm{0, 5};

inline constexpr Range seen_from_mm{150, 50'000}, quality{1, 100}, speck_mm{0, 10};

inline constexpr Range paper_mm{50, 5000}, margin_mm{0, 500}, scissor_gap_mm{0, 200}, ppi{20, 2400};
inline constexpr Range cut_beyond_mm{0, 20};
inline constexpr Range nest_seed{1, 1'000'000};
inline constexpr Range overlap_mm{2, 100}, more_sheets{0, 50};
inline constexpr std::size_t most_seams = 500;
inline constexpr Range band_mm{least_band_mm, 200};

inline constexpr Range on_page_mm{0, 5000};  ///< where a print's middle lies on a sheet

inline constexpr Range on_object_mm{-1e5, 1e5};

}  // namespace limits

Piece withinLimits(Piece piece);
Object withinLimits(Object object);
SheetRules withinLimits(SheetRules rules);
Printer withinLimits(Printer printer);

/// A size of the same shape whose sides both lie within `limits::side_mm`.
SizeMm printableShape(const SizeMm& size);

}  // namespace tympan
