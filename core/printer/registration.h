#pragma once
#include "core/measure/affine.h"
#include "core/printer/printer.h"

namespace tympan {

// Where what is sent to a printer comes to lie. A page in landscape is laid on the upright sheet turned a
// quarter clockwise, its left edge at the sheet's top.

/// From a place on the page as it is sent to where it comes to lie, both in the page's frame (mm, from its
/// top left corner).
Affine laidBy(const Registration& registration, const SizeMm& page);

/// From where something is to lie to where it must stand on the page that is sent: the way back. Exactly the
/// identity for a printer that is exact. Of one that mirrors: to where it must stand so that it lies where
/// the flip of the page has it.
Affine sentFor(const Printer& printer, const SizeMm& page);

/// What a sheet's shrinking does to what lies on it, in the page's frame: it stays against the upright
/// sheet's left and upper edge, as it is fed again.
Affine shrunkBy(const SheetShrink& shrink, const SizeMm& page);

/// The same for the second pass over a sheet: to where something must stand that is to lie on what the first
/// laid at a place, once the sheet has shrunk.
Affine sentAgainFor(const Printer& printer, const SizeMm& page);

/// The registration that lays an upright page as `laid` does, but for what of it is neither scale, turn nor
/// offset: `shear`, the angle by which its axes are not square to each other, in degrees.
struct Decomposed {
    Registration registration;
    double shear_deg = 0;
};
Decomposed decomposed(const Affine& laid);

/// What must be left bare along each edge of an upright page: the printer's margins, and where what lies
/// there would be sent beyond the page. Of one that mirrors, left is what comes to lie at the right.
PageMargins bareEdges(const Printer& printer, const SizeMm& paper);

}  // namespace tympan
