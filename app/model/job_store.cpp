#include "app/model/job_store.h"

#include <QDateTime>
#include <algorithm>
#include <utility>

#include "app/model/preferences.h"
#include "app/model/printers.h"
#include "core/base/error.h"
#include "core/base/uuid.h"

namespace tympan::app {

namespace {

Job freshJob() {
    Job job;
    job.name = JobStore::tr("New job").toStdString();
    job.created = QDateTime::currentSecsSinceEpoch();
    job.unit = preferredUnit();
    job.uuid = newUuid();
    job.sheets.paper = preferredPaper();
    Printer printer = printerOfChoice(preferredPrinter());
    printer.id = 1;
    job.printers = {printer};
    return job;
}

}  // namespace

JobStore::JobStore(QObject* parent)
    : QObject(parent), open_(freshJob()), listening_(open_.changed.join([this] { refresh(); })) {}

const Piece* JobStore::printedPiece() const {
    const Piece* chosen = piece();
    if (!chosen || !printedWithOthers(job(), *chosen)) return chosen;
    const Piece* together = printedFor(printed(), chosen_);
    return together ? together : chosen;
}

void JobStore::choose(int piece) {
    if (piece == chosen_ || !findPiece(job(), piece)) return;
    chosen_ = piece;
    open_.endRun();
    emit changed();
}

void JobStore::chooseNext(int by) {
    const auto& pieces = job().pieces;
    for (std::size_t i = 0; i < pieces.size(); ++i)
        if (pieces[i].id == chosen_) {
            const auto next = static_cast<int>(i) + by;
            if (next >= 0 && next < static_cast<int>(pieces.size()))
                choose(pieces[static_cast<std::size_t>(next)].id);
            return;
        }
}

void JobStore::edit(const QString& what, const std::function<Job(Job)>& change, const QString& run) {
    // What was added is what is worked on next.
    added_from_ = job().next_id;
    open_.edit(what.toStdString(), change, run.toStdString());
}

void JobStore::open(Job job) { open_.open(std::move(job)); }

void JobStore::begin() { open(freshJob()); }

QString JobStore::undoName() const { return QString::fromStdString(open_.history().undoName()); }
QString JobStore::redoName() const { return QString::fromStdString(open_.history().redoName()); }

void JobStore::undo() { open_.undo(); }
void JobStore::redo() { open_.redo(); }

void JobStore::collect() {
    findings_ = consequences_.findings;
    std::erase_if(findings_, [&](const Finding& finding) { return !findPiece(job(), finding.piece); });
    for (const Piece& piece : job().pieces)
        if (const auto at = seen_.find(piece.id); at != seen_.end())
            findings_.insert(findings_.end(), at->second.findings.begin(), at->second.findings.end());
    // What spoils most comes first.
    std::stable_sort(findings_.begin(), findings_.end(),
                     [](const Finding& a, const Finding& b) { return a.severity > b.severity; });
}

JobStore::SeenPiece::State JobStore::lookedAt(int piece) const {
    const auto at = seen_.find(piece);
    if (at == seen_.end() || !upToDate() || seen_of_ != revision()) return SeenPiece::State::looking;
    return at->second.state;
}

std::optional<Reading> JobStore::reading() const {
    const auto at = seen_.find(chosen_);
    return at == seen_.end() ? std::nullopt : at->second.reading;
}

void JobStore::setConsequences(Consequences consequences, quint64 of_revision) {
    if (of_revision != revision()) return;
    consequences_ = std::move(consequences);
    consequences_of_ = of_revision;
    collect();
    emit foreseen();
}

void JobStore::setSeen(SeenPieces pieces, quint64 of_revision) {
    seen_ = std::move(pieces);
    seen_of_ = of_revision;
    collect();
    emit seen();
}

void JobStore::dropFinding(const Finding& finding) {
    if (const auto at = seen_.find(finding.piece); at != seen_.end())
        std::erase_if(at->second.findings,
                      [&](const Finding& other) { return other.what.index() == finding.what.index(); });
}

void JobStore::refresh() {
    if (const std::optional<int> first = std::exchange(added_from_, std::nullopt))
        for (const Piece& piece : job().pieces)
            if (piece.id >= *first) chosen_ = piece.id;
    if (!piece()) chosen_ = job().pieces.empty() ? 0 : job().pieces.back().id;
    collect();
    emit changed();
}

}  // namespace tympan::app
