#include "cli/finding_words.h"

#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "core/base/language.h"
#include "core/base/overloaded.h"
#include "core/job/job.h"
#include "core/measure/length.h"
#include "core/measure/percent.h"

namespace tympan::cli {

std::string sentence(const Finding& found) {
    using namespace finding;
    const auto mm = [](double length) { return formatLength(length, Unit::mm); };
    const auto fits = [](const SizeMm& size) {
        return fmt::format("{} mm wide would fit", formatNumber(size.width, Unit::mm));
    };
    const auto partOf = [](double share) {
        return share < 0.2 ? "a little of it" : share < 0.5 ? "a good part of it" : "most of it";
    };
    const auto percent = [](double share) { return fmt::format("{:.0f} %", 100 * share); };
    const Overloaded words{
        [&](const MissesOneSheet& what) {
            return fmt::format("the picture misses one sheet by {}; {}", mm(what.by_mm), fits(what.fits));
        },
        [&](const SavesSheets& what) {
            return fmt::format("it takes {} sheets; {:.1f} % smaller, {} mm wide, it would take {}",
                               what.sheets, percentUp(1 - what.part), formatNumber(what.fits.width, Unit::mm),
                               what.fewer);
        },
        [&](const CrossesMargin& what) {
            return fmt::format("{} of the picture would lie in the margin that is not printed; {}",
                               mm(what.by_mm), fits(what.fits));
        },
        [&](const LargerThanObject& what) {
            return fmt::format("the picture goes {} over the edge of the object; {}", mm(what.by_mm),
                               what.covers ? "cut it to the object"
                               : what.fits ? fits(*what.fits)
                                           : "nothing of its shape would fit inside");
        },
        [](const MissesObject&) {
            return std::string("the picture does not lie on the object at all; move it there");
        },
        [](const CrossesKeepOut& what) {
            return fmt::format("the picture runs over \"{}\"; move it, or cut it to the object", what.zone);
        },
        [](const UnsuitedMaterial& what) { return inEnglish(what.why); },
        [](const FinishOrder& what) { return inEnglish(what.what) + ": " + inEnglish(what.why); },
        [](const MaterialWithCare& what) { return inEnglish(what.why); },
        [](const UnsuitedPrinter& what) {
            return what.printer.empty() ? inEnglish(what.why)
                                        : fmt::format("\"{}\": {}", what.printer, inEnglish(what.why));
        },
        [](const EdgeCutsWords& what) {
            return fmt::format("the edge cuts through lettering in {} place{}; move the picture, or its edge",
                               what.words, what.words == 1 ? "" : "s");
        },
        [&](const DarkGround& what) {
            if (!what.painted && what.share < 0.5)
                return fmt::format("{} lies on a dark colour, where see-through ink hardly shows",
                                   partOf(what.share));
            return std::string(
                what.painted ? "the ink is see-through: under it this dark colour is painted pale first, as "
                               "the plan has it"
                             : "the ink is see-through and hardly shows on this dark colour; choose a "
                               "method with a white of its own, or paint it pale first");
        },
        [](const EdgeInCareZone& what) {
            return fmt::format("the edge cuts into \"{}\", which should stay whole", what.zone);
        },
        [](const SeamInCareZone& what) {
            return fmt::format("a join between sheets runs through \"{}\"", what.zone);
        },
        [](const SeamCrosses& what) {
            std::string words = fmt::format("a join between sheets runs through {} ({} place{})",
                                            what.face ? "a face" : "what looks like lettering", what.places,
                                            what.places == 1 ? "" : "s");
            if (what.better && what.better->more_sheets > 0)
                words += fmt::format("; --more-sheets {} would cross fewer", what.better->more_sheets);
            else if (what.better)
                words += fmt::format("; --seams {} would cross fewer", name(what.better->manner));
            return words;
        },
        [](const FewPixels& what) {
            const std::string few = fmt::format("few pixels for this size: {:.0f} an inch", what.per_inch);
            const std::string enough = fmt::format("enough from {:.1f} m on", what.enough_from_mm / 1000);
            if (what.engine == Engine::redraw) return few + "; it is drawn again as curves";
            if (what.times == 1) return fmt::format("{}; {}", few, enough);
            return fmt::format("{}; it is made {} times larger, its true detail is {}", few, what.times,
                               enough);
        },
        [&](const WholeSheetsJoin& what) {
            if (what.on_purpose)
                return fmt::format(
                    "it is parted on purpose: {} sheets are laid whole and joined by eye, and the joins show",
                    what.sheets);
            return fmt::format("it is laid in one piece and does not fit one sheet; {}",
                               what.fits ? fits(*what.fits) : "take larger paper");
        },
        [](const NewerMethod& what) {
            return fmt::format("the catalogue describes \"{}\" anew; the job keeps its own copy", what.name);
        },
        [&](const Cropped& what) {
            return fmt::format("another shape than the picture: {} of it is left out", percent(what.share));
        },
        [](const LinkedPicture& what) {
            return fmt::format("the drawing names \"{}\" and does not hold it; it stays blank: embed it",
                               what.name);
        },
        [](const SoftDetail& what) {
            return fmt::format("the picture is softer than its pixels: its detail comes to {:.0f} an inch",
                               what.per_inch);
        },
        [](const EvenBorder& what) {
            return fmt::format("an even {} border runs along the picture; crop it off",
                               what.white ? "white" : "black");
        },
        [](const PaleHaze&) {
            return std::string("the background is nearly white, not white: it prints as a pale rectangle");
        },
        [](const SolidAreas& what) {
            return fmt::format("big black areas, {:.1f} cm2 in all; their middle may stay on the paper",
                               what.cm2);
        },
        [](const ThinLine& what) {
            if (what.measured)
                return fmt::format("lines of {:.2f} mm; on the strip lines finer than {:.2f} mm were lost",
                                   what.mm, what.holds_mm);
            return fmt::format(
                "lines of {:.2f} mm; lines finer than {:.2f} to {:.2f} mm may be lost (a guess)", what.mm,
                guessed_least * what.holds_mm, guessed_most * what.holds_mm);
        },
        [&](const PaleDetailLost& what) {
            return fmt::format("pale detail will hardly be seen on this ground: {} (going by {})",
                               partOf(what.share), what.measured ? "a strip" : "a guess");
        },
        [&](const DarkDetailLost& what) {
            return fmt::format(
                "detail over the dark part of the ground will hardly be seen: {} (going by {})",
                partOf(what.share), what.measured ? "a strip" : "a guess");
        },
        [](const NightPicture&) -> std::string {
            return "dark from edge to edge: large black areas tend to stay on the paper";
        },
        [&](const MuchInk& what) {
            return fmt::format("{} of the sheet is inked; this sheet takes less (a guess)",
                               percent(what.share));
        },
        [&](const ColoursMerge& what) {
            return fmt::format("colours that differ become the same grey: {} of such places",
                               percent(what.share));
        },
        [](const ColourWithout&) {
            return std::string("colour is asked for, but the printer prints black alone");
        },
        [](const Faces& what) {
            return fmt::format("{} face{} found; mark {} so that seams and edges stay away", what.count,
                               what.count > 1 ? "s" : "", what.count > 1 ? "them" : "it");
        },
        [](const CameReversed& what) {
            return fmt::format("\"{}\" reads backwards in the picture: it came reversed", what.words);
        },
        [](const ReadsBackwards& what) {
            return fmt::format("\"{}\" will read backwards: the picture did not come reversed", what.words);
        },
    };
    return std::visit(words, found.what);
}

std::string_view name(Severity severity) {
    return severity == Severity::blocker ? "blocker" : severity == Severity::warning ? "warning" : "note";
}

nlohmann::ordered_json asJson(const Job& job, const Finding& finding) {
    const Piece* piece = findPiece(job, finding.piece);
    return {{"id", std::string(tympan::name(finding))},
            {"severity", std::string(name(finding.severity))},
            {"piece", piece ? piece->name : std::string()},
            {"message", sentence(finding)}};
}

}  // namespace tympan::cli
