#include "app/stations/logbook/proof_desk.h"

#include <QBuffer>
#include <QDateTime>
#include <QFileInfo>

#include "app/look/to_image.h"
#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "app/words/words.h"
#include "core/artwork/read_picture.h"
#include "core/base/uuid.h"
#include "core/job/edits.h"
#include "core/readings/proof_reading.h"
#include "core/readings/strip_reading.h"

namespace tympan::app {

ProofDesk::ProofDesk(std::filesystem::path record, JobStore& store, RenderService& service, QObject* parent)
    : QObject(parent),
      store_(store),
      service_(service),
      kept_(std::move(record), [this](const QString& sentence) { emit told(sentence, false); }) {
    connect(&store_, &JobStore::changed, this, [this] {
        if (open_) emit changed();
    });
}
ProofDesk::~ProofDesk() = default;

void ProofDesk::open() {
    open_ = true;
    emit changed();
}

void ProofDesk::close() {
    open_ = false;
    emit changed();
}

const Piece* ProofDesk::piece() const { return store_.piece(); }

const std::vector<ShopProof>& ProofDesk::proofs() const {
    const std::pair<std::string, int> of{store_.job().uuid, piece() ? piece()->id : 0};
    if (!proofs_ || of != of_) {
        of_ = of;
        proofs_.emplace();
        if (of.second != 0) kept_.tried([&](Proofs& proofs) { proofs_ = proofs.of(of.first, of.second); });
    }
    return *proofs_;
}

QImage ProofDesk::picture(const ShopProof& proof) const {
    std::string png;
    kept_.tried([&](Proofs& proofs) { png = proofs.picture(proof.id); });
    return QImage::fromData(QByteArray::fromStdString(png));
}

QString ProofDesk::says() const {
    if (reading_) return tr("Reading the photograph…");
    if (!piece()) return tr("Choose a piece first: its proofs lie here.");
    const std::vector<ShopProof>& all = proofs();
    if (all.empty())
        return tr(
            "No proof has come back yet. Give the proof page to two shops, lay what comes back beside a grey "
            "card, photograph each, and read the photographs.");
    if (all.size() == 1)
        return tr("%1: read. Another shop's, photographed in the same light, can lie beside it.")
            .arg(QString::fromStdString(all.front().shop));
    return text(comparedIn(all[0].shop, all[0].reading, all[1].shop, all[1].reading,
                           proofLayout(store_.job(), *piece()).patches));
}

void ProofDesk::read(const QString& file, const QString& shop) {
    const Piece* of = piece();
    if (!of) return;
    const int id = of->id;
    // Of a job of before jobs had an identity: it is given one, so that its proofs are its own.
    if (store_.job().uuid.empty())
        store_.edit(tr("give it an identity"), [](Job job) {
            job.uuid = newUuid();
            return job;
        });
    reading_ = true;
    emit changed();
    const auto wrong = [this](const QString& sentence) {
        reading_ = false;
        emit told(sentence, false);
        emit changed();
    };
    service_.request(
        QStringLiteral("proof"),
        tellingErrors(
            [this, file, shop, job = store_.job(), id](const std::stop_token& stop) -> RenderService::Finish {
                const ArtworkPtr artwork = readPicture(file.toStdString(), {stop, {}});
                const ReadProof read =
                    readProof(photographIn(*artwork), QFileInfo(file).fileName().toStdString(), job,
                              *findPiece(job, id));
                QByteArray png;
                QBuffer buffer(&png);
                buffer.open(QIODevice::WriteOnly);
                toImage(read.face).save(&buffer, "PNG");
                ShopProof proof{
                    newUuid(),   job.uuid, id, shop.toStdString(), QDateTime::currentSecsSinceEpoch(),
                    read.reading};
                return [this, proof, png] {
                    reading_ = false;
                    if (kept_.tried([&](Proofs& proofs) { proofs.keep(proof, png.toStdString()); })) {
                        forget();
                        emit told(
                            proof.reading.backwards
                                ? tr("The proof of %1 came mirrored: ask them to print it as it is.")
                                      .arg(QString::fromStdString(proof.shop))
                                : tr("The proof of %1 is read.").arg(QString::fromStdString(proof.shop)),
                            !proof.reading.backwards);
                    }
                    emit changed();
                };
            },
            wrong));
}

void ProofDesk::choose(const ShopProof& proof) {
    const Piece* of = piece();
    const std::string shop = of && of->shop == proof.shop ? std::string() : proof.shop;
    store_.edit(tr("choose a shop"), [&](Job job) { return withShop(std::move(job), proof.piece, shop); });
}

void ProofDesk::erase(const ShopProof& proof) {
    if (kept_.tried([&, id = proof.id](Proofs& proofs) { proofs.erase(id); })) forget();
    emit changed();
}

}  // namespace tympan::app
