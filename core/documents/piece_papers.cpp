#include "core/documents/piece_papers.h"

#include <fmt/format.h>

#include "core/object/materials.h"
#include "core/pdf/set_pages.h"

namespace tympan {

namespace {

constexpr SizeMm a4{210, 297}, a6{105, 148};
constexpr double paper_words_mm = 3.4, paper_title_mm = 6.5, heading_mm = 4.4;

std::string minutesText(double minutes) {
    if (minutes < 1) return "under a minute";
    if (minutes < 90) return fmt::format("{:.0f} min", minutes);
    return fmt::format("{:.0f} h {:02.0f}", std::floor(minutes / 60), std::fmod(minutes, 60));
}

/// The largest box of a picture's shape in a place.
RectMm inside(const RectMm& place, const cv::Mat& picture) {
    const double scale = std::min(place.width / picture.cols, place.height / picture.rows);
    const double w = picture.cols * scale, h = picture.rows * scale;
    return {place.x + (place.width - w) / 2, place.y, w, h};
}

std::string materialName(const std::string& id) {
    for (const Material& material : shippedMaterials())
        if (material.id == id) return material.name;
    return id;
}

/// Ours, and plain: the maker knows better and changes it.
std::string careOf(const LogEntry& entry) {
    if (entry.material.starts_with("cotton"))
        return "Wash it by hand, inside out, lukewarm. Dry it flat. Do not iron over the picture.";
    if (entry.material == "skin") return "Comes off with soap and a soft cloth. Not on sore skin.";
    if (entry.material.starts_with("glass") || entry.material == "metal")
        return "Wipe it with a soft damp cloth. No scouring, not into the dishwasher.";
    return "Wipe it with a soft dry cloth. Keep it out of the rain and out of strong sun.";
}

std::string outcomeWords(Outcome outcome) {
    return outcome == Outcome::unsaid     ? "not said how it went"
           : outcome == Outcome::in_parts ? "held in parts"
                                          : std::string(name(outcome));
}

}  // namespace

void writePiecePage(const std::filesystem::path& file, const LogEntry& entry, const PiecePictures& pictures,
                    const TimeZone& zone) {
    PdfFile pdf(file, entry.name, entry.made.time_since_epoch().count());
    SetPages pages(pdf, a4);
    const auto day = [&](Moment at) { return zone.text(at).substr(0, 10); };
    pages.say(entry.name, paper_title_mm, true);
    pages.say(fmt::format("{}, made {}; {}", entry.job, zone.text(entry.made).substr(0, 16),
                          outcomeWords(entry.outcome)),
              paper_words_mm);
    double x = pages.side();
    const double across = (a4.width - 2 * pages.side() - 10) / 3, top = pages.below();
    double lowest = top;
    for (const auto& [picture, words] : {std::pair{&pictures.planned, "as planned"},
                                         {&pictures.before, "before"},
                                         {&pictures.after, "after"}}) {
        if (picture->empty()) continue;
        const RectMm at = inside({x, top, across, 80}, *picture);
        pdf.pictureIn(at, *picture);
        pdf.marks({Words{words, {at.x, at.bottom() + 4}, 2.8}});
        lowest = std::max(lowest, at.bottom() + 7);
        x += across + 5;
    }
    pages.space(lowest - top);
    std::vector<std::string> facts{
        fmt::format("{} on {} ({}).", entry.method_name, entry.object, materialName(entry.material)),
        fmt::format("Printed by {} on {}.", entry.printer, entry.carrier)};
    if (entry.size.width > 0)
        facts.push_back(fmt::format("Picture {:.0f} x {:.0f} mm, {:.0f} cm² of ink.", entry.size.width,
                                    entry.size.height, entry.area_cm2));
    facts.push_back(fmt::format("{} made{}; {:.0f} °C, {:.0f} % humid.",
                                entry.copies == 1 ? "One" : fmt::format("{} copies", entry.copies),
                                entry.spoiled > 0 ? fmt::format(", {} begun anew", entry.spoiled) : "",
                                entry.temperature_c, entry.humidity_percent));
    if (!entry.rights.empty()) facts.push_back("Picture: " + entry.rights);
    for (const std::string& fact : facts) pages.say(fact, paper_words_mm);
    for (const std::string& wrong : entry.wrong) pages.say("Went wrong: " + wrong, paper_words_mm, true);
    for (const DrawnFault& fault : entry.faults)
        pages.say(fmt::format("{}: {:.1f} cm²", name(fault.fault), areaOf(fault)), paper_words_mm, true);
    if (!entry.notes.empty()) pages.say(entry.notes, paper_words_mm);
    if (!entry.next.words.empty()) pages.say("Next time: " + entry.next.words, paper_words_mm, true);
    pages.say("What was done, and how long it took", heading_mm, true);
    for (const DoneStep& step : entry.steps)
        pages.say(fmt::format("{}{}{}: {}, planned {}", step.words, step.hands ? "" : ", waiting",
                              step.times > 1 ? fmt::format(", {} times", step.times) : "",
                              minutesText(step.real_min), minutesText(step.planned_min)),
                  paper_words_mm);
    if (!entry.later.empty()) pages.say("Since then", heading_mm, true);
    for (const LaterEvent& event : entry.later)
        pages.say(fmt::format("{}: {}{}", day(event.at), event.words,
                              event.grams > 0 ? fmt::format(", {:.0f} g", event.grams) : ""),
                  paper_words_mm);
    pages.end();
    pdf.commit();
}

ReceiverCard receiverCardOf(const LogEntry& entry, const TimeZone& zone) {
    ReceiverCard card;
    card.title = entry.name;
    card.made_of = fmt::format("{}, on {}", entry.method_name, materialName(entry.material));
    card.care = careOf(entry);
    if (entry.wash_from) card.wash_from = zone.text(*entry.wash_from).substr(0, 10);
    for (const LaterEvent& event : entry.later)
        if (event.grams > 0) card.grams = event.grams;
    card.rights = entry.rights;
    return card;
}

void writeReceiverCard(const std::filesystem::path& file, const ReceiverCard& card, long long created) {
    constexpr double side = 9, top = 10, picture_height = 72;
    PdfFile pdf(file, card.title, created);
    pdf.beginPage(a6);
    double y = top;
    if (!card.picture.empty()) {
        const RectMm at = inside({side, top, a6.width - 2 * side, picture_height}, card.picture);
        pdf.pictureIn(at, card.picture);
        y = at.bottom() + 5;
    }
    TextColumn column({side, y}, a6.width - 2 * side);
    column.say(card.title, 5.4, true);
    column.say(card.made_of, 3.4);
    if (!card.care.empty()) column.say(card.care, 3.4);
    if (!card.wash_from.empty()) column.say("Not washed before " + card.wash_from + ".", 3.4, true);
    if (card.grams > 0) column.say(fmt::format("{:.0f} g", card.grams), 3.4);
    if (!card.rights.empty()) column.say("Picture: " + card.rights, 2.8);
    if (!card.maker.empty()) column.say("Made by " + card.maker, 3.4);
    if (column.below() > a6.height - 4)
        throw Error(Error::Kind::input, file.string(), "the words have no room on a card of A6",
                    "say the care in fewer words");
    pdf.marks(column.marks());
    pdf.endPage();
    pdf.commit();
}

}  // namespace tympan
