#include "app/stations/print/print_follow.h"

#include <QDateTime>
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

bool PrintFollow::current() const { return under_ && under_->of_revision == store_.revision(); }

std::vector<Printing> PrintFollow::before() const {
    std::vector<Printing> found = history_.of(store_.job().uuid);
    if (under_) std::erase(found, under_->kept);
    return found;
}

int PrintFollow::whiteNext() const {
    return coloured_ && coloured_->of_revision == store_.revision() ? coloured_->sent.again : 0;
}

void PrintFollow::printWhite() {
    if (whiteNext() == 0) return;
    const Printed colour = coloured_->sent;
    WhichSheets all = colour.which;
    all.first = 1, all.last = 0;
    emit againWanted(colour.printer, all, colour.pass + 1);
}

void PrintFollow::begin(const Printed& sent) {
    Under under;
    under.sent = sent;
    under.of_revision = store_.revision();
    under.kept = {store_.job().uuid,
                  store_.job().name,
                  sent.printer.toStdString(),
                  QDateTime::currentSecsSinceEpoch(),
                  sent.pass,
                  {},
                  {}};
    for (const QString& sheet : sent.sheets) under.kept.sheets.push_back(sheet.toStdString());
    under_ = std::move(under);
    coloured_.reset();
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
    under_->kept.missing = missing;
    keep();
    timer_.stop();
    if (missing.empty() && under_->sent.again > 0) coloured_ = under_;
    under_.reset();
    emit changed();
}

void PrintFollow::allCameOut() {
    if (under_) answered({});
}

void PrintFollow::areMissing(int first, int last) {
    if (!under_ || first < 1 || last < first || last > under_->sent.sheets.size()) return;
    std::vector<int> missing(static_cast<std::size_t>(last - first + 1));
    std::iota(missing.begin(), missing.end(), first);
    const Printed sent = under_->sent;
    const bool same = current();
    answered(missing);
    if (!same) return;
    WhichSheets rest = sent.which;
    rest.first = sent.which.first + first - 1;
    rest.last = sent.which.first + last - 1;
    emit againWanted(sent.printer, rest, sent.pass);
}

void PrintFollow::forget() {
    timer_.stop();
    under_.reset();
    emit changed();
}

}  // namespace tympan::app
