#include "app/shell/open_pictures.h"

#include <QBuffer>
#include <QImage>
#include <QMimeData>
#include <QUrl>

#include "app/shell/render_service.h"
#include "core/artwork/read_picture.h"

namespace tympan::app {

OpenPictures::OpenPictures(RenderService& service, QObject* parent) : QObject(parent), service_(service) {}

QString OpenPictures::filter() {
    return tr(
        "Pictures (*.jpg *.jpeg *.png *.tif *.tiff *.webp *.heic *.heif *.svg *.svgz *.pdf);;All files (*)");
}

bool OpenPictures::accepts(const QMimeData* data) { return data->hasUrls() || data->hasImage(); }

void OpenPictures::files(const QStringList& names) {
    std::vector<Reader> readers;
    for (const QString& name : names)
        readers.push_back([name](const std::stop_token& stop) {
            return readPicture(std::filesystem::path(name.toStdString()), {stop, {}});
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
    read({[picture](const std::stop_token& stop) {
        QByteArray png;
        QBuffer buffer(&png);
        buffer.open(QIODevice::WriteOnly);
        picture.save(&buffer, "PNG");
        return readPicture({png.begin(), png.end()}, tr("Pasted picture").toStdString(), {stop, {}});
    }});
    return true;
}

void OpenPictures::read(std::vector<Reader> readers) {
    if (readers.empty()) return;
    emit begun(static_cast<int>(readers.size()));
    // A view of its own: dropping more pictures must not stop those that are still being read.
    service_.request(
        QStringLiteral("open %1").arg(++call_),
        [this, readers = std::move(readers)](const std::stop_token& stop) -> RenderService::Finish {
            std::vector<ArtworkPtr> artworks;
            QStringList faults;
            for (const Reader& reader : readers) {
                try {
                    artworks.push_back(reader(stop));
                } catch (const Error& error) {
                    if (error.kind() == Error::Kind::stopped) throw;
                    faults << QString::fromStdString(error.what());
                }
            }
            return [this, artworks, faults] { emit ready(artworks, faults); };
        });
}

}  // namespace tympan::app
