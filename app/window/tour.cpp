#include "app/window/tour.h"

#include <QAbstractButton>
#include <QApplication>
#include <QDialog>
#include <QDir>
#include <QElapsedTimer>
#include <QListWidget>
#include <QMouseEvent>
#include <QTimer>
#include <cmath>
#include <cstdio>

#include "app/canvas/fold_view.h"
#include "app/canvas/loupe.h"
#include "app/canvas/pieces_view.h"
#include "app/model/log_store.h"
#include "app/stations/logbook/strip_desk.h"
#include "app/stations/object/object_tray.h"
#include "app/stations/sheets/nest_panel.h"
#include "app/stations/tone/tone_tray.h"
#include "app/stations/transfer/table_view.h"
#include "app/widgets/ask_trouble.h"
#include "app/window/main_window.h"
#include "core/base/data_folder.h"
#include "core/base/file_name.h"
#include "core/documents/assembly_guide.h"
#include "core/job/edits.h"

namespace tympan::app {

namespace {

/// Lets the program run until nothing waits to be rendered, and a little longer for what rests before it
/// sharpens.
void settle(MainWindow& window, int least_ms = 600) {
    QElapsedTimer clock;
    clock.start();
    while (clock.elapsed() < least_ms ||
           ((!window.service().idle() || window.inspector().busy()) && clock.elapsed() < 60000))
        QApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents, 20);
    // What was said last is still to be laid out.
    for (int i = 0; i < 3; ++i)
        QApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents, 20);
}

bool shoot(MainWindow& window, const QDir& folder, const char* name) {
    settle(window);
    const QString file = folder.filePath(QLatin1String(name) + QStringLiteral(".png"));
    if (window.grab().save(file)) return true;
    std::fprintf(stderr, "tympan: %s: cannot be written\n", qPrintable(file));
    return false;
}

bool made(const QDir& folder) {
    if (folder.mkpath(QStringLiteral("."))) return true;
    std::fprintf(stderr, "tympan: %s: the folder cannot be made\n", qPrintable(folder.path()));
    return false;
}

/// Runs one export to its end.
bool exported(MainWindow& window, const std::function<void(Exports&)>& start) {
    bool done = false, went_well = false;
    QObject context;
    QObject::connect(&window.exports(), &Exports::ended, &context, [&](bool well, const QString& sentence) {
        done = true;
        went_well = well;
        std::fprintf(well ? stdout : stderr, "tympan: %s\n", qPrintable(sentence));
    });
    start(window.exports());
    while (!done) QApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents);
    return went_well;
}

void choose(MainWindow& window, std::size_t piece) {
    if (piece < window.store().job().pieces.size())
        window.store().choose(window.store().job().pieces[piece].id);
}

void press(MainWindow& window, const char* button) {
    if (auto* found = window.findChild<QAbstractButton*>(QLatin1String(button))) found->click();
}

void pointAt(FoldView& fold, const QPointF& spot) {
    const QPointF at = fold.onScreen().onObject(spot);
    QMouseEvent move(QEvent::MouseMove, at, fold.mapToGlobal(at), Qt::NoButton, Qt::NoButton, Qt::NoModifier);
    QApplication::sendEvent(&fold, &move);
}

/// A dialog that `open` shows, as it is after `then`; it is left.
bool shootDialog(
    const QDir& folder, const char* name, const std::function<void()>& open,
    const std::function<void(QWidget&)>& then = [](QWidget&) {}) {
    bool well = false;
    QTimer::singleShot(400, [&] {
        auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        if (!dialog) return;
        then(*dialog);
        QApplication::processEvents();
        well = dialog->grab().save(folder.filePath(QLatin1String(name) + QStringLiteral(".png")));
        dialog->reject();
    });
    open();
    return well;
}

/// A slate with four more pictures of the job on it, as a patchwork. Taken back.
bool shootFilled(MainWindow& window, const QDir& folder) {
    JobStore& store = window.store();
    constexpr std::size_t slate = 3;
    if (store.job().pieces.size() <= slate) return true;
    store.edit(QStringLiteral("put more on it"), [](Job job) {
        const std::vector<Piece> pieces = job.pieces;
        const int on = pieces[slate].id;
        for (const std::size_t other : {8, 4, 2, 1})
            if (other < pieces.size()) job = withAnother(std::move(job), on, pieces[other].artwork, {60, 60});
        return job;
    });
    QEvent leave(QEvent::Leave);
    QApplication::sendEvent(&window.fold(), &leave);
    window.objectTray().open(QStringLiteral("fill"));
    press(window, "fill-manner-patchwork");
    press(window, "fill-it");
    settle(window);
    const bool well = shoot(window, folder, "object-fill");
    while (store.canUndo()) store.undo();
    return well;
}

/// The stickers laid closer, one of them chosen. Taken back.
bool shootNested(MainWindow& window, const QDir& folder) {
    choose(window, 5);
    settle(window);
    auto* panel = window.findChild<NestPanel*>();
    auto* view = window.findChild<PiecesView*>();
    if (!panel || !view) return false;
    panel->setSeconds(6);
    press(window, "nest");
    settle(window);
    // One of them, wherever it came to lie.
    for (double x = 0.3; x < 0.7 && !view->chosen(); x += 0.03) {
        const QPointF at(view->width() * x, view->height() * 0.13);
        QMouseEvent down(QEvent::MouseButtonPress, at, view->mapToGlobal(at), Qt::LeftButton, Qt::LeftButton,
                         Qt::NoModifier);
        QApplication::sendEvent(view, &down);
        QMouseEvent up(QEvent::MouseButtonRelease, at, view->mapToGlobal(at), Qt::LeftButton, Qt::NoButton,
                       Qt::NoModifier);
        QApplication::sendEvent(view, &up);
    }
    const bool well = shoot(window, folder, "sheets-nested");
    while (window.store().canUndo()) window.store().undo();
    choose(window, 0);
    return well;
}

/// A step at the table of which a picture is taken.
struct TableShot {
    const char* name;
    std::size_t piece;
    const char* step;
    bool hands;
    int round, after_s;  ///< so many seconds after it began
    bool taken = false;
};

bool shootTable(MainWindow& window, const QDir& folder, const TableShot& shot) {
    window.table().setGeometry(window.rect());
    window.table().enter();
    if (shot.hands && shot.after_s > 0)
        window.runs().happen(window.runs().open().front().id,
                             {.kind = Event::Kind::begun, .at = {}, .task = window.table().task()});
    window.clock().set(window.clock().now() + std::chrono::seconds{shot.after_s});
    const bool well = shoot(window, folder, shot.name);
    window.table().hide();
    return well;
}

/// Works as the plan has it, from the first coat to the last, and takes a picture of some steps.
bool workThrough(MainWindow& window, const QDir& folder, std::vector<TableShot> shots) {
    RunBook& book = window.runs();
    bool well = true;
    using Kind = Event::Kind;
    for (int k = 0; k < 5000 && !book.open().empty(); ++k) {
        // Hands are slower than the plan that follows what they did.
        while (!window.service().idle()) QApplication::processEvents(QEventLoop::AllEvents, 5);
        const std::string run = book.open().front().id;
        const Now what = book.open().front().now;
        const Task* found = findTask(book.open().front().state, what.task);
        if (!found) break;
        const Task task = *found;
        for (TableShot& shot : shots)
            if (!shot.taken && task.piece == window.store().job().pieces[shot.piece].id &&
                task.step == shot.step && task.hands == shot.hands && task.round.value_or(1) >= shot.round) {
                shot.taken = true;
                well = shootTable(window, folder, shot) && well;
            }
        const Moment now = window.clock().now();
        if (what.kind == Now::Kind::wait) {
            window.clock().set(std::max(now, what.from));
            const bool more = task.again && *task.round < task.again->usual;
            book.happen(run, {.kind = more ? Kind::another : Kind::done, .at = {}, .task = what.task});
        } else if (what.kind == Now::Kind::later) {
            window.clock().set(what.from);
        } else {
            book.happen(run, {.kind = Kind::begun, .at = {}, .task = what.task});
            window.clock().set(now + std::chrono::seconds{static_cast<long>(task.usual_min * 60)});
            book.happen(run, {.kind = Kind::done, .at = {}, .task = what.task});
        }
    }
    return well && std::all_of(shots.begin(), shots.end(), [](const TableShot& shot) { return shot.taken; });
}

/// What the night has written, once its maker has said how it went; one piece, opened.
bool shootLogbook(MainWindow& window, const QDir& folder) {
    LogStore& log = window.log();
    window.goTo(MainWindow::logbook);
    settle(window);
    const std::vector<LogLine> lines = log.lines();
    for (const LogLine& line : lines) {
        log.open(line.id);
        log.change([&](LogEntry& entry) {
            const bool rounds = entry.copies > 10 && entry.area_cm2 > 50;
            entry.outcome = rounds ? Outcome::in_parts : Outcome::held;
            if (!rounds) return;
            entry.next = {"half the gel, and rub the rims last", "coat"};
            const auto about = [&](Fault fault, double x, double y, double r) {
                Ring ring;
                for (int i = 0; i < 16; ++i)
                    ring.push_back({entry.size.width * x + r * std::cos(M_PI * i / 8),
                                    entry.size.height * y + 0.7 * r * std::sin(M_PI * i / 8)});
                entry.faults.push_back({fault, ring});
            };
            about(Fault::hole, 0.3, 0.3, 5);
            about(Fault::cloud, 0.62, 0.7, 9);
        });
    }
    log.close();
    bool well = shoot(window, folder, "logbook");
    for (const LogLine& line : log.lines())
        if (line.outcome == Outcome::in_parts) log.open(line.id);
    well = shoot(window, folder, "logbook-piece") && well;
    log.close();
    window.strips().setOf({"laser printer", "gel-rub-off", "pale-wood"});
    window.strips().read(QString::fromStdString((dataFolder() / "demo" / "strip.jpg").string()));
    window.strips().open();
    well = shoot(window, folder, "strips") && well;
    window.strips().close();
    return well;
}

/// The plan of an open night, and four steps of its work at the table. The clock is made up.
bool shootTransfer(MainWindow& window, const QDir& folder) {
    window.clock().simulate(window.clock().zone().read("2026-12-03T17:00"), 0);
    window.planning().wish(QStringLiteral("due"),
                           [](WorkWishes& wishes) { wishes.due = "2026-12-06T18:00"; });
    window.goTo(MainWindow::transfer);
    bool well = shoot(window, folder, "transfer");
    constexpr std::size_t orrery = 2, comet = 4;
    if (window.store().job().pieces.size() > comet && window.planning().begin()) {
        settle(window);
        well = workThrough(window, folder, {{"table-rub", orrery, "rub", true, 2, 260}}) && well;
    }
    while (!window.runs().open().empty())
        window.runs().happen(window.runs().open().front().id, {.kind = Event::Kind::ended, .at = {}});
    well = shootLogbook(window, folder) && well;
    window.clock().real();
    while (window.store().canUndo()) window.store().undo();
    return well;
}

}  // namespace

int tour(MainWindow& window, const QString& name) {
    const QDir folder(name);
    if (!made(folder)) return 4;
    QTimer ticking;  // keeps WaitForMoreEvents waking
    ticking.start(20);
    bool well = true;
    settle(window);  // the job may still be read
    choose(window, 2);
    window.goTo(MainWindow::picture);
    well = shoot(window, folder, "picture") && well;
    window.goTo(MainWindow::object);
    settle(window);
    pointAt(window.fold(), {0.62, 0.21});
    well = shoot(window, folder, "object") && well;
    choose(window, 4);
    window.objectTray().open(QStringLiteral("method"));
    well = shoot(window, folder, "object-method") && well;
    well = shootFilled(window, folder) && well;
    window.objectTray().open(QStringLiteral("what"));
    choose(window, 2);
    QEvent leave(QEvent::Leave);
    QApplication::sendEvent(&window.fold(), &leave);
    settle(window);
    window.fold().holdAt(0.3);
    well = window.grab().save(folder.filePath(QStringLiteral("folding.png"))) && well;
    window.fold().holdAt(0);
    settle(window);
    choose(window, 1);
    window.goTo(MainWindow::tone);
    well = shoot(window, folder, "tone") && well;
    choose(window, 4);
    auto* tone = window.findChild<ToneTray*>();
    tone->open(QStringLiteral("surface"));
    well = shoot(window, folder, "tone-cloth") && well;
    tone->open(QStringLiteral("greys"));
    window.goTo(MainWindow::sharpness);
    window.loupe().show({0.5, 0.41});
    well = shoot(window, folder, "sharpness") && well;
    choose(window, 0);
    window.goTo(MainWindow::sheets);
    well = shoot(window, folder, "sheets") && well;
    well = shootNested(window, folder) && well;
    window.goTo(MainWindow::print);
    well = shoot(window, folder, "print") && well;
    well = shootTransfer(window, folder) && well;
    window.goTo(MainWindow::object);
    window.objectTray().open(QStringLiteral("method"));
    well = shootDialog(
               folder, "own-method", [&] { press(window, "own-method"); },
               [](QWidget& editor) {
                   editor.findChild<QListWidget*>(QStringLiteral("editor-steps"))->setCurrentRow(7);
               }) &&
           well;
    well = shootDialog(folder, "troubles", [&] { askTrouble(&window, {}); }) && well;
    window.openFiles({QString::fromStdString((dataFolder() / "demo" / "orrery.jpg").string())});
    well = shoot(window, folder, "new-picture") && well;
    return well ? 0 : 4;
}

int saveAll(MainWindow& window, const QString& name) {
    const QDir folder(name);
    if (!made(folder)) return 4;
    QTimer ticking;
    ticking.start(20);
    settle(window);  // the job may still be read
    if (window.store().job().pieces.empty()) {
        std::fprintf(stderr, "tympan: there is nothing to save; open a picture or the demo job\n");
        return 2;
    }
    const QString job = QString::fromStdString(fileNameFor(window.store().job().name));
    const bool well =
        exported(window, [&](Exports& to) { to.writePdf(folder.filePath(job + QStringLiteral(".pdf"))); }) &&
        exported(window,
                 [&](Exports& to) {
                     to.writeReference(folder.filePath(job + QStringLiteral(" reference.pdf")));
                 }) &&
        exported(
            window,
            [&](Exports& to) { to.writeTest(folder.filePath(job + QStringLiteral(" test sheet.pdf"))); }) &&
        (!window.store().imposition() || !needsGuide(*window.store().imposition()) ||
         exported(window,
                  [&](Exports& to) {
                      to.writeGuide(folder.filePath(job + QStringLiteral(" put together.pdf")));
                  })) &&
        exported(window, [&](Exports& to) {
            to.writeCopyShop(folder.filePath(job + QStringLiteral(" for the shop")));
        });
    return well ? 0 : 4;
}

}  // namespace tympan::app
