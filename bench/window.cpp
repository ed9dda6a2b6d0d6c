// What a maker waits for in the real window, in milliseconds: from the start of the process until the window
// is painted and answers (and, for the demo job, until its first picture is there), and from a move of the
// contrast slider until both leaves are painted anew.
#include <QApplication>
#include <QElapsedTimer>
#include <QSlider>
#include <QTimer>
#include <algorithm>
#include <cstdio>
#include <fstream>
#include <sstream>

#include <unistd.h>

#include "app/canvas/fold_view.h"
#include "app/look/theme.h"
#include "app/model/log_store.h"
#include "app/window/main_window.h"
#include "core/artwork/read_picture.h"
#include "core/base/data_folder.h"
#include "core/base/uuid.h"
#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "tests/support/year.h"

namespace {

using namespace tympan;

/// Milliseconds since the kernel started this process (proc(5), field 22 of stat; its clock ticks every 10
/// ms).
double sinceStart() {
    std::ifstream stat("/proc/self/stat"), uptime("/proc/uptime");
    std::string line;
    std::getline(stat, line);
    std::istringstream fields(line.substr(line.rfind(')') + 2));
    std::string skipped;
    for (int field = 3; field < 22; ++field) fields >> skipped;
    double started = 0, now = 0;
    fields >> started;
    uptime >> now;
    return 1000 * (now - started / static_cast<double>(::sysconf(_SC_CLK_TCK)));
}

void until(const std::function<bool()>& done) {
    while (!done()) QApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents);
}

/// The 24-megapixel picture on a table top, 600 x 400 mm.
Job jobOf(const char* file) {
    NewPiece piece;
    piece.artwork = readPicture(std::filesystem::path(file));
    piece.method = shippedMethods().front();
    piece.size = {600, 400};
    Job job = withPiece({}, std::move(piece));
    const int id = job.pieces.front().id;
    return withTone(std::move(job), id, {.ink = Tone::InkChoice::grey});  // its colours would be kept
}

void timeTone(app::MainWindow& window, const char* file) {
    window.openJob(jobOf(file));
    window.goTo(app::MainWindow::tone);
    bool painted = false;
    QObject::connect(&window.fold(), &app::FoldView::painted, [&] { painted = true; });
    QElapsedTimer rest;
    rest.start();
    until([&] { return rest.elapsed() > 1500 && window.service().idle(); });
    auto* slider = window.findChild<QSlider*>(QStringLiteral("contrast-slider"));
    std::vector<double> waits;
    for (int i = 0; i < 41; ++i) {
        const qint64 before = window.fold().leaves().printed.cacheKey();
        QElapsedTimer clock;
        clock.start();
        painted = false;
        slider->setValue((slider->value() + 37) % 101);
        until([&] {
            return std::exchange(painted, false) && window.fold().leaves().printed.cacheKey() != before;
        });
        waits.push_back(static_cast<double>(clock.nsecsElapsed()) / 1e6);
    }
    std::sort(waits.begin(), waits.end());
    std::printf("tone change painted, 24 Mpx source: median %.0f ms, slowest of %zu %.0f ms\n",
                waits[waits.size() / 2], waits.size(), waits.back());
}

/// 300 pieces on the line: what an edit keeps the window from answering, edit and repaint, median and most.
void timeEdits(app::MainWindow& window) {
    const ArtworkPtr artwork = readPicture(dataFolder() / "demo" / "orrery.jpg");
    Job job;
    job.sheets.paper = paperNamed("A4");
    constexpr int pieces = 300, edits = 60;
    for (int i = 0; i < pieces; ++i) {
        NewPiece piece{artwork, {}, shippedMethods().front(), {40.0 + i % 50, 50.0}, 1};
        piece.object.name = "tile " + std::to_string(i);
        job = withPiece(std::move(job), std::move(piece));
    }
    window.openJob(std::move(job));
    QElapsedTimer rest;
    rest.start();
    until([&] { return window.service().idle() || rest.elapsed() > 20'000; });
    std::vector<double> took;
    for (int i = 0; i < edits; ++i) {
        QElapsedTimer timer;
        timer.start();
        window.store().edit(QStringLiteral("change the size"), [&](Job now) {
            return withWidth(std::move(now), window.store().piece()->id, 60 + i, Proportions::keep);
        });
        window.fold().repaint();
        took.push_back(static_cast<double>(timer.nsecsElapsed()) / 1e6);
        QApplication::processEvents();
    }
    std::sort(took.begin(), took.end());
    std::printf(
        "300 pieces, an edit and its repaint on the interface thread: %.1f ms median, %.1f ms most (goal: "
        "under 50)\n",
        took[took.size() / 2], took.back());
}

/// A logbook of 100,000 pieces: the station opened and a word asked. From the click until all is painted, and
/// the longest time in which the window answered nothing.
void timeLogbook() {
    const std::filesystem::path folder = std::filesystem::temp_directory_path() / "tympan-bench-window";
    std::filesystem::remove_all(folder);
    const std::filesystem::path record = folder / "record.sqlite";
    {
        std::vector<LogEntry> entries;
        const std::vector<LogEntry> year = tests::madeUpYear();
        for (int i = 0; i < 100'000; ++i) {
            LogEntry entry = year[static_cast<std::size_t>(i) % year.size()];
            entry.id = uuidOf(std::to_string(i));
            entry.made += std::chrono::hours{i};
            entries.push_back(std::move(entry));
        }
        Logbook(record).putOfRun(entries);
    }
    app::MainWindow window(record);
    window.show();
    const auto time = [&](const char* what, const std::function<void()>& act) {
        QElapsedTimer all, part;
        all.start();
        part.start();
        act();
        double longest = 0;
        const auto blocked = [&] {
            longest = std::max(longest, static_cast<double>(part.nsecsElapsed()) / 1e6);
        };
        blocked();
        do {
            part.start();
            QApplication::processEvents();
            blocked();
        } while (window.log().looking() || !window.service().idle());
        std::printf("100,000 pieces, %s: shown after %lld ms, the window blocked for %.0f ms at most\n", what,
                    all.elapsed(), longest);
    };
    time("window opened", [] {});
    time("logbook opened", [&] { window.goTo(app::MainWindow::logbook); });
    time("a word asked", [&] { window.log().ask({.words = "ran"}); });
    time("another station", [&] { window.goTo(app::MainWindow::picture); });
    std::filesystem::remove_all(folder);
}

}  // namespace

int main(int argc, char** argv) {
    qputenv("OMP_THREAD_LIMIT", "1");
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("tympan-bench"));
    app::applyTheme(application, false);
    app::MainWindow window;
    const std::string what = argc > 1 ? argv[1] : "";
    if (what == "demo") window.openRecipe(dataFolder() / "demo" / "brindle-moor.json");
    bool painted = false;
    const auto first = QObject::connect(&window.fold(), &app::FoldView::painted, [&] { painted = true; });
    window.show();
    until([&] { return painted; });
    QObject::disconnect(first);
    if (what == "start") {
        std::printf("%.0f\n", sinceStart());
    } else if (what == "demo") {
        until([&] { return !window.fold().leaves().printed.isNull(); });
        std::printf("%.0f\n", sinceStart());
    } else if (what == "tone" && argc == 3) {
        QTimer ticking;
        ticking.start(5);
        timeTone(window, argv[2]);
    } else if (what == "edits") {
        QTimer ticking;
        ticking.start(5);
        timeEdits(window);
    } else if (what == "logbook") {
        timeLogbook();
    } else {
        std::fprintf(stderr, "usage: bench-window start | demo | edits | logbook | tone PICTURE\n");
        return 2;
    }
    return 0;
}
