#include "workshop/print_run.h"

#include <algorithm>
#include <numeric>

#include "core/base/error.h"
#include "core/base/language.h"
#include "core/pdf/sheets_pdf.h"

namespace tympan::workshop {

std::vector<Text> Sent::names() const {
    std::vector<Text> names;
    for (const std::size_t place : places) names.push_back(sheetLabel(of->job, of->sheets.sheets[place]));
    return names;
}

namespace {

/// As the record keeps them, whatever the language is.
std::vector<std::string> labelsOf(const Sent& sent) {
    std::vector<std::string> labels;
    for (const Text& name : sent.names()) labels.push_back(inEnglish(name));
    return labels;
}

}  // namespace

bool PrintRun::Under::over() const {
    using State = PrintProgress::State;
    return progress.state == State::done || progress.state == State::given_up ||
           progress.state == State::unknown;
}

PrintRun::PrintRun(std::filesystem::path record, OpenJob& open, Executor& executor, Clock& clock,
                   PrintService service)
    : open_(open),
      executor_(executor),
      clock_(clock),
      service_(std::move(service)),
      history_(std::move(record)) {}

std::vector<Printing> PrintRun::ofJob(const std::string& uuid) const {
    try {
        return history_.of(uuid);
    } catch (const Error&) {
        return {};  // whoever opens the record says what is wrong with it
    }
}

std::vector<Printing> PrintRun::before() const {
    std::vector<Printing> found = ofJob(open_.job().uuid);
    if (under_) std::erase(found, under_->kept);
    return found;
}

const Sent* PrintRun::whiteNext() const {
    return coloured_ && coloured_->of->job.uuid == open_.job().uuid ? &*coloured_ : nullptr;
}

void PrintRun::printWhite() {
    if (const Sent* colour = whiteNext()) {
        Sent white = *colour;
        ++white.pass;
        again_wanted(white);
    }
}

void PrintRun::begin(const Sent& sent) {
    Under under;
    under.sent = sent;
    under.kept = {sent.of->job.uuid,
                  sent.of->job.name,
                  sent.printer,
                  clock_.now().time_since_epoch().count(),
                  sent.pass,
                  labelsOf(sent),
                  {}};
    // The record knows an order by its job and moment; a clock that is made up may stand still.
    const std::vector<Printing> earlier = ofJob(under.kept.job);
    while (std::any_of(earlier.begin(), earlier.end(),
                       [&](const Printing& each) { return each.begun == under.kept.begun; }))
        ++under.kept.begun;
    under_ = std::move(under);
    // Sheets of the same order go on gathering; their white takes them away, and another order all.
    if (coloured_ && (coloured_->of != sent.of || sent.pass > coloured_->pass)) coloured_.reset();
    keep();
    ask();
    changed();
}

void PrintRun::ask() {
    next_ask_.reset();
    asking_.request_stop();
    if (!under_ || under_->over()) return;
    asking_ = std::stop_source();
    const std::weak_ptr<int> alive = alive_;
    const auto later = [this] { next_ask_ = clock_.after(ask_every, [this] { ask(); }); };
    executor_.beside(
        Hurry::waited_for, asking_.get_token(),
        [this, alive, later, asks = service_.ask, printer = under_->sent.printer,
         number = under_->sent.number](const std::stop_token& stop) -> Executor::Finish {
            return [this, alive, later, stop, number, progress = asks(printer, number)] {
                if (alive.expired() || stop.stop_requested()) return;
                if (!under_ || under_->sent.number != number) return;
                const bool other = under_->progress != progress;
                under_->progress = progress;
                if (!under_->over()) later();
                if (other) changed();
            };
        },
        [alive, later](const Failure& failure) {
            if (!alive.expired() && !failure.stopped) later();
        });
}

void PrintRun::stop() {
    if (!under_) return;
    executor_.beside(
        Hurry::waited_for, {},
        [this, alive = std::weak_ptr(alive_), cancel = service_.cancel, printer = under_->sent.printer,
         number = under_->sent.number](const std::stop_token&) -> Executor::Finish {
            cancel(printer, number);
            return [this, alive] {
                if (!alive.expired()) ask();
            };
        },
        {});
}

void PrintRun::keep() {
    try {
        history_.keep(under_->kept);
    } catch (const Error& error) {
        not_kept(error.words());
    }
}

void PrintRun::answered(const std::vector<int>& missing) {
    const Sent& sent = under_->sent;
    under_->kept.missing = missing;
    keep();
    next_ask_.reset();
    for (std::size_t i = 0; i < sent.places.size(); ++i) {
        const std::size_t place = sent.places[i];
        if (sent.of->sheets.sheets[place].passes <= sent.pass ||
            std::find(missing.begin(), missing.end(), static_cast<int>(i) + 1) != missing.end())
            continue;
        if (!coloured_) coloured_ = Sent{sent.printer, sent.number, sent.of, {}, sent.pass};
        if (std::find(coloured_->places.begin(), coloured_->places.end(), place) == coloured_->places.end())
            coloured_->places.push_back(place);
    }
    if (coloured_) std::sort(coloured_->places.begin(), coloured_->places.end());
    under_.reset();
    changed();
}

void PrintRun::allCameOut() {
    if (under_) answered({});
}

void PrintRun::areMissing(int first, int last) {
    if (!under_ || first < 1 || last < first || static_cast<std::size_t>(last) > under_->sent.places.size())
        return;
    std::vector<int> missing(static_cast<std::size_t>(last - first + 1));
    std::iota(missing.begin(), missing.end(), first);
    Sent again = under_->sent;
    again.places = {again.places.begin() + first - 1, again.places.begin() + last};
    answered(missing);
    again_wanted(again);
}

void PrintRun::forget() {
    next_ask_.reset();
    under_.reset();
    changed();
}

}  // namespace tympan::workshop
