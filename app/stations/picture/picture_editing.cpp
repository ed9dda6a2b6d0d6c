#include "app/stations/picture/picture_editing.h"

#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "core/artwork/edited.h"
#include "core/job/edits.h"

namespace tympan::app {

namespace {

QString editView() { return QStringLiteral("picture edit"); }
QString lookView() { return QStringLiteral("picture look"); }

}  // namespace

PictureEditing::PictureEditing(JobStore& store, RenderService& service, QObject* parent)
    : QObject(parent), store_(store), service_(service) {
    connect(&service_, &RenderService::failed, this, [this](const QString& view, const QString& sentence) {
        // What was stopped says nothing: a newer change has taken its place, or it was let go of.
        if (view == editView() && !sentence.isEmpty()) forget();
        if (view == lookView()) asked_.reset();
    });
    connect(&store_, &JobStore::changed, this, [this] {
        // A change that waits was for another piece.
        if (wanted_ && (!store_.piece() || store_.piece()->id != piece_)) {
            service_.cancel(editView());
            forget();
        }
    });
}

void PictureEditing::forget() {
    wanted_.reset();
    emit waiting();
}

void PictureEditing::stop() {
    service_.cancel(editView());
    forget();
}

PictureEdit PictureEditing::now() const {
    if (wanted_) return *wanted_;
    return store_.piece() ? store_.piece()->artwork->edit : PictureEdit{};
}

void PictureEditing::apply(const QString& what, const std::function<void(PictureEdit&)>& change,
                           const QString& run) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    PictureEdit edit = now();
    change(edit);
    if (edit == now()) return;
    wanted_ = edit;
    piece_ = piece->id;
    emit waiting();
    service_.request(editView(),
                     [this, artwork = piece->artwork, edit, what, run,
                      id = piece->id](const std::stop_token& stop) -> RenderService::Finish {
                         const ArtworkPtr picture = edited(artwork, edit, {stop, {}});
                         return [this, picture, what, run, id] {
                             forget();
                             store_.edit(
                                 what, [&](Job job) { return withPicture(std::move(job), id, picture); },
                                 run.isEmpty() ? run : QStringLiteral("picture %1 ").arg(id) + run);
                         };
                     });
}

ArtworkPtr PictureEditing::picture(const PictureEdit& edit) {
    const Piece* piece = store_.piece();
    if (!piece) return {};
    const ArtworkPtr original = piece->artwork->original ? piece->artwork->original : piece->artwork;
    if (edit.untouched()) return original;
    if (edit == piece->artwork->edit) return piece->artwork;
    if (looked_at_ && looked_at_->original == original && looked_at_->edit == edit) return looked_at_;
    if (asked_ == edit) return {};
    asked_ = edit;
    service_.request(lookView(),
                     [this, original, edit](const std::stop_token& stop) -> RenderService::Finish {
                         const ArtworkPtr picture = edited(original, edit, {stop, {}});
                         return [this, picture] {
                             asked_.reset();
                             looked_at_ = picture;
                             emit made();
                         };
                     });
    return {};
}

void PictureEditing::hangParts(const std::vector<PictureEdit>& parts, bool keep) {
    const Piece* piece = store_.piece();
    if (!piece || parts.empty()) return;
    service_.request(editView(),
                     [this, artwork = piece->artwork, parts, keep,
                      id = piece->id](const std::stop_token& stop) -> RenderService::Finish {
                         std::vector<ArtworkPtr> pictures;
                         for (const PictureEdit& part : parts)
                             pictures.push_back(edited(artwork, part, {stop, {}}));
                         return [this, pictures, keep, id] {
                             forget();
                             store_.edit(
                                 keep ? tr("make a piece of a part") : tr("take a page apart"),
                                 [&](Job job) { return withParts(std::move(job), id, pictures, keep); });
                         };
                     });
}

}  // namespace tympan::app
