#include "app/shell/actions.h"

#include <QAction>
#include <QActionGroup>
#include <QCoreApplication>
#include <QMenuBar>

namespace tympan::app {

namespace {

QString tr(const char* text) { return QCoreApplication::translate("Actions", text); }

QAction* make(QObject* parent, const char* name, const QString& text, const QKeySequence& key = {},
              const QString& tip = {}) {
    auto* action = new QAction(text, parent);
    action->setObjectName(QLatin1String(name));
    action->setShortcut(key);
    if (!tip.isEmpty()) action->setToolTip(tip);
    return action;
}

}  // namespace

Actions::Actions(QObject* parent, const QList<QString>& station_names) {
    fresh = make(parent, "new-job", tr("New job"), QKeySequence::New);
    open = make(parent, "open", tr("Open a job, or add pictures…"), QKeySequence::Open);
    save_job = make(parent, "save-job", tr("Save the job"), QKeySequence::Save);
    save_job_as = make(parent, "save-job-as", tr("Save the job as…"), Qt::CTRL | Qt::SHIFT | Qt::Key_S);
    paste = make(parent, "paste", tr("Paste a picture"), QKeySequence::Paste);
    save_pdf = make(parent, "save-pdf", tr("Save the sheets as PDF…"), Qt::CTRL | Qt::Key_E,
                    tr("True size, cut and marked: print it at 100 %."));
    save_picture =
        make(parent, "save-picture", tr("Save the print as a picture…"), Qt::CTRL | Qt::SHIFT | Qt::Key_E,
             tr("The chosen piece in one PNG or TIFF, as it will be printed."));
    copy_shop =
        make(parent, "copy-shop", tr("Files for a copy shop…"), {},
             tr("The PDF, a page of instructions with a small proof, and a test sheet where one is needed."));
    reference = make(parent, "reference", tr("Reference print…"), {},
                     tr("Small, the right way round, to hold beside the object while the paper comes off."));
    test_sheet = make(parent, "test-sheet", tr("Test sheet…"), {},
                      tr("One plain sheet that shows which face is printed, whether the size is true, and "
                         "whether the printer mirrors."));
    guide =
        make(parent, "guide", tr("How to put it together…"), {},
             tr("For pictures of several sheets: maps, what to join after what, sizes to check, labels for "
                "the backs."));
    reduced = make(parent, "reduced", tr("All of it on one sheet…"), {},
                   tr("Each picture reduced to one sheet, as it will be printed, for comparing."));
    seam_strip =
        make(parent, "seam-strip", tr("A strip to try…"), {},
             tr("At true size: the stretch of seam that would be seen most, to cut and join, and the "
                "finest detail."));
    patch = make(parent, "patch", tr("Mend a spot…"), {},
                 tr("One spot of the picture again, its surroundings faint, for a hole or a gap."));
    cut_paths =
        make(parent, "cut-paths", tr("Save the cut paths…"), {},
             tr("For a cutting machine: the outlines of small pieces where they lie, SVG in mm, a file "
                "for each sheet."));
    // Under a heading a button needs fewer words.
    save_pdf->setIconText(tr("Sheets as PDF…"));
    save_picture->setIconText(tr("One picture…"));
    copy_shop->setIconText(tr("For a copy shop…"));
    reduced->setIconText(tr("All on one sheet…"));
    guide->setIconText(tr("How to join…"));
    print = make(parent, "print", tr("Print…"), QKeySequence::Print);
    quit = make(parent, "quit", tr("Quit"), QKeySequence::Quit);
    undo = make(parent, "undo", tr("Undo"), QKeySequence::Undo);
    redo = make(parent, "redo", tr("Redo"));
    redo->setShortcuts({Qt::CTRL | Qt::SHIFT | Qt::Key_Z, Qt::CTRL | Qt::Key_Y});
    remove = make(parent, "remove", tr("Take off the line"), Qt::CTRL | Qt::Key_Backspace);
    placement = make(
        parent, "placement", tr("Placement template…"), {},
        tr("The object's edge and the picture's place at true size, to lay on the object: no pencil lines "
           "under the medium."));
    corners = make(parent, "corners", tr("Corners and middle…"), {},
                   tr("Of a large placement template only the four corners and the middle, a page each."));
    mask_outside = make(parent, "mask-outside", tr("Mask round the picture…"), {},
                        tr("Covers everything but the picture, for varnish or paint."));
    mask_inside = make(parent, "mask-inside", tr("Mask over the picture…"), {},
                       tr("Covers the picture alone, for paint round it."));
    ladder = make(parent, "ladder", tr("Size ladder…"), {},
                  tr("The picture in several sizes in a row, to hold against the object."));
    duplicate = make(parent, "duplicate", tr("Once more"), Qt::CTRL | Qt::Key_D,
                     tr("The same piece again, with an object of its own."));
    earlier = make(parent, "earlier", tr("Move towards the front"), Qt::CTRL | Qt::SHIFT | Qt::Key_Left);
    later = make(parent, "later", tr("Move towards the end"), Qt::CTRL | Qt::SHIFT | Qt::Key_Right);
    next = make(parent, "next-piece", tr("Next piece"), Qt::CTRL | Qt::Key_Right);
    previous = make(parent, "previous-piece", tr("Previous piece"), Qt::CTRL | Qt::Key_Left);
    fold = make(parent, "fold", tr("Fold the paper over, or lift it back"), Qt::Key_F);
    zoom_in = make(parent, "zoom-in", tr("Nearer"), QKeySequence::ZoomIn);
    zoom_out = make(parent, "zoom-out", tr("Farther"), QKeySequence::ZoomOut);
    zoom_fit = make(parent, "zoom-fit", tr("See both leaves whole"), Qt::CTRL | Qt::Key_0);
    zoom_true = make(parent, "zoom-true", tr("True size on the screen"), Qt::CTRL | Qt::Key_1,
                     tr("As far as the screen knows its own size, or as you checked it with a card."));
    screen_scale = make(parent, "screen-scale", tr("Check the screen with a bank card…"));
    evening = make(parent, "evening", tr("Evening colours"));
    evening->setCheckable(true);
    auto* units = new QActionGroup(parent);
    mm = make(parent, "unit-mm", tr("Measure in millimetres"));
    cm = make(parent, "unit-cm", tr("Measure in centimetres"));
    in = make(parent, "unit-in", tr("Measure in inches"));
    for (QAction* unit : {mm, cm, in}) unit->setCheckable(true), units->addAction(unit);
    table = make(parent, "table", tr("At the table"), Qt::Key_T,
                 tr("One step at a time, large, while hands are wet. Esc leaves it."));
    calendar = make(parent, "calendar", tr("Save the plan for a calendar…"), {},
                    tr("Each sitting with an alarm before it: that rings with this program closed."));
    plan_sheet = make(parent, "plan-sheet", tr("Save the plan to print…"), {},
                      tr("What is done when, what to print and to have ready: to hang up."));
    calendar->setIconText(tr("For a calendar…"));
    plan_sheet->setIconText(tr("On paper…"));
    table->setEnabled(false);
    shortcuts = make(parent, "shortcuts", tr("Keys"), QKeySequence::HelpContents);
    about = make(parent, "about", tr("About Tympan"));
    for (int i = 0; i < station_names.size(); ++i)
        stations << make(parent, qPrintable(QStringLiteral("station-%1").arg(i + 1)), station_names[i],
                         QKeySequence(Qt::Key_1 + i));
}

void Actions::fill(QMenuBar& bar) {
    const auto menu = [&](const QString& title, const QList<QAction*>& actions) {
        QMenu* added = bar.addMenu(title);
        for (QAction* action : actions) {
            if (action)
                added->addAction(action);
            else
                added->addSeparator();
        }
        return added;
    };
    QMenu* job = menu(tr("&Job"), {fresh,     open,         save_job,   save_job_as, nullptr, save_pdf,
                                   copy_shop, save_picture, test_sheet, reference,   guide,   nullptr,
                                   reduced,   seam_strip,   patch,      cut_paths,   nullptr, print,
                                   nullptr,   table,        calendar,   plan_sheet,  nullptr, quit});
    recent = new QMenu(tr("Recent jobs"), &bar);
    recent->setObjectName(QStringLiteral("recent-jobs"));
    job->insertMenu(save_job, recent);
    menu(tr("&Edit"), {undo, redo, nullptr, paste});
    menu(tr("P&iece"), {previous, next, nullptr, duplicate, earlier, later, nullptr, placement, corners,
                        mask_outside, mask_inside, ladder, nullptr, remove});
    QList<QAction*> view = stations;
    view << nullptr << fold << nullptr << zoom_in << zoom_out << zoom_fit << zoom_true << screen_scale
         << nullptr << mm << cm << in << nullptr << evening;
    menu(tr("&View"), view);
    menu(tr("&Help"), {shortcuts, about});
}

QList<QAction*> Actions::withKeys() const {
    QList<QAction*> all = stations;
    all << fold << table << open << paste << undo << redo << previous << next << duplicate << earlier << later
        << remove << save_job << save_job_as << save_pdf << save_picture << print << zoom_in << zoom_out
        << zoom_fit << zoom_true << fresh << quit << shortcuts;
    return all;
}

}  // namespace tympan::app
