#include "core/documents/piece_papers.h"

#include <fmt/format.h>

#include "core/method/troubles.h"
#include "core/object/materials.h"
#include "core/pdf/set_pages.h"

namespace tympan {

namespace {

constexpr SizeMm a4{210, 297}, a6{105, 148};
constexpr double paper_words_mm = 3.4, paper_title_mm = 6.5, heading_mm = 4.4;

Text minutesText(double minutes) {
    if (minutes < 1) return Text("under a minute");
    if (minutes < 90) return Text("{minutes} min", {{"minutes", Rounded{minutes, 0}}});
    return Text("{hours} h {minutes}", {{"hours", Rounded{std::floor(minutes / 60), 0}},
                                        {"minutes", fmt::format("{:02.0f}", std::fmod(minutes, 60))}});
}

/// The largest box of a picture's shape in a place.
RectMm inside(const RectMm& place, const cv::Mat& picture) {
    const double scale = std::min(place.width / picture.cols, place.height / picture.rows);
    const double w = picture.cols * scale, h = picture.rows * scale;
    return {place.x + (place.width - w) / 2, place.y, w, h};
}

Text materialName(const std::string& id) {
    for (const Material& material : shippedMaterials())
        if (material.id == id) return Text::catalogued(material.name);
    return Text::verbatim(id);
}

/// Ours, and plain: the maker knows better and changes it.
Text careOf(const LogEntry& entry) {
    if (entry.material.starts_with("cotton"))
        return Text("Wash it by hand, inside out, lukewarm. Dry it flat. Do not iron over the picture.");
    if (entry.material == "skin") return Text("Comes off with soap and a soft cloth. Not on sore skin.");
    if (entry.material.starts_with("glass") || entry.material == "metal")
        return Text("Wipe it with a soft damp cloth. No scouring, not into the dishwasher.");
    return Text("Wipe it with a soft dry cloth. Keep it out of the rain and out of strong sun.");
}

Text outcomeWords(Outcome outcome) {
    return outcome == Outcome::unsaid     ? Text("not said how it went")
           : outcome == Outcome::in_parts ? Text("held in parts")
                                          : Text::catalogued(std::string(name(outcome)));
}

/// "varnish, 3 times", "dry, waiting".
Text doneOf(const DoneStep& step) {
    const Argument name("step", Text::catalogued(step.words)), times("times", step.times);
    if (step.times > 1)
        return step.hands ? Text("{step}, {times} times", {name, times})
                          : Text("{step}, waiting, {times} times", {name, times});
    return step.hands ? Text::catalogued(step.words) : Text("{step}, waiting", {name});
}

}  // namespace

void writePiecePage(const Language& say, const std::filesystem::path& file, const LogEntry& entry,
                    const PiecePictures& pictures, const TimeZone& zone) {
    PdfFile pdf(say, file, entry.name, entry.made.time_since_epoch().count());
    SetPages pages(pdf, a4);
    const auto day = [&](Moment at) { return zone.text(at).substr(0, 10); };
    pages.say(Text::verbatim(entry.name), paper_title_mm, true);
    pages.say(Text("{job}, made {time}; {outcome}", {{"job", entry.job},
                                                     {"time", zone.text(entry.made).substr(0, 16)},
                                                     {"outcome", outcomeWords(entry.outcome)}}),
              paper_words_mm);
    double x = pages.side();
    const double across = (a4.width - 2 * pages.side() - 10) / 3, top = pages.below();
    double lowest = top;
    for (const auto& [picture, words] : {std::pair{&pictures.planned, Text("as planned")},
                                         {&pictures.before, Text("before")},
                                         {&pictures.after, Text("after")}}) {
        if (picture->empty()) continue;
        const RectMm at = inside({x, top, across, 80}, *picture);
        pdf.pictureIn(at, *picture);
        pdf.marks({Words{say(words), {at.x, at.bottom() + 4}, 2.8}});
        lowest = std::max(lowest, at.bottom() + 7);
        x += across + 5;
    }
    pages.space(lowest - top);
    std::vector<Text> facts{
        Text("{method} on {object} ({material}).", {{"method", Text::catalogued(entry.method_name)},
                                                    {"object", Text::catalogued(entry.object)},
                                                    {"material", materialName(entry.material)}}),
        Text("Printed by {printer} on {carrier}.",
             {{"printer", entry.printer}, {"carrier", Text::catalogued(entry.carrier)}})};
    if (entry.size.width > 0)
        facts.push_back(Text("Picture {width} x {height} mm, {area} cm² of ink.",
                             {{"width", Rounded{entry.size.width, 0}},
                              {"height", Rounded{entry.size.height, 0}},
                              {"area", Rounded{entry.area_cm2, 0}}}));
    const Argument copies("copies", entry.copies), again("again", entry.spoiled),
        celsius("celsius", Rounded{entry.temperature_c, 0}),
        humidity("humidity", Rounded{entry.humidity_percent, 0});
    facts.push_back(
        entry.spoiled > 0
            ? Text("{copies, plural, one {One} other {# copies}} made, {again} begun again; {celsius} °C, "
                   "{humidity} % humid.",
                   {copies, again, celsius, humidity})
            : Text("{copies, plural, one {One} other {# copies}} made; {celsius} °C, {humidity} % humid.",
                   {copies, celsius, humidity}));
    if (!entry.rights.empty()) facts.push_back(Text("Picture: {rights}", {{"rights", entry.rights}}));
    for (const Text& fact : facts) pages.say(fact, paper_words_mm);
    for (const std::string& each : entry.troubles)
        if (const Trouble* trouble = findTrouble(each))
            pages.say(Text("Went wrong: {wrong}", {{"wrong", Text::catalogued(trouble->name)}}),
                      paper_words_mm, true);
    for (const std::string& wrong : entry.wrong)
        pages.say(Text("Went wrong: {wrong}", {{"wrong", wrong}}), paper_words_mm, true);
    for (const DrawnFault& fault : entry.faults)
        pages.say(Text("{fault}: {area} cm²", {{"fault", Text::catalogued(std::string(name(fault.fault)))},
                                               {"area", Rounded{areaOf(fault), 1}}}),
                  paper_words_mm, true);
    if (!entry.notes.empty()) pages.say(Text::verbatim(entry.notes), paper_words_mm);
    if (!entry.next.words.empty())
        pages.say(Text("Next time: {words}", {{"words", entry.next.words}}), paper_words_mm, true);
    pages.say(Text("What was done, and how long it took"), heading_mm, true);
    for (const DoneStep& step : entry.steps)
        pages.say(Text("{step}: {real}, planned {planned}", {{"step", doneOf(step)},
                                                             {"real", minutesText(step.real_min)},
                                                             {"planned", minutesText(step.planned_min)}}),
                  paper_words_mm);
    if (!entry.later.empty()) pages.say(Text("Since then"), heading_mm, true);
    for (const LaterEvent& event : entry.later)
        pages.say(
            event.grams > 0
                ? Text("{day}: {words}, {grams} g",
                       {{"day", day(event.at)}, {"words", event.words}, {"grams", Rounded{event.grams, 0}}})
                : Text("{day}: {words}", {{"day", day(event.at)}, {"words", event.words}}),
            paper_words_mm);
    pages.end();
    pdf.commit();
}

ReceiverCard receiverCardOf(const Language& say, const LogEntry& entry, const TimeZone& zone) {
    ReceiverCard card;
    card.title = entry.name;
    card.made_of = say(Text("{method}, on {material}", {{"method", Text::catalogued(entry.method_name)},
                                                        {"material", materialName(entry.material)}}));
    card.care = say(careOf(entry));
    if (entry.wash_from) card.wash_from = zone.text(*entry.wash_from).substr(0, 10);
    for (const LaterEvent& event : entry.later)
        if (event.grams > 0) card.grams = event.grams;
    card.rights = entry.rights;
    return card;
}

void writeReceiverCard(const Language& say, const std::filesystem::path& file, const ReceiverCard& card,
                       long long created) {
    constexpr double side = 9, top = 10, picture_height = 72;
    PdfFile pdf(say, file, card.title, created);
    pdf.beginPage(a6);
    double y = top;
    if (!card.picture.empty()) {
        const RectMm at = inside({side, top, a6.width - 2 * side, picture_height}, card.picture);
        pdf.pictureIn(at, card.picture);
        y = at.bottom() + 5;
    }
    TextColumn column(say, {side, y}, a6.width - 2 * side);
    column.say(Text::verbatim(card.title), 5.4, true);
    column.say(Text::verbatim(card.made_of), 3.4);
    if (!card.care.empty()) column.say(Text::verbatim(card.care), 3.4);
    if (!card.wash_from.empty())
        column.say(Text("Not washed before {day}.", {{"day", card.wash_from}}), 3.4, true);
    if (card.grams > 0) column.say(Text("{grams} g", {{"grams", Rounded{card.grams, 0}}}), 3.4);
    if (!card.rights.empty()) column.say(Text("Picture: {rights}", {{"rights", card.rights}}), 2.8);
    if (!card.maker.empty()) column.say(Text("Made by {maker}", {{"maker", card.maker}}), 3.4);
    if (column.below() > a6.height - 4)
        throw Error(Error::Kind::input, file.string(), Text("the words have no room on a card of A6"),
                    Text("say the care in fewer words"));
    pdf.marks(column.marks());
    pdf.endPage();
    pdf.commit();
}

}  // namespace tympan
