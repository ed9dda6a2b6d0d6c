#include "app/window/open_pictures.h"

#include <QBuffer>
#include <QImage>
#include <QMimeData>
#include <QUrl>

#include "app/model/render_service.h"
#include "app/words/words.h"
#include "core/artwork/read_picture.h"

namespace tympan::app {

OpenPictures::OpenPictures(RenderService& service, QObject* parent) : QObject(parent), service_(service) {
    connect(&service_, &RenderService::failed, this, [this](const QString& view, const QString& sentence) {
        if (running_.removeAll(view) > 0)
            emit ended(false, sentence.isEmpty() ? tr("Stopped. Nothing was opened.") : sentence);
    });
}

void OpenPictures::stop() {
    for (const QString& view : running_) service_.cancel(view);
}

QString OpenPictures::filter() {
    return tr(
        "Jobs and pictures (*.tympan *.jpg *.jpeg *.png *.tif *.tiff *.webp *.heic *.heif *.svg *.svgz "
        "*.pdf);;All "
        "files (*)");
}

bool OpenPictures::accepts(const QMimeData* data) { return data->hasUrls() || data->hasImage(); }

void OpenPictures::files(const QStringList& names) {
    std::vector<Reader> readers;
    for (const QString& name : names)
        readers.push_back([name](const Progress& progress) {
            return readPicture(std::filesystem::path(name.toStdString()), progress);
        });
    read(std::move(readers));
}

bool OpenPictures::mime(const QMimeData* data) {
    QStringList names;
    for (const QUrl& url : data->urls())
        if (url.isLocalFile()) names << url.toLocalFile();
    if (!names.isEmpty()) {
        files(names);
        return true;
    }
    const QImage picture = qvariant_cast<QImage>(data->imageData());
    if (picture.isNull()) return false;
    read({[picture](const Progress& progress) {
        QByteArray png;
        QBuffer buffer(&png);
        buffer.open(QIODevice::WriteOnly);
        picture.save(&buffer, "PNG");
        return readPicture({png.begin(), png.end()}, tr("Pasted picture").toStdString(), progress);
    }});
    return true;
}

void OpenPictures::read(std::vector<Reader> readers) {
    if (readers.empty()) return;
    emit started(
        counted(static_cast<qsizetype>(readers.size()), tr("Reading %1 picture"), tr("Reading %1 pictures")));
    // A view of its own: dropping more pictures must not stop those that are still being read.
    const QString view = QStringLiteral("open %1").arg(++call_);
    running_ << view;
    service_.request(
        view,
        [this, view, readers = std::move(readers)](const std::stop_token& stop) -> RenderService::Finish {
            std::vector<ArtworkPtr> artworks;
            QStringList faults;
            for (std::size_t i = 0; i < readers.size(); ++i) {
                const auto sink = [this, i, count = static_cast<double>(readers.size())](double fraction) {
                    const double all = (static_cast<double>(i) + fraction) / count;
                    QMetaObject::invokeMethod(this, [this, all] { emit progressed(all); });
                };
                try {
                    artworks.push_back(readers[i]({stop, sink}));
                } catch (const Error& error) {
                    if (error.kind() == Error::Kind::stopped) throw;
                    faults << text(error.words());
                }
            }
            return [this, view, artworks, faults] {
                running_.removeAll(view);
                emit ended(faults.isEmpty(), faults.join(QStringLiteral(" · ")));
                if (!artworks.empty()) emit ready(artworks);
            };
        });
}

}  // namespace tympan::app
