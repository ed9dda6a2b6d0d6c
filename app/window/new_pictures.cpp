#include "app/window/new_pictures.h"

#include <QWidget>

#include "app/model/job_store.h"
#include "app/window/drop_card.h"
#include "core/layout/imposition.h"

namespace tympan::app {

NewPictures::NewPictures(JobStore& store, QWidget& room)
    : QObject(&room), store_(store), room_(room), shade_(new QWidget(&room)), card_(new DropCard(&room)) {
    shade_->setObjectName(QStringLiteral("behind-the-card"));
    shade_->setAttribute(Qt::WA_NoMousePropagation);
    shade_->hide();
    card_->hide();
    connect(card_, &DropCard::printWanted, this, &NewPictures::printWanted);
    connect(card_, &DropCard::cancelled, this, &NewPictures::dismiss);
    connect(card_, &DropCard::answered, this, [this](const std::vector<NewPiece>& pieces) {
        hangUp(pieces);
        dismiss();
    });
}

void NewPictures::ask(const std::vector<ArtworkPtr>& artworks) {
    if (const Piece* piece = store_.piece(); piece && std::exchange(same_object_, false))
        return addToObject(*piece, artworks);
    if (card_->isVisible()) {
        waiting_.insert(waiting_.end(), artworks.begin(), artworks.end());
        return;
    }
    shade_->show();
    shade_->raise();
    card_->show();
    card_->raise();
    card_->ask(artworks, store_.job().unit, store_.job().sheets.paper);
    place();
}

void NewPictures::addToObject(const Piece& piece, const std::vector<ArtworkPtr>& artworks) {
    const Object& object = objectOf(store_.job(), piece);
    const SizeMm room = object.spot() ? piece.size : sizeOf(object);
    store_.edit(tr("put another picture on it"), [&, id = piece.id](Job job) {
        for (const ArtworkPtr& artwork : artworks)
            job =
                withAnother(std::move(job), id, artwork, fitted(*artwork, {room.width / 3, room.height / 3}));
        return job;
    });
}

void NewPictures::hangUp(const std::vector<NewPiece>& pieces) {
    store_.edit(tr("hang up pictures"), [&](Job job) {
        if (job.pieces.empty()) {
            job.name = pieces.front().artwork->name;
            // The one that was assumed gives way to the one that is told.
            if (pieces.front().printer)
                job.printers.front() = *pieces.front().printer, job.printers.front().id = 1;
        }
        for (const NewPiece& piece : pieces) {
            job = withPiece(std::move(job), piece);
            // One spare where a transfer fails often and costs no more than a part of a sheet.
            const Piece& added = job.pieces.back();
            if (added.method->spare && sheetsForOneCopy(job, added) == 1)
                job = withSpares(std::move(job), added.id, 1);
        }
        return job;
    });
}

void NewPictures::dismiss() {
    shade_->hide();
    card_->hide();
    emit done();
    if (!waiting_.empty()) ask(std::exchange(waiting_, {}));
}

void NewPictures::place() {
    shade_->setGeometry(room_.rect());
    card_->adjustSize();
    card_->move(std::max(0, (room_.width() - card_->width()) / 2),
                std::max(0, (room_.height() - card_->height()) / 2));
}

}  // namespace tympan::app
