#include "app/model/job_files.h"

#include <QBuffer>
#include <QFileInfo>
#include <QSettings>
#include <QStandardPaths>

#include "app/look/to_image.h"
#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "app/model/work_clock.h"
#include "app/words/words.h"
#include "core/render/finished.h"

namespace tympan::app {

namespace {

constexpr int most_recent = 8, preview_side = 256;
const QString recent_key = QStringLiteral("recent-jobs");

std::filesystem::path recoveryFolder() {
    return std::filesystem::path(
               QStandardPaths::writableLocation(QStandardPaths::AppDataLocation).toStdString()) /
           "recovery";
}

std::filesystem::path pathOf(const QString& file) { return QFileInfo(file).absoluteFilePath().toStdString(); }
QString nameOf(const std::filesystem::path& file) { return QString::fromStdString(file.filename().string()); }

/// The first object as it will look when done, as PNG.
std::vector<unsigned char> previewOf(const Job& job, const Progress& progress) {
    if (job.pieces.empty()) return {};
    const Object& object = objectOf(job, job.pieces.front());
    QImage face = toClearImage(
        finishedFace(job, object, windowOn(job, object, preview_side * preview_side, 150), {}, progress));
    face = face.scaled(preview_side, preview_side, Qt::KeepAspectRatio, Qt::SmoothTransformation);
    QByteArray png;
    QBuffer buffer(&png);
    buffer.open(QIODevice::WriteOnly);
    face.save(&buffer, "PNG");
    return {png.begin(), png.end()};
}

void remember(const std::filesystem::path& file) {
    const QString name = QString::fromStdString(file.string());
    QStringList files = JobFiles::recent();
    files.removeAll(name);
    files.prepend(name);
    QSettings().setValue(recent_key, files.mid(0, most_recent));
}

}  // namespace

JobFiles::JobFiles(JobStore& store, RenderService& service, WorkClock& clock, QObject* parent)
    : QObject(parent),
      store_(store),
      executor_(service, *this),
      files_(store.openJob(), executor_, clock, recoveryFolder(), previewOf) {
    listening_ = {files_.started.join([this](const workshop::FileWork& work) {
                      using What = workshop::FileWork::What;
                      emit started(work.what == What::saving       ? tr("Saving %1").arg(nameOf(work.file))
                                   : work.what == What::recovering ? tr("Opening the work that was left")
                                                                   : tr("Opening %1").arg(nameOf(work.file)));
                  }),
                  files_.progressed.join([this](double part) { emit progressed(part); }),
                  files_.ended.join([this](const workshop::FileNews& news) { tell(news); }),
                  files_.changed.join([this] { emit changed(); })};
}

void JobFiles::tell(const workshop::FileNews& news) {
    using What = workshop::FileNews::What;
    const QString why = text(news.why);
    if (news.what == What::opened || news.what == What::saved) remember(news.file);
    switch (news.what) {
        case What::opened:
            emit ended(true, {});
            return;
        case What::opened_without:
            emit ended(false, tr("Opened without: %1").arg(text(Text::listed(news.lacks, "; "))));
            return;
        case What::opened_later:
            remember(news.file);
            emit ended(false, tr("A later Tympan saved this job: it is shown, and can only be saved under "
                                 "another name."));
            return;
        case What::not_opened_edited:
            emit ended(false, tr("%1 was not opened: the job here has changed meanwhile. Open it again.")
                                  .arg(nameOf(news.file)));
            return;
        case What::saved:
            emit ended(true, tr("Saved %1.").arg(nameOf(news.file)));
            return;
        case What::recovered:
            emit ended(true, tr("The work is here as it was. It is not saved yet."));
            return;
        case What::stopped:
            emit ended(false, tr("Stopped. Nothing was changed."));
            return;
        case What::failed:
            emit ended(false, why);
            return;
        case What::not_kept:
            emit ended(false, tr("Autosave failed: %1").arg(why));
            return;
    }
}

QString JobFiles::file() const { return QString::fromStdString(files_.file().string()); }

void JobFiles::open(const QString& file) { files_.open(pathOf(file)); }

void JobFiles::saveAs(const QString& file) { files_.saveAs(pathOf(file)); }

void JobFiles::begin() {
    store_.begin();
    begin(store_.job());
}

bool JobFiles::isJob(const QString& file) { return workshop::Files::isJob(file.toStdString()); }

QStringList JobFiles::recent() {
    QStringList files = QSettings().value(recent_key).toStringList();
    // What was moved or thrown away cannot be opened from the list.
    files.removeIf([](const QString& file) { return !QFileInfo::exists(file); });
    return files;
}

}  // namespace tympan::app
