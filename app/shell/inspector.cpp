#include "app/shell/inspector.h"

#include "app/shell/job_store.h"
#include "app/shell/render_service.h"

namespace tympan::app {

namespace {

constexpr int rests_ms = 300;
constexpr qsizetype most_kept = 64;

QString view() { return QStringLiteral("look at pieces"); }

}  // namespace

Inspector::Inspector(JobStore& store, RenderService& service, QObject* parent)
    : QObject(parent), store_(store), service_(service) {
    rest_.setSingleShot(true);
    rest_.setInterval(rests_ms);
    connect(&rest_, &QTimer::timeout, this, [this] {
        keys_.clear();
        for (const Piece& piece : store_.job().pieces)
            keys_[piece.id] = QString::fromStdString(lookKeyOf(store_.job(), piece));
        if (seen_.size() > most_kept) seen_.clear();
        tell();
        next();
    });
    connect(&service_, &RenderService::failed, this, [this](const QString& which, const QString& sentence) {
        if (which != view()) return;
        working_ = false;
        // What cannot be read is said once, by the service; looking goes on with the others.
        if (!sentence.isEmpty()) failed_ << looked_at_;
        next();
    });
    connect(&store_, &JobStore::changed, &rest_, qOverload<>(&QTimer::start));
}

bool Inspector::busy() const { return rest_.isActive() || working_; }

void Inspector::next() {
    if (working_ || rest_.isActive()) return;
    const auto beginsWith = [this](const Piece& piece) {
        const QString key = keys_.value(piece.id);
        if (key.isEmpty() || failed_.contains(key)) return false;
        if (!seen_[key].look)
            lookAtPiece(key, piece);
        else if (!seen_[key].reading)
            readPiece(key, piece);
        else
            return false;
        return true;
    };
    if (store_.piece() && beginsWith(*store_.piece())) return;
    for (const Piece& piece : store_.job().pieces)
        if (beginsWith(piece)) return;
}

void Inspector::lookAtPiece(const QString& key, const Piece& piece) {
    working_ = true;
    looked_at_ = key;
    service_.request(
        view(),
        [this, job = store_.job(), id = piece.id, key](const std::stop_token& stop) -> RenderService::Finish {
            const Look look = lookAt(job, *findPiece(job, id), {stop, {}});
            return [this, look, key] {
                seen_[key].look = look;
                working_ = false;
                tell();
                next();
            };
        });
}

void Inspector::readPiece(const QString& key, const Piece& piece) {
    working_ = true;
    looked_at_ = key;
    service_.request(
        view(),
        [this, job = store_.job(), id = piece.id, key](const std::stop_token& stop) -> RenderService::Finish {
            const Reading reading = readLettering(job, *findPiece(job, id), {stop, {}});
            return [this, reading, key] {
                seen_[key].reading = reading;
                working_ = false;
                tell();
                next();
            };
        });
}

void Inspector::tell() {
    JobStore::SeenPieces all;
    for (const Piece& piece : store_.job().pieces) {
        const auto found = seen_.constFind(keys_.value(piece.id));
        if (found == seen_.constEnd() || !found->look) continue;
        JobStore::SeenPiece seen;
        if (found->reading) {
            // Lettering that is backwards spoils most.
            seen.reading = *found->reading;
            seen.findings = findingsOf(*found->reading, piece);
        }
        seen.findings.insert(seen.findings.end(), found->look->findings.begin(), found->look->findings.end());
        all.emplace(piece.id, std::move(seen));
    }
    store_.setSeen(std::move(all));
}

}  // namespace tympan::app
