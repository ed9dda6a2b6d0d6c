#pragma once
#include <optional>

#include "core/layout/imposition.h"
#include "core/nest/placed.h"

namespace tympan {

/// One copy on a sheet of small pieces while a hand moves or turns it among the others, which stay.
class HeldPiece {
  public:
    /// `part`: which of the sheet's regions. Keeps the job's gap for scissors.
    HeldPiece(const Job& job, const Imposition& imposition, std::size_t sheet, std::size_t part);
    HeldPiece(HeldPiece&&) = default;
    HeldPiece& operator=(HeldPiece&&) = default;

    /// Where it lay when it was taken.
    const KeptPlace& taken() const { return taken_; }
    /// Whether nothing is in the way, and the printer reaches all of it.
    bool free(const KeptPlace& place) const;
    /// A free place that touches what is near by, its turn kept: out of what it slightly runs into, the
    /// shortest way and no farther than `reach_mm`; or up to what it nearly touches beside it, and above or
    /// below. The wanted place itself where there is none.
    KeptPlace snapped(const KeptPlace& wanted, double reach_mm) const;

  private:
    void lay(const KeptPlace& place, Placed& placed) const;
    /// How far one can go a way (a unit vector) until what is free no longer is, or the other way round; the
    /// free end of it. Nothing when that does not change within `most`.
    std::optional<double> change(const KeptPlace& from, double x, double y, double most) const;

    NestShape shape_;
    PointMm middle_;  ///< of its print and tab, in the print
    KeptPlace taken_;
    NestRoom room_;
    std::vector<NestShape> shapes_;  ///< of the others
    std::vector<Placed> others_;
};

}  // namespace tympan
