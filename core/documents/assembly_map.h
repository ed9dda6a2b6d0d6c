#pragma once
#include <vector>

#include "core/base/language.h"
#include "core/marks/marks.h"
#include "core/seams/seam_plan.h"

namespace tympan {

/// A parted print drawn small into a box of a page: which sheet lies where, and where its seams are.
class AssemblyMap {
  public:
    enum class From { front, back };  ///< of the printed side; of the paper's other side

    AssemblyMap(const SeamPlan& plan, const RectMm& within, From from);

    /// Where the whole print lies on the page, in the proportions of the print.
    const RectMm& where() const { return where_; }

    Marks shaded(const std::vector<std::size_t>& tiles, double grey) const;
    /// The print's own edge.
    Marks rim() const;
    Marks seams(const std::vector<std::size_t>& which, double width_mm, double grey) const;
    /// Each seam's letter at its middle, on a white ground.
    Marks letters(const std::vector<std::size_t>& which, double size_mm) const;
    /// Each sheet's name in its middle, on a white ground.
    Marks labels(const Language& say, double size_mm) const;
    std::vector<std::size_t> allSeams() const;

  private:
    PointMm onPage(const PlacePx& at) const;
    std::vector<PointMm> outlineOf(std::size_t tile) const;

    const SeamPlan& plan_;
    RectMm where_;
    From from_;
};

}  // namespace tympan
