#include <QApplication>
#include <QCommandLineParser>
#include <QFile>
#include <QIcon>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTimer>
#include <clocale>
#include <cstdio>

#include "app/look/icons.h"
#include "app/look/theme.h"
#include "app/model/preferences.h"
#include "app/window/main_window.h"
#include "app/window/tour.h"
#include "core/base/data_folder.h"

int main(int argc, char** argv) {
    qputenv("OMP_THREAD_LIMIT", "1");
    QApplication application(argc, argv);
    // Qt takes the user's locale over for the C library: numbers in files keep their points.
    std::setlocale(LC_NUMERIC, "C");
    QApplication::setApplicationName(QStringLiteral("tympan"));
    QApplication::setOrganizationName(QStringLiteral("tympan"));
    QApplication::setApplicationVersion(QStringLiteral(TYMPAN_VERSION));

    QCommandLineParser options;
    options.setApplicationDescription(
        QApplication::translate("main", "Prepares pictures for transfer by hand."));
    options.addHelpOption();
    options.addVersionOption();
    const QCommandLineOption demo(QStringLiteral("demo"),
                                  QApplication::translate("main", "Open the demo job."));
    const QCommandLineOption tour(
        QStringLiteral("tour"),
        QApplication::translate(
            "main", "Show every station once, save a picture of each into this folder, and quit."),
        QStringLiteral("folder"));
    const QCommandLineOption save(
        QStringLiteral("save"),
        QApplication::translate("main",
                                "Save the job's PDFs (sheets, reference, test sheet, files for a copy shop) "
                                "into this folder, and quit."),
        QStringLiteral("folder"));
    options.addOptions({demo, tour, save});
    options.addPositionalArgument(QStringLiteral("pictures"),
                                  QApplication::translate("main", "Jobs and pictures to open."),
                                  QStringLiteral("[pictures…]"));
    options.process(application);

    // The demo and the tour keep what they do by themselves: nothing of it is found in the maker's own
    // record, nor offered as work from last time.
    QTemporaryDir passing;
    if (options.isSet(tour) || options.isSet(save))
        qputenv("XDG_DATA_HOME", QFile::encodeName(passing.path()));
    else if (options.isSet(demo))
        qputenv("XDG_DATA_HOME",
                QFile::encodeName(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) +
                                  QStringLiteral("/demo")));

    try {
        tympan::app::applyTheme(application, tympan::app::prefersDark());
        QApplication::setWindowIcon(QIcon(tympan::app::icon(QStringLiteral("tympan"), Qt::black, 64)));
        // A tour begins work to show it, and keeps none of it.
        tympan::app::MainWindow window(options.isSet(tour) ? ":memory:" : "");
        if (options.isSet(demo)) window.openRecipe(tympan::dataFolder() / "demo" / "brindle-moor.json");
        window.show();
        if (!options.positionalArguments().isEmpty()) window.openFiles(options.positionalArguments());
        if (options.isSet(save)) return tympan::app::saveAll(window, options.value(save));
        if (options.isSet(tour)) return tympan::app::tour(window, options.value(tour));
        QTimer::singleShot(0, &window, [&window] { window.offerLeftWork(); });
        return QApplication::exec();
    } catch (const std::exception& fault) {
        std::fprintf(stderr, "tympan: %s\n", fault.what());
        return 1;
    }
}
