#pragma once
#include <optional>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

#include "core/enlarge/enlarging.h"
#include "core/job/joining.h"
#include "core/measure/geometry.h"

namespace tympan {

enum class Severity { note, warning, blocker };

// What can be worth a look before paper is wasted: one struct a kind, with its name in machine-readable
// output and what it has to say (lengths in mm, shares from 0 to 1). Whoever shows, mends or places them
// visits all kinds, so that the compiler finds every place that a new one needs.
namespace finding {

struct MissesOneSheet {  ///< by so little that a smaller print fits one sheet
    static constexpr std::string_view id = "misses-one-sheet";
    double by_mm;
    SizeMm fits;
    double part = 1;  ///< of its present size
};
struct SavesSheets {  ///< a little smaller it takes fewer sheets
    static constexpr std::string_view id = "saves-sheets";
    long sheets, fewer;  ///< now, and then
    SizeMm fits;
    double part = 1;  ///< of its present size
};
struct CrossesMargin {  ///< fits the paper, but not what can be printed of it
    static constexpr std::string_view id = "crosses-margin";
    double by_mm;
    SizeMm fits;
};
struct LargerThanObject {  ///< over the edge, uncut
    static constexpr std::string_view id = "larger-than-object";
    double by_mm;
    std::optional<SizeMm> fits;  ///< the largest that lies inside, where there is room for any
    bool covers = false;         ///< all of what is seen: cut to the object, it bares nothing
};
struct MissesObject {  ///< no ink lies on the object
    static constexpr std::string_view id = "misses-object";
};
struct CrossesKeepOut {
    static constexpr std::string_view id = "crosses-keep-out";
    std::string zone;
    double area_mm2;
};
struct UnsuitedMaterial {  ///< the method does not go with what the object is made of
    static constexpr std::string_view id = "unsuited-material";
    Text why;
};
struct FinishOrder {  ///< something that is not printed, or a step, stands where it spoils or is spoiled
    static constexpr std::string_view id = "finish-order";
    Text what, why;
    int layer = -1;  ///< of the object's, from 0; none: a step of the method
};
struct MaterialWithCare {  ///< the method goes with it, but for something that one must mind
    static constexpr std::string_view id = "material-with-care";
    Text why;
};
struct UnsuitedPrinter {  ///< or with what the printer lays down
    static constexpr std::string_view id = "unsuited-printer";
    std::string printer;
    Text why;
};
struct DarkGround {  ///< the ink is see-through and most of what is under it is dark
    static constexpr std::string_view id = "dark-ground";
    bool painted = false;  ///< the plan paints it pale first
    double share = 1;      ///< of the ink that lies on it
};
struct EdgeCutsWords {  ///< the rim of the ink runs through lettering
    static constexpr std::string_view id = "edge-cuts-words";
    int words;
};
struct EdgeInCareZone {  ///< the rim of the ink runs through a part that should stay whole
    static constexpr std::string_view id = "edge-in-care-zone";
    std::string zone;
};
struct SeamInCareZone {  ///< a join between sheets does
    static constexpr std::string_view id = "seam-in-care-zone";
    std::string zone;
};
struct SeamCrosses {  ///< a join between sheets runs through lettering, or a face
    static constexpr std::string_view id = "seam-crosses";
    bool face;  ///< else lettering
    int places;
    /// What would cross fewer of them: this manner, with so many sheets more. None was found without.
    struct Better {
        SeamManner manner;
        int more_sheets;
    };
    std::optional<Better> better;
};
struct FewPixels {
    static constexpr std::string_view id = "few-pixels";
    double per_inch;        ///< pixels of the artwork to an inch of print
    Engine engine;          ///< what makes more of them
    int times;              ///< how many times as many each way; 1: none are made up
    double enough_from_mm;  ///< from so far the eye sees no more than the picture has
};
struct WholeSheetsJoin {  ///< what is laid in one piece fits no sheet, or is parted on purpose
    static constexpr std::string_view id = "whole-sheets-join";
    long sheets;
    std::optional<SizeMm> fits = {};  ///< the largest that one sheet holds
    bool on_purpose = false;
};
struct NewerMethod {  ///< the catalogue has a later revision of the piece's method
    static constexpr std::string_view id = "newer-method";
    std::string name;
};
struct Cropped {  ///< the asked shape leaves out some of the picture
    static constexpr std::string_view id = "cropped";
    double share;
};

// What the pixels say: see look.h and reading.h.

struct LinkedPicture {  ///< the drawing names a picture that it does not hold: it stays blank
    static constexpr std::string_view id = "linked-picture";
    std::string name;
};
struct SoftDetail {  ///< the file has more pixels than detail
    static constexpr std::string_view id = "soft-detail";
    double per_inch;
};
struct EvenBorder {
    static constexpr std::string_view id = "stray-border";
    bool white;
};
struct PaleHaze {  ///< the background is nearly white: it prints as a pale rectangle
    static constexpr std::string_view id = "pale-haze";
};
struct SolidAreas {
    static constexpr std::string_view id = "solid-area";
    double cm2;  ///< of all of them
};
struct ThinLine {
    static constexpr std::string_view id = "thin-lines";
    double mm, holds_mm;    ///< how thin; what the method holds
    bool measured = false;  ///< by a strip; else a guess
};
struct PaleDetailLost {  ///< it will not be seen on the ground
    static constexpr std::string_view id = "pale-detail-lost";
    double share;           ///< of the detail
    bool measured = false;  ///< going by a strip; else by a guess
};
struct DarkDetailLost {  ///< the same where the ground under it is too dark
    static constexpr std::string_view id = "dark-detail-lost";
    double share;
    bool measured = false;
};
struct NightPicture {  ///< dark from edge to edge: no contrast makes it what a transfer holds well
    static constexpr std::string_view id = "night-picture";
};
struct MuchInk {  ///< more than the sheet takes
    static constexpr std::string_view id = "much-ink";
    double share;  ///< of the paper
};
struct ColoursMerge {  ///< colours that differ become the same grey
    static constexpr std::string_view id = "colours-merge";
    double share;  ///< of the places where they meet
};
struct ColourWithout {  ///< colour is asked, but the printer prints black alone
    static constexpr std::string_view id = "colour-without";
};
struct Faces {
    static constexpr std::string_view id = "face";
    int count;
};
struct CameReversed {  ///< words read backwards in the picture
    static constexpr std::string_view id = "came-reversed";
    std::string words;
};
struct ReadsBackwards {  ///< words will be backwards: the picture is said to have come reversed
    static constexpr std::string_view id = "reads-backwards";
    std::string words;
};

using What = std::variant<MissesOneSheet, SavesSheets, CrossesMargin, LargerThanObject, MissesObject,
                          CrossesKeepOut, UnsuitedMaterial, FinishOrder, MaterialWithCare, UnsuitedPrinter,
                          DarkGround, EdgeCutsWords, EdgeInCareZone, SeamInCareZone, SeamCrosses, FewPixels,
                          WholeSheetsJoin, NewerMethod, Cropped, LinkedPicture, SoftDetail, EvenBorder,
                          PaleHaze, SolidAreas, ThinLine, PaleDetailLost, DarkDetailLost, NightPicture,
                          MuchInk, ColoursMerge, ColourWithout, Faces, CameReversed, ReadsBackwards>;

}  // namespace finding

struct Finding {
    finding::What what;
    Severity severity = Severity::note;
    int piece = 0;
    /// Where: mm from the print's top left corner, finished frame. None: all of the print.
    std::vector<RectMm> places{};
    /// Whether its remedy, if it has one, may be offered: it makes nothing else worse (see remedies.h).
    bool mendable = true;
};

/// "misses-one-sheet" and so on: the name in machine-readable output.
inline std::string_view name(const Finding& found) {
    return std::visit([](const auto& what) { return what.id; }, found.what);
}

template <class What>
bool is(const Finding& found) {
    return std::holds_alternative<What>(found.what);
}

}  // namespace tympan
