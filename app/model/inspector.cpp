#include "app/model/inspector.h"

#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "core/base/error.h"

namespace tympan::app {

namespace {

constexpr int rests_ms = 300;
constexpr std::size_t most_kept = 512;  // more than undo and redo go through

QString view() { return QStringLiteral("look at pieces"); }
QString keysView() { return QStringLiteral("which pieces to look at"); }

}  // namespace

Inspector::Inspector(JobStore& store, RenderService& service, QObject* parent)
    : QObject(parent), store_(store), service_(service) {
    rest_.setSingleShot(true);
    rest_.setInterval(rests_ms);
    connect(&rest_, &QTimer::timeout, this, &Inspector::lookAgain);
    connect(&service_, &RenderService::failed, this, [this](const QString& which, const QString& sentence) {
        if (which != view()) return;
        working_ = false;
        // What cannot be read is said once, by the service; looking goes on with the others.
        if (!sentence.isEmpty()) {
            failed_.insert(looked_at_);
            tell();
        }
        next();
    });
    connect(&store_, &JobStore::changed, &rest_, qOverload<>(&QTimer::start));
    rest_.start();  // an empty job has been looked at soon
}

/// Which pieces are others than were looked at; with many of them, finding out takes longer than a frame.
void Inspector::lookAgain() {
    service_.request(
        keysView(),
        [this, job = store_.job(),
         revision = store_.revision()](const std::stop_token& stop) -> RenderService::Finish {
            std::map<int, Key> keys;
            for (const Piece& piece : job.pieces) {
                if (stop.stop_requested()) throwStopped();
                keys.emplace(piece.id, lookKeyOf(job, piece));
            }
            return [this, keys, revision] {
                if (revision != store_.revision()) return;
                keys_ = keys;
                keys_of_ = revision;
                forgetOld();
                tell();
                next();
            };
        },
        Lane::background);
}

bool Inspector::busy() const { return rest_.isActive() || working_ || keys_of_ != store_.revision(); }

/// What was seen of values that are gone is kept for undo, up to a limit.
void Inspector::forgetOld() {
    if (seen_.size() <= most_kept) return;
    std::set<Key> now;
    for (const auto& [piece, key] : keys_) now.insert(key);
    std::erase_if(seen_, [&](const auto& each) { return !now.contains(each.first); });
}

void Inspector::next() {
    if (working_ || rest_.isActive() || keys_of_ != store_.revision()) return;
    const auto beginsWith = [this](const Piece& piece) {
        const auto found = keys_.find(piece.id);
        if (found == keys_.end() || failed_.contains(found->second)) return false;
        const Key& key = found->second;
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

void Inspector::lookAtPiece(const Key& key, const Piece& piece) {
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
        },
        Lane::background);
}

void Inspector::readPiece(const Key& key, const Piece& piece) {
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
        },
        Lane::background);
}

void Inspector::tell() {
    JobStore::SeenPieces all;
    for (const Piece& piece : store_.job().pieces) {
        const auto key = keys_.find(piece.id);
        if (key != keys_.end() && failed_.contains(key->second)) {
            all.emplace(piece.id, JobStore::SeenPiece{JobStore::SeenPiece::State::hidden, {}, {}});
            continue;
        }
        const auto found = key == keys_.end() ? seen_.end() : seen_.find(key->second);
        if (found == seen_.end() || !found->second.look) continue;
        JobStore::SeenPiece seen;
        if (found->second.reading) {
            // Lettering that is backwards spoils most.
            seen.state = JobStore::SeenPiece::State::seen;
            seen.reading = found->second.reading;
            seen.findings = findingsOf(*found->second.reading, piece);
        }
        seen.findings.insert(seen.findings.end(), found->second.look->findings.begin(),
                             found->second.look->findings.end());
        for (Finding& finding : seen.findings) finding.piece = piece.id;  // equal pieces are looked at once
        all.emplace(piece.id, std::move(seen));
    }
    store_.setSeen(std::move(all), keys_of_);
}

}  // namespace tympan::app
