#include "app/window/help.h"

#include <QAction>
#include <QMessageBox>

#include "app/widgets/actions.h"

namespace tympan::app {

namespace {

struct HelpText {
    Q_DECLARE_TR_FUNCTIONS(Help)
};

}  // namespace

void showKeys(QWidget* over, const Actions& actions) {
    QString lines;
    for (const QAction* action : actions.withKeys())
        lines += QStringLiteral("<tr><td style='padding-right:24px'><b>%1</b></td><td>%2</td></tr>")
                     .arg(action->shortcut().toString(QKeySequence::NativeText).toHtmlEscaped(),
                          action->text().toHtmlEscaped());
    QMessageBox box(QMessageBox::NoIcon, HelpText::tr("Keys"), QStringLiteral("<table>%1</table>").arg(lines),
                    QMessageBox::Close, over);
    box.exec();
}

void showAbout(QWidget* over) {
    QMessageBox::about(
        over, HelpText::tr("About Tympan"),
        HelpText::tr("<p><b>Tympan %1</b></p><p>Prepares pictures for transfer by hand onto wood, "
                     "canvas, cloth, tin, slate or skin.</p>"
                     "<p>Free software under the GNU General Public License, version 3 or later. "
                     "Typefaces under the SIL Open Font License.</p>")
            .arg(QStringLiteral(TYMPAN_VERSION)));
}

}  // namespace tympan::app
