#include "cli/finding_words.h"

#include <fmt/format.h>

namespace tympan::cli {

std::string sentence(const Finding& finding) {
    switch (finding.id) {
        case Finding::Id::misses_one_sheet:
            return fmt::format("the picture misses one sheet by {}; {} mm wide would fit",
                               formatLength(finding.mm, Unit::mm),
                               formatNumber(finding.remedy->width, Unit::mm));
        case Finding::Id::crosses_margin:
            return fmt::format(
                "{} of the picture would lie in the margin that is not printed; {} mm wide would fit",
                formatLength(finding.mm, Unit::mm), formatNumber(finding.remedy->width, Unit::mm));
        case Finding::Id::larger_than_object:
            return fmt::format("the picture goes {} over the edge of the object; {} mm wide would fit",
                               formatLength(finding.mm, Unit::mm),
                               formatNumber(finding.remedy->width, Unit::mm));
        case Finding::Id::misses_object:
            return "the picture does not lie on the object at all; move it there";
        case Finding::Id::crosses_keep_out:
            return fmt::format("the picture runs over \"{}\"; move it, or cut it to the object",
                               finding.name);
        case Finding::Id::unsuited_material:
            return finding.name;
        case Finding::Id::dark_ground:
            return "the ink is see-through and hardly shows on this dark colour; paint it pale first";
        case Finding::Id::edge_in_care_zone:
            return fmt::format("the edge cuts into \"{}\", which should stay whole", finding.name);
        case Finding::Id::seam_in_care_zone:
            return fmt::format("a join between sheets runs through \"{}\"", finding.name);
        case Finding::Id::few_pixels:
            return fmt::format("few pixels for this size: {:.0f} an inch", finding.number);
        case Finding::Id::whole_sheets_join:
            return fmt::format("this method lays sheets whole; {:.0f} sheets must be joined by eye",
                               finding.number);
        case Finding::Id::newer_method:
            return fmt::format("the catalogue describes \"{}\" anew; the job keeps its own copy",
                               finding.name);
        case Finding::Id::cropped:
            return fmt::format("another shape than the picture: {:.0f} % of it is left out", finding.number);
        case Finding::Id::soft_detail:
            return fmt::format("the picture is softer than its pixels: its detail comes to {:.0f} an inch",
                               finding.number);
        case Finding::Id::stray_border:
            return fmt::format("an even {} border runs along the picture; crop it off",
                               finding.number > 0 ? "white" : "black");
        case Finding::Id::solid_area:
            return fmt::format("big black areas, {:.1f} cm2 in all; their middle may stay on the paper",
                               finding.number);
        case Finding::Id::thin_lines:
            return fmt::format("lines of {:.2f} mm; this method holds {:.2f} mm (a guess)", finding.mm,
                               finding.number);
        case Finding::Id::pale_detail_lost:
            return fmt::format("pale detail will hardly be seen on this ground: {:.0f} % of all detail",
                               finding.number);
        case Finding::Id::dark_detail_lost:
            return fmt::format("detail over the dark part of the ground will hardly be seen: {:.0f} % of it",
                               finding.number);
        case Finding::Id::much_ink:
            return fmt::format("{:.0f} % of the sheet is inked; this sheet takes less (a guess)",
                               finding.number);
        case Finding::Id::colours_merge:
            return fmt::format("colours that differ become the same grey: {:.0f} % of such places",
                               finding.number);
        case Finding::Id::colour_without:
            return "colour is asked for, but the printer prints black alone";
        case Finding::Id::face:
            return fmt::format("{:.0f} face{} found; mark {} so that seams and edges stay away",
                               finding.number, finding.number > 1 ? "s" : "",
                               finding.number > 1 ? "them" : "it");
        case Finding::Id::came_reversed:
            return fmt::format("\"{}\" reads backwards in the picture: it came reversed", finding.name);
        case Finding::Id::reads_backwards:
            return fmt::format("\"{}\" will read backwards: the picture did not come reversed", finding.name);
    }
    return {};
}

std::string_view name(Severity severity) {
    return severity == Severity::blocker ? "blocker" : severity == Severity::warning ? "warning" : "note";
}

nlohmann::ordered_json asJson(const Job& job, const Finding& finding) {
    const Piece* piece = findPiece(job, finding.piece);
    return {{"id", std::string(tympan::name(finding.id))},
            {"severity", std::string(name(finding.severity))},
            {"piece", piece ? piece->name : std::string()},
            {"message", sentence(finding)}};
}

}  // namespace tympan::cli
