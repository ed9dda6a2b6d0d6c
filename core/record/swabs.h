#pragma once
#include <filesystem>
#include <memory>
#include <string>
#include <vector>

#include "core/run/run.h"

namespace tympan {

/// What a damp swab did to the ink.
enum class Swabbed { held, trace, ran };
std::string_view name(Swabbed swabbed);
inline constexpr Swabbed swabbings[] = {Swabbed::held, Swabbed::trace, Swabbed::ran};

/// Whether the ink of a printer runs on a paper, after so many more coats than its way of transfer has
/// anyway.
struct SwabTest {
    std::string id;                      ///< RFC 9562
    std::string printer, paper, method;  ///< the printer by its name, what carries the ink, the way by id
    int more_coats = 0;
    Swabbed swabbed = Swabbed::held;
    long long made = 0;  ///< seconds since 1970
    bool operator==(const SwabTest&) const = default;
};

/// Nobody coats ink more often.
inline constexpr int most_more_coats = 20;

/// The tests of a run, as they were answered at the table. Their ids follow from the run, so that the same
/// run writes the same ones. Pure.
std::vector<SwabTest> swabsOf(const WorkRun& run);

/// The latest for a printer, a paper and a way: what a way seals before the swab is no other way's. Of the
/// same second the first in the list. nullptr: nothing is known.
const SwabTest* latestFor(const std::vector<SwabTest>& tests, const std::string& printer,
                          const std::string& paper, const std::string& method);

/// The work as it is after what swabs said: as many coats as held, and no further swab; or one more than when
/// it ran, and laying waits for the next swab.
WorkOrder withSwabs(WorkOrder order, const std::vector<SwabTest>& tests);

/// The swab tests in the maker's record: each is there before the call returns. Throws Error (output) when
/// the record cannot be read or written.
class Swabs {
  public:
    explicit Swabs(const std::filesystem::path& file);
    ~Swabs();

    /// One that was said by hand.
    void keep(const SwabTest& test);
    /// All that a run says so far, in place of what it said before.
    void keepOf(const std::string& run, const std::vector<SwabTest>& tests);
    void erase(const std::string& id);
    /// The latest first; what cannot be read is left out.
    std::vector<SwabTest> all() const;

  private:
    struct Data;
    std::unique_ptr<Data> data_;
};

}  // namespace tympan
