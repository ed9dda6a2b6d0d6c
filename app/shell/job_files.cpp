#include "app/shell/job_files.h"

#include <QBuffer>
#include <QDir>
#include <QFileInfo>
#include <QSettings>
#include <QStandardPaths>

#include "app/shell/job_store.h"
#include "app/shell/render_service.h"
#include "app/widgets/to_image.h"
#include "core/render/finished.h"

namespace tympan::app {

namespace {

constexpr int soon_ms = 3000, most_recent = 8, preview_side = 256;
const QString view = QStringLiteral("job file"), keeping = QStringLiteral("keep work"),
              recent_key = QStringLiteral("recent-jobs");

std::filesystem::path recoveryFolder() {
    return std::filesystem::path(
               QStandardPaths::writableLocation(QStandardPaths::AppDataLocation).toStdString()) /
           "recovery";
}

std::filesystem::path path(const QString& file) { return file.toStdString(); }

/// The first object as it will look when done, as PNG.
QByteArray previewOf(const Job& job, const Progress& progress) {
    QByteArray png;
    if (job.pieces.empty()) return png;
    const Object& object = objectOf(job, job.pieces.front());
    QImage face = toClearImage(
        finishedFace(job, object, windowOn(job, object, preview_side * preview_side, 150), {}, progress));
    face = face.scaled(preview_side, preview_side, Qt::KeepAspectRatio, Qt::SmoothTransformation);
    QBuffer buffer(&png);
    buffer.open(QIODevice::WriteOnly);
    face.save(&buffer, "PNG");
    return png;
}

void remember(const QString& file) {
    QStringList files = JobFiles::recent();
    files.removeAll(file);
    files.prepend(file);
    QSettings().setValue(recent_key, files.mid(0, most_recent));
}

}  // namespace

JobFiles::JobFiles(JobStore& store, RenderService& service, QObject* parent)
    : QObject(parent), store_(store), service_(service), saved_(store.job()) {
    soon_.setSingleShot(true);
    soon_.setInterval(soon_ms);
    connect(&soon_, &QTimer::timeout, this, &JobFiles::keep);
    connect(&store_, &JobStore::changed, this, [this] {
        // Not started anew by every change: work that goes on is kept too.
        if (unsaved() && !soon_.isActive()) soon_.start();
        emit changed();
    });
    connect(&service_, &RenderService::failed, this, [this](const QString& failed, const QString& sentence) {
        if (failed == keeping)
            emit ended(false, tr("The work cannot be kept for a crash: %1").arg(sentence));
        else if (failed == view)
            emit ended(false, sentence.isEmpty() ? tr("Stopped. Nothing was changed.") : sentence);
    });
}

JobFiles::~JobFiles() {
    // The service has stopped: what was asked of it last may not have been done.
    if (given_up_ && recovery_) recovery_->clear();
}

bool JobFiles::isJob(const QString& file) {
    return file.endsWith(QStringLiteral(".tympan"), Qt::CaseInsensitive);
}

bool JobFiles::unsaved() const {
    return !(store_.job() == saved_) && !(store_.job().pieces.empty() && file_.isEmpty());
}

void JobFiles::stop() { service_.cancel(view); }

void JobFiles::begin() {
    store_.begin();
    begin(store_.job());
}

void JobFiles::begin(Job job) {
    saved_ = job;  // before the store tells everybody
    store_.open(std::move(job));
    file_.clear();
    read_only_ = false;
    giveUp();
    emit changed();
}

void JobFiles::take(ReadJob read, const QString& file, const QString& said) {
    QStringList faults;
    for (const std::string& fault : read.faults) faults << QString::fromStdString(fault);
    store_.open(std::move(read.job));
    file_ = file;
    read_only_ = read.later;
    // What had to be left out must not be lost by a careless save over the file: the job counts as changed.
    saved_ = faults.isEmpty() ? store_.job() : Job{};
    if (!faults.isEmpty()) file_.clear();
    if (read.later)
        emit ended(
            false,
            tr("A later Tympan saved this job: it is shown, and can only be saved under another name."));
    else
        emit ended(faults.isEmpty(),
                   faults.isEmpty() ? said : tr("Opened without: %1").arg(faults.join(QStringLiteral("; "))));
    emit changed();
}

void JobFiles::open(const QString& name) {
    const QString file = QFileInfo(name).absoluteFilePath();
    emit started(tr("Opening %1").arg(QFileInfo(file).fileName()));
    service_.request(view, [this, file](const std::stop_token& stop) -> RenderService::Finish {
        return [this, file, read = openJobFile(path(file), {stop, {}})] {
            giveUp();
            take(read, file, {});
            if (read.faults.empty()) remember(file);
        };
    });
}

bool JobFiles::save() {
    if (file_.isEmpty() || read_only_) return false;
    saveAs(file_);
    return true;
}

void JobFiles::saveAs(const QString& name) {
    QString file = QFileInfo(name).absoluteFilePath();
    if (!isJob(file)) file += QStringLiteral(".tympan");
    emit started(tr("Saving %1").arg(QFileInfo(file).fileName()));
    const auto sink = [this](double part) {
        QMetaObject::invokeMethod(this, [this, part] { emit progressed(part); });
    };
    service_.request(
        view, [this, job = store_.job(), file, sink](const std::stop_token& stop) -> RenderService::Finish {
            const QByteArray preview = previewOf(job, {stop, {}});
            saveJobFile(path(file), job,
                        {reinterpret_cast<const unsigned char*>(preview.constData()),
                         static_cast<std::size_t>(preview.size())},
                        {stop, sink});
            return [this, job, file] {
                file_ = file;
                read_only_ = false;
                saved_ = job;
                remember(file);
                if (!unsaved()) giveUp();
                emit ended(true, tr("Saved %1.").arg(QFileInfo(file).fileName()));
                emit changed();
            };
        });
}

QStringList JobFiles::recent() {
    QStringList files = QSettings().value(recent_key).toStringList();
    // What was moved or thrown away cannot be opened from the list.
    files.removeIf([](const QString& file) { return !QFileInfo::exists(file); });
    return files;
}

void JobFiles::keep() {
    if (!unsaved()) return;
    given_up_ = false;
    service_.request(
        keeping, [this, job = store_.job(), file = file_](const std::stop_token&) -> RenderService::Finish {
            keepNow(job, file);
            return [] {};
        });
}

/// On a thread of the service; only the view for keeping comes here, one at a time.
void JobFiles::keepNow(const Job& job, const QString& file) {
    if (!recovery_) recovery_ = std::make_shared<Recovery>(recoveryFolder());
    recovery_->keep(job, path(file));
}

void JobFiles::giveUp() {
    soon_.stop();
    given_up_ = true;
    service_.request(keeping, [this](const std::stop_token&) -> RenderService::Finish {
        if (recovery_) recovery_->clear();
        return [] {};
    });
}

std::vector<LeftWork> JobFiles::leftOver() const { return leftWork(recoveryFolder()); }

void JobFiles::recover(const LeftWork& left) {
    emit started(tr("Opening the work that was left"));
    service_.request(view, [this, left](const std::stop_token& stop) -> RenderService::Finish {
        return [this, left, read = openLeftWork(left, {stop, {}})] {
            take(read, QString::fromStdString(left.file.string()),
                 tr("The work is here as it was. It is not saved yet."));
            saved_ = Job{};
            given_up_ = false;
            // What was left goes only when it is kept anew, and only when all of it could be read.
            service_.request(keeping,
                             [this, left, job = store_.job(), file = file_,
                              whole = read.faults.empty()](const std::stop_token&) -> RenderService::Finish {
                                 keepNow(job, file);
                                 if (whole) removeLeftWork(left);
                                 return [] {};
                             });
            emit changed();
        };
    });
}

}  // namespace tympan::app
