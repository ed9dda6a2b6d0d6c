#pragma once
#include <functional>

#include "core/base/json_reader.h"
#include "core/job/job.h"

namespace tympan {

/// 1: one printer, told by the sheets. 2: printers of the job, of which each piece names one. 3: steps of
/// methods have ids and kinds; sheets whose places are kept. 4: how seams are laid and sheets meet.
inline constexpr int job_version = 4;

/// The text of job.json: "format": "tympan-job". Artworks are named by hash and kind, not held.
std::string jsonOf(const Job& job);

/// The name of an artwork in a job file: "artwork/<sha256>.<ext>".
std::string entryOf(const Artwork& artwork);

struct ReadJob {
    Job job;
    std::vector<Text> faults;  ///< what could not be read
    bool later = false;        ///< written by a later program: not to be saved over
};

/// Finds the artwork of an entry; throws Error (input) when it cannot be had. `name` is the artwork's for
/// people.
using ArtworkSource = std::function<ArtworkPtr(const std::string& entry, const std::string& name)>;

/// Reads job.json. A piece or object that cannot be read is named and left out, with the pieces on it; the
/// rest is whole. Unknown fields are kept in `Job::rest`. Throws Error (input) when it is no job at all.
ReadJob readJob(const JsonText& source, const ArtworkSource& artworks);

}  // namespace tympan
