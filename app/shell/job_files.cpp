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
const QString files_view = QStringLiteral("job file"), keeping = QStringLiteral("keep work"),
              recent_key = QStringLiteral("recent-jobs");

std::filesystem::path recoveryFolder() {
    return std::filesystem::path(
               QStandardPaths::writableLocation(QStandardPaths::AppDataLocation).toStdString()) /
           "recovery";
}

std::filesystem::path path(const QString& file) { return file.toStdString(); }

/// The folder is made when something is first kept.
void keepIn(std::unique_ptr<Recovery>& recovery, const Job& job, const std::filesystem::path& file) {
    if (!recovery) recovery = std::make_unique<Recovery>(recoveryFolder());
    recovery->keep(job, file);
}

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
        // Without a sentence a later request took its place.
        if (failed == keeping && !sentence.isEmpty())
            emit ended(false, tr("Autosave failed: %1").arg(sentence));
        else if (failed == files_view) {
            emit ended(false, sentence.isEmpty() ? tr("Stopped. Nothing was changed.") : sentence);
            turnIsOver();
        }
    });
}

JobFiles::~JobFiles() {
    // The service has stopped: what was asked of it last may not have been done.
    if (given_up_ && kept_->recovery) kept_->recovery->clear();
}

void JobFiles::inTurn(std::function<void()> operation) {
    if (busy_) return waiting_.push_back(std::move(operation));
    busy_ = true;
    operation();
}

void JobFiles::turnIsOver() {
    busy_ = false;
    if (waiting_.empty()) return;
    const std::function<void()> next = std::move(waiting_.front());
    waiting_.pop_front();
    inTurn(next);
}

/// Does something with what is kept for a crash, off the interface thread, unless a later change was quicker.
void JobFiles::change(std::function<void(std::unique_ptr<Recovery>&)> how) {
    service_.request(keeping,
                     [kept = kept_, asked = ++asked_,
                      how = std::move(how)](const std::stop_token&) -> RenderService::Finish {
                         const std::lock_guard hold(kept->lock);
                         if (asked < kept->done) return [] {};
                         kept->done = asked;
                         how(kept->recovery);
                         return [] {};
                     });
}

bool JobFiles::isJob(const QString& file) {
    return file.endsWith(QStringLiteral(".tympan"), Qt::CaseInsensitive);
}

bool JobFiles::unsaved() const {
    return !(store_.job() == saved_) && !(store_.job().pieces.empty() && file_.isEmpty());
}

void JobFiles::stop() { service_.cancel(files_view); }

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
    inTurn([this, file = QFileInfo(name).absoluteFilePath(), before = store_.job()] {
        emit started(tr("Opening %1").arg(QFileInfo(file).fileName()));
        service_.request(
            files_view, [this, file, before](const std::stop_token& stop) -> RenderService::Finish {
                return [this, file, before, read = openJobFile(path(file), {stop, {}})] {
                    if (store_.job() != before && unsaved()) {
                        emit ended(false,
                                   tr("%1 was not opened: the job here has changed meanwhile. Open it again.")
                                       .arg(QFileInfo(file).fileName()));
                    } else {
                        giveUp();
                        take(read, file, {});
                        if (read.faults.empty()) remember(file);
                    }
                    turnIsOver();
                };
            });
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
    inTurn([this, job = store_.job(), file] {
        emit started(tr("Saving %1").arg(QFileInfo(file).fileName()));
        const auto sink = [this](double part) {
            QMetaObject::invokeMethod(this, [this, part] { emit progressed(part); });
        };
        service_.request(
            files_view,
            [this, job, file, sink](const std::stop_token& stop) -> RenderService::Finish {
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
                    turnIsOver();
                };
            },
            Lane::looked_at, Result::happened);
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
    change([job = store_.job(), file = file_](std::unique_ptr<Recovery>& recovery) {
        keepIn(recovery, job, path(file));
    });
}

void JobFiles::giveUp() {
    soon_.stop();
    given_up_ = true;
    change([](std::unique_ptr<Recovery>& recovery) {
        if (recovery) recovery->clear();
    });
}

std::vector<LeftWork> JobFiles::leftOver() const { return leftWork(recoveryFolder()); }

void JobFiles::recover(const LeftWork& left) {
    inTurn([this, left] {
        emit started(tr("Opening the work that was left"));
        service_.request(files_view, [this, left](const std::stop_token& stop) -> RenderService::Finish {
            return [this, left, read = openLeftWork(left, {stop, {}})] {
                take(read, QString::fromStdString(left.file.string()),
                     tr("The work is here as it was. It is not saved yet."));
                saved_ = Job{};
                given_up_ = false;
                // What was left goes only when it is kept again, and only when all of it could be read.
                change([left, job = store_.job(), file = file_,
                        whole = read.faults.empty()](std::unique_ptr<Recovery>& recovery) {
                    keepIn(recovery, job, path(file));
                    if (whole) removeLeftWork(left);
                });
                emit changed();
                turnIsOver();
            };
        });
    });
}

}  // namespace tympan::app
