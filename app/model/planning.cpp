#include "app/model/planning.h"

#include <QBuffer>
#include <QImage>
#include <QPainter>

#include "app/look/theme.h"
#include "app/look/to_image.h"
#include "app/model/job_store.h"
#include "app/model/preferences.h"
#include "app/model/render_service.h"
#include "app/words/work_words.h"
#include "core/base/uuid.h"
#include "core/job/edits.h"
#include "core/job/landing.h"
#include "core/render/reference.h"
#include "core/schedule/order_of_job.h"
#include "core/schedule/ready.h"

namespace tympan::app {

namespace {

constexpr int reference_px = 900, logged_px = 480;

std::string pngOf(const QImage& picture) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    picture.save(&buffer, "PNG");
    return bytes.toStdString();
}

/// How many there are, and from how many evenings the one that is known best.
template <class Known>
std::pair<int, int> evenings(const std::map<std::string, Known>& known) {
    int most = 0;
    for (const auto& [key, one] : known) most = std::max(most, one.evenings);
    return {static_cast<int>(known.size()), most};
}

}  // namespace

QImage referencePicture(const Piece& piece, const Reference& reference) {
    QImage picture = toImage(reference.face).convertToFormat(QImage::Format_RGB32);
    QPainter painter(&picture);
    painter.setRenderHint(QPainter::Antialiasing);
    // Slanted lines where white is right.
    const QImage white = toImage(reference.white);
    const int pitch = std::max(12, picture.width() / 40);
    const QColor line(20, 92, 100);
    const auto mixed = [&](const QColor& under) {
        return QColor((under.red() + line.red()) / 2, (under.green() + line.green()) / 2,
                      (under.blue() + line.blue()) / 2);
    };
    for (int y = 0; y < picture.height(); ++y)
        for (int x = (pitch - y % pitch) % pitch; x < picture.width(); x += pitch)
            for (int k = 0; k < 2 && x + k < picture.width(); ++k)
                if (qGray(white.pixel(x + k, y)) > 128)
                    picture.setPixelColor(x + k, y, mixed(picture.pixelColor(x + k, y)));
    painter.setPen(QPen(QColor(200, 70, 40), std::max(2, picture.width() / 220)));
    painter.setBrush(Qt::NoBrush);
    const double width = piece.size.width, height = piece.size.height;
    for (const CareZone& zone : piece.care) {
        const RectMm at = inPicture(piece, zone.parts);
        painter.drawRect(QRectF((at.x / width + 0.5) * picture.width(),
                                (at.y / height + 0.5) * picture.height(), at.width / width * picture.width(),
                                at.height / height * picture.height()));
    }
    return picture;
}

Planning::Planning(JobStore& store, RenderService& service, WorkClock& clock, RunBook& book, QObject* parent)
    : QObject(parent), store_(store), service_(service), clock_(clock), book_(book) {
    connect(&store_, &JobStore::changed, this, &Planning::refresh);
    connect(&store_, &JobStore::foreseen, this, &Planning::refresh);
    connect(&book_, &RunBook::changed, this, &Planning::refresh);
}

std::optional<std::pair<WorkOrder, Plan>> Planning::current() const {
    if (const RunBook::Open* open = run()) return std::pair{open->state.order, open->plan};
    if (!strip_ || shown_of_ != store_.revision()) return {};
    return std::pair{strip_->order, strip_->plan};
}

const RunBook::Open* Planning::run() const {
    const std::string& uuid = store_.job().uuid;
    return uuid.empty() ? nullptr : book_.ofJob(uuid);
}

bool Planning::hasWork() const { return !store_.job().pieces.empty(); }

void Planning::wanted(bool wanted) {
    wanted_ = wanted;
    refresh();
}

void Planning::refresh() {
    if (const RunBook::Open* open = run()) {
        // The run follows what its maker wishes now, undone wishes among them: once for each wish, or two
        // windows with one job would tell it theirs in turns for ever.
        const std::pair wished{open->id, store_.job().work};
        if (followed_ != wished) {
            followed_ = wished;
            if (open->state.wishes != store_.job().work) {
                Event event{.kind = Event::Kind::wishes, .at = {}};
                event.wished = textOf(store_.job().work);
                if (book_.happen(open->id, event)) return;  // shown by that
                followed_.reset();
                open = run();
                if (!open) return;
            }
        }
        take(open->state.order, open->plan, open->state.wishes);
        return;
    }
    if (store_.job().pieces.empty()) {
        strip_.reset();
        planned_of_ = store_.revision();
        emit changed();
        return;
    }
    // Plans are made from sheets: what these are is known soon.
    if (wanted_ && planned_of_ != store_.revision() && store_.upToDate()) ask();
}

MeasuredWaits Planning::measured() const {
    if (!learned_ || !preferredOwnTimes()) return {};
    return measuredWaits(learned_().waits, weatherOf(store_.job().work));
}

WorkOrder Planning::order() const {
    WorkOrder order =
        store_.upToDate() ? workOrderOf(store_.printed(), store_.imposition()) : orderOfJob(store_.job());
    if (swabs_) order = withSwabs(std::move(order), swabs_());
    return learned_ && preferredOwnTimes() ? paced(std::move(order), learned_()) : order;
}

std::pair<int, int> Planning::ownTimes() const {
    int times = 0, most = 0;
    if (learned_)
        for (const auto& each :
             {evenings(learned_().waits), evenings(learned_().paces), evenings(learned_().rounds)}) {
            times += each.first;
            most = std::max(most, each.second);
        }
    return {times, most};
}

std::vector<Short> Planning::low() const {
    if (!low_ || !strip_ || run()) return {};
    return low_(amountsOf(coatAreas(strip_->plan, strip_->order), store_.job().work.coverage));
}

void Planning::setOwnTimes(bool own) {
    preferOwnTimes(own);
    if (!run() && !store_.job().pieces.empty()) ask();
}

void Planning::ask() {
    planned_of_ = store_.revision();
    // What is under way has the same hands, the same oven.
    service_.request(QStringLiteral("plan"),
                     [this, job = store_.job(), order = order(), under_way = book_.underWay(),
                      zone = clock_.zone(), measured = measured(), now = clock_.now(),
                      revision = store_.revision()](const std::stop_token& stop) -> RenderService::Finish {
                         Conditions conditions = conditionsOf(job.work, zone, now);
                         conditions.waits.measured = measured;
                         std::vector<JobWork> all = under_way;
                         all.push_back({order, tasksOf(order, conditions.waits), conditions});
                         Plan plan = plannedTogether(std::move(all), {}, {stop, {}}).back();
                         return [this, order, plan = std::move(plan), wishes = job.work, revision] {
                             if (run()) return;
                             shown_of_ = revision;
                             take(order, plan, wishes);
                         };
                     });
}

void Planning::take(WorkOrder order, Plan plan, const WorkWishes& wishes) {
    auto strip = std::make_shared<Strip>();
    const RunBook::Open* open = run();
    strip->zone = clock_.zone();
    const Conditions conditions = conditionsOf(wishes, strip->zone, clock_.now());
    strip->hours = conditions.hours;
    strip->due = conditions.due;
    if (open) {
        for (const auto& [id, span] : open->state.past.done) strip->done.insert(id);
        if (open->now.kind == Now::Kind::hands) strip->now_task = open->now.task;
    }
    strip->order = std::move(order);
    strip->plan = std::move(plan);
    strip_ = std::move(strip);
    sayWhere(strip_->plan);
    emit changed();
}

void Planning::sayWhere(const Plan& plan) {
    if (!put_off_) return;
    const auto [id, to] = *put_off_;
    put_off_.reset();
    for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
        if (plan.tasks[i].id != id) continue;
        const Moment at = plan.times[i].from, now = clock_.now();
        const QString name = workName(plan.tasks[i]);
        const TimeZone& zone = clock_.zone();
        if (at < to + std::chrono::minutes{2} && at + std::chrono::minutes{2} > to)
            emit said(tr("%1 at %2; the rest follows.").arg(name, clockText(at, now, zone)), true);
        else if (at > to)
            emit said(tr("%1 at %2, not before: what it comes after is not done, or there is no time before.")
                          .arg(name, clockText(at, now, zone)),
                      true);
        else
            emit said(tr("%1 stays at %2: it must be ready in time.").arg(name, clockText(at, now, zone)),
                      true);
    }
}

bool Planning::begin() {
    if (store_.job().pieces.empty() || run()) return false;
    if (store_.job().uuid.empty())
        store_.edit(tr("begin the work"), [](Job job) {
            job.uuid = newUuid();
            return job;
        });
    const std::string id = book_.begin(order(), store_.job().work, measured());
    if (id.empty()) return false;
    makePictures(id);
    return true;
}

void Planning::makePictures(const std::string& run) {
    for (const Piece& piece : store_.job().pieces)
        service_.request(
            QStringLiteral("reference %1").arg(piece.id),
            [this, run, job = store_.job(), id = piece.id](const std::stop_token&) -> RenderService::Finish {
                const Piece& piece = *findPiece(job, id);
                const Reference reference = referenceOf(job, piece, reference_px);
                const std::string drawn_on = pngOf(referencePicture(piece, reference));
                const std::string plain =
                    pngOf(toImage(reference.face)
                              .scaled(logged_px, logged_px, Qt::KeepAspectRatio, Qt::SmoothTransformation));
                return [this, run, id, drawn_on, plain] {
                    book_.addPicture(run, id, drawn_on);
                    emit pictured(run, id, plain);
                    emit changed();
                };
            });
}

void Planning::wish(const QString& what, const std::function<void(WorkWishes&)>& change) {
    WorkWishes wishes = store_.job().work;
    change(wishes);
    if (wishes == store_.job().work) return;
    store_.edit(
        what, [&](Job job) { return withWork(std::move(job), wishes); }, what);
}

void Planning::putOff(const std::string& task, Moment to) {
    put_off_ = {task, to};
    const std::string text = clock_.zone().text(to).substr(0, 16);
    wish(tr("put work off"), [&](WorkWishes& wishes) {
        // Back to where it could be anyway.
        if (strip_ && !wishes.not_before.contains(task))
            for (std::size_t i = 0; i < strip_->plan.tasks.size(); ++i)
                if (strip_->plan.tasks[i].id == task && to <= strip_->plan.times[i].from) return;
        const Moment earlier =
            wishes.not_before.contains(task) ? clock_.zone().read(wishes.not_before[task]) : Moment{};
        if (to < earlier)
            wishes.not_before.erase(task);
        else
            wishes.not_before[task] = text;
    });
    if (put_off_ && strip_ && store_.job().work.not_before.count(task) == 0) {
        const Plan plan = strip_->plan;
        sayWhere(plan);
    }
}

}  // namespace tympan::app
