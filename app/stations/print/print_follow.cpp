#include "app/stations/print/print_follow.h"

#include <QDateTime>
#include <algorithm>
#include <numeric>

#include "app/shell/job_store.h"
#include "app/shell/render_service.h"
#include "core/base/error.h"

namespace tympan::app {

namespace {
constexpr int ask_every_ms = 1500;
}

bool PrintFollow::Under::over() const {
    using State = PrintProgress::State;
    return progress.state == State::done || progress.state == State::given_up ||
           progress.state == State::unknown;
}

PrintFollow::PrintFollow(std::filesystem::path history, JobStore& store, RenderService& service,
                         Service printing, QObject* parent)
    : QObject(parent),
      store_(store),
      service_(service),
      printing_(std::move(printing)),
      history_(std::move(history)) {
    timer_.setInterval(ask_every_ms);
    connect(&timer_, &QTimer::timeout, this, &PrintFollow::ask);
}

std::vector<Printing> PrintFollow::before() const {
    std::vector<Printing> found = history_.of(store_.job().uuid);
    if (under_) std::erase(found, under_->kept);
    return found;
}

QStringList PrintFollow::whiteNext() const {
    const bool ours = coloured_ && coloured_->of->job.uuid == store_.job().uuid;
    return ours ? coloured_->names() : QStringList();
}

void PrintFollow::printWhite() {
    if (whiteNext().isEmpty()) return;
    const Printed colour = *coloured_;
    emit againWanted(colour.printer, colour.of, colour.places, colour.pass + 1);
}

void PrintFollow::begin(const Printed& sent) {
    Under under;
    under.sent = sent;
    under.kept = {sent.of->job.uuid,
                  sent.of->job.name,
                  sent.printer.toStdString(),
                  QDateTime::currentSecsSinceEpoch(),
                  sent.pass,
                  {},
                  {}};
    for (const QString& sheet : sent.names()) under.kept.sheets.push_back(sheet.toStdString());
    under_ = std::move(under);
    // Sheets of the same printing go on gathering; their white takes them away, and another printing all.
    if (coloured_ && (coloured_->of != sent.of || sent.pass > coloured_->pass)) coloured_.reset();
    keep();
    timer_.start();
    ask();
    emit changed();
}

void PrintFollow::ask() {
    if (!under_ || under_->over()) return timer_.stop();
    service_.request(QStringLiteral("print state"),
                     [this, asks = printing_.ask, printer = under_->sent.printer,
                      number = under_->sent.number](const std::stop_token&) -> RenderService::Finish {
                         const PrintProgress progress = asks(printer, number);
                         return [this, progress, number] {
                             if (!under_ || under_->sent.number != number || under_->progress == progress)
                                 return;
                             under_->progress = progress;
                             if (under_->over()) timer_.stop();
                             emit changed();
                         };
                     });
}

void PrintFollow::stop() {
    if (!under_) return;
    service_.request(QStringLiteral("print stop"),
                     [this, cancel = printing_.cancel, printer = under_->sent.printer,
                      number = under_->sent.number](const std::stop_token&) -> RenderService::Finish {
                         cancel(printer, number);
                         return [this] { ask(); };
                     });
}

void PrintFollow::keep() {
    try {
        history_.keep(under_->kept);
    } catch (const Error& error) {
        emit told(QString::fromUtf8(error.what()), false);
    }
}

void PrintFollow::answered(const std::vector<int>& missing) {
    const Printed& sent = under_->sent;
    under_->kept.missing = missing;
    keep();
    timer_.stop();
    for (std::size_t i = 0; i < sent.places.size(); ++i) {
        const std::size_t place = sent.places[i];
        if (sent.of->sheets.sheets[place].passes <= sent.pass ||
            std::find(missing.begin(), missing.end(), static_cast<int>(i) + 1) != missing.end())
            continue;
        if (!coloured_) coloured_ = Printed{sent.printer, sent.number, sent.of, {}, sent.pass};
        if (std::find(coloured_->places.begin(), coloured_->places.end(), place) == coloured_->places.end())
            coloured_->places.push_back(place);
    }
    if (coloured_) std::sort(coloured_->places.begin(), coloured_->places.end());
    under_.reset();
    emit changed();
}

void PrintFollow::allCameOut() {
    if (under_) answered({});
}

void PrintFollow::areMissing(int first, int last) {
    if (!under_ || first < 1 || last < first || static_cast<std::size_t>(last) > under_->sent.places.size())
        return;
    std::vector<int> missing(static_cast<std::size_t>(last - first + 1));
    std::iota(missing.begin(), missing.end(), first);
    const Printed sent = under_->sent;
    answered(missing);
    emit againWanted(sent.printer, sent.of, {sent.places.begin() + first - 1, sent.places.begin() + last},
                     sent.pass);
}

void PrintFollow::forget() {
    timer_.stop();
    under_.reset();
    emit changed();
}

}  // namespace tympan::app
