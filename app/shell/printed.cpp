#include "app/shell/printed.h"

#include <QCoreApplication>

#include "core/output/sheets_pdf.h"

namespace tympan::app {

QString sheetLabel(const Job& job, const Sheet& sheet) {
    const QString name = QString::fromStdString(sheetName(job, sheet));
    return sheet.label.empty() ? name
                               : QCoreApplication::translate("Exports", "%1 · %2")
                                     .arg(QString::fromStdString(sheet.label), name);
}

}  // namespace tympan::app
