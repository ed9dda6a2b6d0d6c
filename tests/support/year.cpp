#include "tests/support/year.h"

#include "core/base/uuid.h"

namespace tympan::tests {

namespace {

using std::chrono::hours;

struct Kind {
    const char *method, *method_name, *material, *object;
};
constexpr Kind gel_on_slate{"gel-rub-off", "gel, paper rubbed off", "slate", "slate hexagon"};
constexpr Kind tissue{"tissue-overlay", "tissue that stays", "tin", "tin lantern"};
constexpr Kind glue{"glue-rub-off", "glue, paper rubbed off", "pale-wood", "oak board"};
constexpr Kind skin{"skin-sheet", "skin sheet", "skin", "skin"};

LogEntry entryOf(int number, const Kind& kind, Outcome outcome) {
    LogEntry entry;
    entry.id = uuidOf("year/" + std::to_string(number));
    entry.job = "month " + std::to_string(number / 10 + 1);
    entry.name = "piece " + std::to_string(number);
    // Three days apart, from the second of January on.
    entry.made = Moment{hours{24 * (20455 + 3 * number)}};
    entry.begun = entry.made - hours{20};
    entry.method = kind.method;
    entry.method_name = kind.method_name;
    entry.material = kind.material;
    entry.object = kind.object;
    entry.face = "front";
    entry.printer = "laser printer";
    entry.carrier = "plain copy paper";
    entry.area_cm2 = 100;
    entry.size = {125, 80};
    entry.temperature_c = 21;
    entry.humidity_percent = 50;
    entry.outcome = outcome;
    return entry;
}

DoneStep hands(const LogEntry& entry, const char* step, Work work, int times, double minutes) {
    DoneStep done;
    done.key = entry.method + "/" + step;
    done.words = step;
    done.work = work;
    done.face = "front";
    done.hands = true;
    done.times = times;
    done.planned_min = done.real_min = minutes;
    done.area_cm2 = entry.area_cm2;
    return done;
}

DoneStep wait(const LogEntry& entry, double minutes) {
    DoneStep done = hands(entry, "dry", Work::dry, 1, minutes);
    done.hands = false;
    return done;
}

}  // namespace

LogEntry fullEntry() {
    LogEntry entry = entryOf(0, glue, Outcome::in_parts);
    entry.run = "a run";
    entry.piece = 4;
    entry.revision = 3;
    entry.printer_kind = PrinterKind::inkjet;
    entry.copies = 3;
    entry.spoiled = 1;
    entry.steps = {hands(entry, "rub", Work::rub, 4, 22.5), wait(entry, 480)};
    entry.steps.back().not_before_min = 300;
    entry.steps.back().weather = 1.25;
    entry.left_out = {"test"};
    entry.wrong = {"glue on the back"};
    entry.faults = {{Fault::cloud, {{0, 0}, {20, 0}, {20, 10}, {0, 10}}}};
    entry.later = {{Later::washed, entry.made + hours{100}, "by hand", 0},
                   {Later::sent, entry.made + hours{200}, "to a friend", 480}};
    entry.notes = "Caf\u00e9 table, \"second\" try\nwith the thin paper";
    entry.next = {"two coats at the rim", "seal", NextTime::Change::coats, 1};
    entry.resolved = {"less water"};
    entry.rights = "own drawing";
    entry.shop = "the quay";
    entry.bought = 2.5;
    entry.steps.front().ml = 12;
    entry.steps.front().pace = 1.5;
    entry.wash_from = entry.made + hours{72};
    entry.photographs = {{Photograph::Of::before, std::string(64, 'a')},
                         {Photograph::Of::after, std::string(64, '0')}};
    return entry;
}

std::vector<LogEntry> madeUpYear() {
    std::vector<LogEntry> year;
    const auto add = [&](const Kind& kind, Outcome outcome) -> LogEntry& {
        return year.emplace_back(entryOf(static_cast<int>(year.size()), kind, outcome));
    };
    for (int i = 0; i < 9; ++i) {
        const bool two_coats = i < 4;
        LogEntry& entry = add(gel_on_slate, i == 5 || i == 7 ? Outcome::spoiled : Outcome::held);
        entry.steps = {hands(entry, "coat", Work::coat, 1, 5), wait(entry, 600),
                       hands(entry, "rub", Work::rub, 4, 20),
                       hands(entry, "seal", Work::seal, two_coats ? 2 : 1, 5)};
    }
    for (int i = 0; i < 20; ++i) {
        const bool inkjet = i % 2 == 0;
        LogEntry& entry = add(tissue, inkjet && i % 4 == 0 ? Outcome::spoiled : Outcome::held);
        entry.printer = inkjet ? "ink printer" : "laser printer";
        entry.printer_kind = inkjet ? PrinterKind::inkjet : PrinterKind::laser;
        if (entry.outcome == Outcome::spoiled) {
            entry.wrong = {"the red ran"};
            entry.faults = {{Fault::ran, {{0, 0}, {10, 0}, {10, 10}, {0, 10}}}};
        }
    }
    for (int i = 0; i < 16; ++i) {
        const bool short_wait = i % 4 == 0;
        LogEntry& entry = add(glue, short_wait ? Outcome::in_parts : Outcome::held);
        entry.steps = {wait(entry, short_wait ? 90 : 540), hands(entry, "rub", Work::rub, 3 + i % 3, 30)};
        if (short_wait) entry.faults = {{Fault::edge, {{0, 0}, {30, 0}, {30, 10}, {0, 10}}}};
    }
    while (year.size() < 120) add(skin, Outcome::held);
    return year;
}

}  // namespace tympan::tests
