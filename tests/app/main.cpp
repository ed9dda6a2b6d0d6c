#include <QApplication>
#include <QSettings>
#include <QTemporaryDir>

#include <gmock/gmock.h>

#include "app/look/theme.h"

int main(int argc, char** argv) {
    if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
    // The maker's own settings and work stay untouched, and so do those of a test that runs beside this one.
    const QTemporaryDir home;
    for (const char* place : {"XDG_CONFIG_HOME", "XDG_DATA_HOME"})
        qputenv(place, home.filePath(QLatin1String(place)).toUtf8());
    QApplication application(argc, argv);
    QApplication::setOrganizationName(QStringLiteral("tympan-tests"));
    QApplication::setApplicationName(QStringLiteral("tympan-tests"));
    QSettings().clear();
    tympan::app::applyTheme(application, false);
    testing::InitGoogleMock(&argc, argv);
    return RUN_ALL_TESTS();
}
