#include <QApplication>
#include <QSettings>
#include <QStandardPaths>

#include <gmock/gmock.h>

#include "app/shell/theme.h"

int main(int argc, char** argv) {
    if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
    QStandardPaths::setTestModeEnabled(true);  // the maker's own settings stay untouched
    QApplication application(argc, argv);
    QApplication::setOrganizationName(QStringLiteral("tympan-tests"));
    QApplication::setApplicationName(QStringLiteral("tympan-tests"));
    QSettings().clear();
    tympan::app::applyTheme(application, false);
    testing::InitGoogleMock(&argc, argv);
    return RUN_ALL_TESTS();
}
