#pragma once
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/measure/geometry.h"

namespace tympan {

// How the sheets of a print that is larger than a sheet meet on the object.

enum class Joint {
    butt,      ///< edge to edge: both are cut along the seam
    lap,       ///< the sheet after the seam goes on under the one before it
    two_goes,  ///< laid one after the other; both are inked where they overlap, each in part
};
/// "butt", "lap", "two-goes".
std::string_view name(Joint joint);
std::optional<Joint> jointNamed(std::string_view name);
inline constexpr Joint joints[] = {Joint::butt, Joint::lap, Joint::two_goes};

/// Where seams are laid.
enum class SeamManner {
    regular,    ///< shared out evenly, moved off care zones alone
    quiet,      ///< straight, where they are seen least
    wandering,  ///< along the quietest path, to be cut by hand
};
/// "regular", "quiet", "wandering".
std::string_view name(SeamManner manner);
std::optional<SeamManner> seamMannerNamed(std::string_view name);
inline constexpr SeamManner seam_manners[] = {SeamManner::regular, SeamManner::quiet, SeamManner::wandering};

/// The names of all of them, in order.
template <class Kind, std::size_t N>
std::vector<std::string> namesOf(const Kind (&kinds)[N]) {
    std::vector<std::string> names;
    for (Kind kind : kinds) names.emplace_back(name(kind));
    return names;
}

/// Straight seams as they were laid by hand: lines from edge to edge part the print into bands, lines of its
/// own part each band. In mm from the print's upper left corner, finished frame.
struct KeptSeams {
    bool upright = false;  ///< the bands are columns; else they are rows
    SizeMm print;  ///< of the print that they were laid on: on one of another size they lie in proportion
    std::vector<double> edges_mm;              ///< between bands, rising
    std::vector<std::vector<double>> cuts_mm;  ///< of each band, rising: one list more than there are edges
    bool operator==(const KeptSeams&) const = default;
};

/// What a piece says of its sheets.
struct Joining {
    std::optional<Joint> joint;      ///< none: the method's
    std::optional<KeptSeams> seams;  ///< none: as the job's manner finds them
    bool parted = false;  ///< on purpose, though its method lays a sheet in one piece: see mayBeParted
    bool operator==(const Joining&) const = default;
};

}  // namespace tympan
