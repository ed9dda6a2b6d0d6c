#include "app/model/log_store.h"

#include <QCoreApplication>
#include <QFileInfo>

#include "app/model/render_service.h"
#include "app/words/words.h"
#include "core/artwork/read_picture.h"
#include "core/base/error.h"
#include "core/method/catalogue.h"
#include "core/object/materials.h"
#include "core/readings/strip_reading.h"

namespace tympan::app {

namespace {

constexpr std::size_t most_pictures = 400;

struct LogbookText {
    Q_DECLARE_TR_FUNCTIONS(Logbook)
};

QString methodText(const std::string& id) {
    for (const Method& method : shippedMethods())
        if (method.id == id) return QString::fromStdString(method.name);
    return QString::fromStdString(id);
}

}  // namespace

QString helpedText(const Resolved& resolved) {
    if (resolved.with.said() == 0 || resolved.without.said() == 0) return {};
    return LogStore::tr("Where you did it, %1 of %2 held; where not, %3 of %4.")
        .arg(resolved.with.held)
        .arg(resolved.with.said())
        .arg(resolved.without.held)
        .arg(resolved.without.said());
}

QString outcomeText(Outcome outcome) {
    switch (outcome) {
        case Outcome::held:
            return LogbookText::tr("held");
        case Outcome::in_parts:
            return LogbookText::tr("in parts");
        case Outcome::spoiled:
            return LogbookText::tr("spoiled");
        case Outcome::unsaid:
            break;
    }
    return LogbookText::tr("not said");
}

QString materialText(const std::string& id) {
    for (const Material& material : shippedMaterials())
        if (material.id == id) return QString::fromStdString(material.name);
    return QString::fromStdString(id);
}

QString askedText(const Asked& asked) {
    QStringList parts;
    if (!asked.words.empty())
        parts << QStringLiteral("“%1”").arg(QString::fromStdString(asked.words).trimmed());
    if (!asked.method.empty()) parts << methodText(asked.method);
    if (!asked.material.empty()) parts << LogbookText::tr("on %1").arg(materialText(asked.material));
    if (!asked.printer.empty())
        parts << LogbookText::tr("from %1").arg(QString::fromStdString(asked.printer));
    if (asked.outcome) parts << outcomeText(*asked.outcome);
    if (asked.since) parts << LogbookText::tr("since then");
    return parts.join(QStringLiteral(", "));
}

LogStore::LogStore(std::filesystem::path file, QObject* parent) : QObject(parent), file_(std::move(file)) {
    listenTo(std::make_unique<workshop::LogQuestions>(at_once_, [this] { return book_; }));
}
LogStore::~LogStore() = default;

void LogStore::workBeside(RenderService& service) {
    service_ = &service;
    if (file_ == ":memory:") return;  // nobody else can read it
    executor_ = std::make_unique<ServiceExecutor>(service, *this);
    listenTo(std::make_unique<workshop::LogQuestions>(
        *executor_, [file = file_] { return std::make_shared<const Logbook>(file); }));
}

void LogStore::listenTo(std::unique_ptr<workshop::LogQuestions> questions) {
    questions_ = std::move(questions);
    listens_ = {questions_->answered.join([this] { takeAnswer(); }),
                questions_->failed.join([this](const Text& words) { emit failed(text(words)); })};
}

template <class Work>
bool LogStore::tried(Work work) {
    try {
        if (!book_) book_ = std::make_shared<Logbook>(file_);
        work();
        return true;
    } catch (const Error& error) {
        emit failed(text(error.words()));
        return false;
    }
}

void LogStore::write(const std::vector<LogEntry>& entries) {
    tried([&] { book_->putOfRun(withProducts(entries, supplies())); });
    refresh();
}

void LogStore::keepPicture(const std::string& entry, const std::string& png) {
    tried([&] { book_->putPicture(entry, "finished", png); });
    pictures_[entry] = QImage::fromData(QByteArray::fromStdString(png));
    emit pictured();
}

bool LogStore::hasRun(const std::string& run) const {
    bool there = false;
    const_cast<LogStore*>(this)->tried([&] { there = book_->hasRun(run); });
    return there;
}

void LogStore::refresh() {
    resolved_.clear();
    entries_.reset();
    QString about = askedText(asked_);
    if (about.isEmpty()) about = LogbookText::tr("All that was made");
    if (tried([] {}))
        questions_->ask(asked_, Text::verbatim(about.toStdString()));
    else
        emit changed();
}

void LogStore::takeAnswer() {
    learned_ = answer().learned;
    learnt_ = true;
    std::erase_if(pictures_, [](const auto& each) { return each.second.isNull(); });
    tried([&] {
        for (auto* each : {&entry_, &beside_})
            if (*each) *each = book_->find((*each)->id);
        if (!entry_) beside_.reset();
    });
    emit changed();
}

void LogStore::look() {
    if (!book_ || questions_->waiting()) return;  // nobody has asked yet, or it is looking
    try {
        if (book_->changes() == answer().changes) return;
    } catch (const Error&) {
        return;  // another program holds it for the moment
    }
    supplies_.reset();
    refresh();
}

const std::vector<Resolved>& LogStore::nextTimes(const std::string& method,
                                                 const std::string& material) const {
    const auto [at, is_new] = resolved_.try_emplace({method, material});
    if (is_new) const_cast<LogStore*>(this)->tried([&] { at->second = book_->nextTimes(method, material); });
    return at->second;
}

const OwnTimes& LogStore::learned() {
    if (!learnt_) tried([&] { learned_ = workshop::learnedFromLatest(*book_); });
    learnt_ = true;
    return learned_;
}

void LogStore::ask(const Asked& asked) {
    asked_ = asked;
    close();
    refresh();
}

QString LogStore::answerText() const {
    if (answer().count == 0 && questions_->waiting()) return {};
    if (answer().count == 0)
        return LogbookText::tr("Nothing is in the logbook yet: it writes itself while the work is done.");
    return text(answer().words);
}

void LogStore::open(const std::string& id) {
    beside_.reset();
    drawing_.reset();
    tried([&] { entry_ = book_->find(id); });
    emit changed();
}

void LogStore::draw(std::optional<Fault> fault) {
    drawing_ = fault;
    emit changed();
}

void LogStore::layBeside(const std::string& id) {
    if (!entry_ || entry_->id == id) return;
    tried([&] { beside_ = book_->find(id); });
    emit changed();
}

void LogStore::close() {
    if (!entry_) return;
    entry_.reset();
    beside_.reset();
    emit changed();
}

bool LogStore::change(const std::function<void(LogEntry&)>& change) {
    if (!entry_) return false;
    LogEntry changed_entry = *entry_;
    change(changed_entry);
    if (changed_entry == *entry_) return true;
    const bool kept = tried([&] {
        book_->put(changed_entry);
        knowOwnChange();
    });
    if (!kept) return false;
    // What was asked is not asked again: nothing hops away under the hand.
    questions_->correct(changed_entry);
    if (changed_entry.next != entry_->next || changed_entry.outcome != entry_->outcome) resolved_.clear();
    entry_ = std::move(changed_entry);
    emit changed();
    return true;
}

void LogStore::knowOwnChange() {
    if (const long long changes = book_->changes(); changes == answer().changes + 1)
        questions_->holdsFor(changes);
}

void LogStore::addPhotograph(Photograph::Of of, const QString& file) {
    if (!entry_) return;
    const auto kept = [photographs = Photographs(file_), file] {
        return photographs.keep(*readPicture(file.toStdString()));
    };
    // The picture is read and kept beside; its place in the entry is the owner's.
    const auto hash = std::make_shared<std::string>();
    beside(
        QStringLiteral("photograph %1").arg(file), [kept, hash] { *hash = kept(); },
        [this, of, id = entry_->id, hash] {
            keepPhotograph(id, {of, *hash});
        });
}

void LogStore::keepPhotograph(const std::string& id, const Photograph& photograph) {
    // Another piece may have been opened meanwhile.
    tried([&] {
        std::optional<LogEntry> entry = book_->find(id);
        if (!entry) return;
        auto& all = entry->photographs;
        if (std::find(all.begin(), all.end(), photograph) == all.end()) all.push_back(photograph);
        book_->put(*entry);
    });
    refresh();
}

const std::vector<Supply>& LogStore::supplies() const {
    if (!supplies_) {
        supplies_.emplace();
        const_cast<LogStore*>(this)->tried([&] { supplies_ = Shelf(file_).all(); });
    }
    return *supplies_;
}

const std::vector<LogEntry>& LogStore::sinceOpened() const {
    if (!entries_) {
        entries_.emplace();
        std::optional<Moment> since;
        for (const Supply& supply : supplies())
            if (supply.opened && !supply.empty)
                since = std::min(since.value_or(*supply.opened), *supply.opened);
        // Only those that can have taken from what is open: a logbook may be long.
        if (since)
            const_cast<LogStore*>(this)->tried(
                [&] { entries_ = book_->latest(static_cast<int>(book_->lines({.since = since}).size())); });
    }
    return *entries_;
}

void LogStore::keep(const Supply& supply) {
    tried([&] {
        Shelf(file_).keep(supply);
        knowOwnChange();
    });
    supplies_.reset();
    entries_.reset();
    emit changed();
}

void LogStore::erase(const Supply& supply) {
    tried([&] { Shelf(file_).erase(supply.id); });
    supplies_.reset();
    emit changed();
}

std::optional<double> LogStore::leftOf(const Supply& supply) const {
    return tympan::leftOf(supply, supplies(), sinceOpened());
}

std::vector<Short> LogStore::shortFor(const std::map<std::string, double>& needs_ml) const {
    if (supplies().empty() || needs_ml.empty()) return {};
    return tympan::shortFor(needs_ml, supplies(), sinceOpened());
}

namespace {

/// What is shown of a piece on paper: its reference (PNG, or empty) and its photographs.
PiecePictures picturesOf(const std::string& png, const std::filesystem::path& record, const LogEntry& entry) {
    PiecePictures all;
    const auto read = [](const auto& reading) -> cv::Mat {
        try {
            return photographIn(*reading());
        } catch (const Error&) {
            return {};  // its file is gone: the page goes without
        }
    };
    if (!png.empty())
        all.planned =
            read([&] { return readPicture(std::vector<unsigned char>(png.begin(), png.end()), "picture"); });
    for (const Photograph& each : entry.photographs)
        (each.of == Photograph::Of::before ? all.before : all.after) =
            read([&] { return readPicture(Photographs(record).file(each.sha256)); });
    return all;
}

}  // namespace

void LogStore::beside(const QString& what, std::function<void()> work, std::function<void()> done) {
    if (!service_) {
        if (tried(work)) done();
        return;
    }
    service_->request(what, [this, work, done](const std::stop_token&) -> RenderService::Finish {
        try {
            work();
            return done;
        } catch (const Error& error) {
            return [this, sentence = text(error.words())] { emit failed(sentence); };
        }
    });
}

void LogStore::writePage(const QString& file) {
    if (!entry_) return;
    beside(
        QStringLiteral("page %1").arg(file),
        [file = file.toStdString(), entry = *entry_, png = pngOf(entry_->id), record = file_] {
            writePiecePage(language(), file, entry, picturesOf(png, record, entry), TimeZone());
        },
        [this, file] {
            emit wrote(LogbookText::tr("Its page is saved: %1.").arg(QFileInfo(file).fileName()));
        });
}

ReceiverCard LogStore::card() const { return receiverCardOf(language(), *entry_, TimeZone()); }

void LogStore::writeCard(const QString& file, const ReceiverCard& card) {
    if (!entry_) return;
    beside(
        QStringLiteral("card %1").arg(file),
        [file = file.toStdString(), card = ReceiverCard(card), entry = *entry_, png = pngOf(entry_->id),
         record = file_]() mutable {
            const PiecePictures all = picturesOf(png, record, entry);
            card.picture = all.after.empty() ? all.planned : all.after;
            writeReceiverCard(language(), file, card, entry.made.time_since_epoch().count());
        },
        [this, file] {
            emit wrote(LogbookText::tr("The card is saved: %1.").arg(QFileInfo(file).fileName()));
        });
}

QImage LogStore::photograph(const std::string& sha256) const {
    return QImage(QString::fromStdString(Photographs(file_).file(sha256).string()));
}

std::string LogStore::pngOf(const std::string& id) const {
    std::string png;
    const_cast<LogStore*>(this)->tried([&] { png = book_->picture(id, "finished"); });
    return png;
}

QImage LogStore::picture(const std::string& id) const {
    if (const auto known = pictures_.find(id); known != pictures_.end()) return known->second;
    const std::string png = pngOf(id);
    if (pictures_.size() >= most_pictures) pictures_.clear();
    return pictures_[id] = QImage::fromData(QByteArray::fromStdString(png));
}

QImage LogStore::pictureBeside(const std::string& id) {
    if (!executor_) return picture(id);
    if (const auto known = pictures_.find(id); known != pictures_.end()) return known->second;
    if (unread_pictures_.insert(id).second)
        QMetaObject::invokeMethod(this, &LogStore::readPictures, Qt::QueuedConnection);
    return {};
}

void LogStore::readPictures() {
    if (unread_pictures_.empty()) return;
    // Those of a request whose place this one takes are among them again.
    service_->request(
        QStringLiteral("pictures of the logbook"),
        [this, file = file_,
         unread = unread_pictures_](const std::stop_token& stop) -> RenderService::Finish {
            std::map<std::string, QImage> read;
            try {
                const Logbook book(file);
                for (const std::string& id : unread) {
                    if (stop.stop_requested()) return {};
                    read[id] = QImage::fromData(QByteArray::fromStdString(book.picture(id, "finished")));
                }
            } catch (const Error&) {
                for (const std::string& id : unread) read.try_emplace(id);  // shown without
            }
            return [this, read = std::move(read)] {
                if (pictures_.size() + read.size() > most_pictures) pictures_.clear();
                for (const auto& [id, picture] : read) {
                    pictures_.try_emplace(id, picture);  // one may have been kept meanwhile
                    unread_pictures_.erase(id);
                }
                emit pictured();
            };
        });
}

}  // namespace tympan::app
