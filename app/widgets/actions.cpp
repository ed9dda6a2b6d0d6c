#include "app/widgets/actions.h"

#include <QAction>
#include <QActionGroup>
#include <QCoreApplication>
#include <QMenuBar>

namespace tympan::app {

namespace {

struct ActionsText {
    Q_DECLARE_TR_FUNCTIONS(Actions)
};

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
    fresh = make(parent, "new-job", ActionsText::tr("New job"), QKeySequence::New);
    open = make(parent, "open", ActionsText::tr("Open a job, or add pictures…"), QKeySequence::Open);
    save_job = make(parent, "save-job", ActionsText::tr("Save the job"), QKeySequence::Save);
    save_job_as =
        make(parent, "save-job-as", ActionsText::tr("Save the job as…"), Qt::CTRL | Qt::SHIFT | Qt::Key_S);
    paste = make(parent, "paste", ActionsText::tr("Paste a picture"), QKeySequence::Paste);
    save_pdf = make(parent, "save-pdf", ActionsText::tr("Save the sheets as PDF…"), Qt::CTRL | Qt::Key_E,
                    ActionsText::tr("True size, cut and marked: print it at 100 %."));
    save_picture = make(parent, "save-picture", ActionsText::tr("Save the print as a picture…"),
                        Qt::CTRL | Qt::SHIFT | Qt::Key_E,
                        ActionsText::tr("The chosen piece in one PNG or TIFF, as it will be printed."));
    copy_shop = make(
        parent, "copy-shop", ActionsText::tr("Files for a copy shop…"), {},
        ActionsText::tr(
            "The PDF, a page of instructions with a small proof, and a test sheet where one is needed."));
    reference = make(
        parent, "reference", ActionsText::tr("Reference print…"), {},
        ActionsText::tr("Small, the right way round, to hold beside the object while the paper comes off."));
    test_sheet = make(
        parent, "test-sheet", ActionsText::tr("Test sheet…"), {},
        ActionsText::tr("One plain sheet that shows which face is printed, whether the size is true, and "
                        "whether the printer mirrors."));
    guide =
        make(parent, "guide", ActionsText::tr("How to put it together…"), {},
             ActionsText::tr(
                 "For pictures of several sheets: maps, what to join after what, sizes to check, labels for "
                 "the backs."));
    reduced =
        make(parent, "reduced", ActionsText::tr("All of it on one sheet…"), {},
             ActionsText::tr("Each picture reduced to one sheet, as it will be printed, for comparing."));
    seam_strip = make(
        parent, "seam-strip", ActionsText::tr("A strip to try…"), {},
        ActionsText::tr("At true size: the stretch of seam that would be seen most, to cut and join, and the "
                        "finest detail."));
    patch =
        make(parent, "patch", ActionsText::tr("Mend a spot…"), {},
             ActionsText::tr("One spot of the picture again, its surroundings faint, for a hole or a gap."));
    cut_paths =
        make(parent, "cut-paths", ActionsText::tr("Save the cut paths…"), {},
             ActionsText::tr(
                 "For a cutting machine: the outlines of small pieces where they lie, SVG in mm, a file "
                 "for each sheet."));
    // Under a heading a button needs fewer words.
    save_pdf->setIconText(ActionsText::tr("Sheets as PDF…"));
    save_picture->setIconText(ActionsText::tr("One picture…"));
    copy_shop->setIconText(ActionsText::tr("For a copy shop…"));
    reduced->setIconText(ActionsText::tr("All on one sheet…"));
    guide->setIconText(ActionsText::tr("How to join…"));
    print = make(parent, "print", ActionsText::tr("Print…"), QKeySequence::Print);
    quit = make(parent, "quit", ActionsText::tr("Quit"), QKeySequence::Quit);
    undo = make(parent, "undo", ActionsText::tr("Undo"), QKeySequence::Undo);
    redo = make(parent, "redo", ActionsText::tr("Redo"));
    redo->setShortcuts({Qt::CTRL | Qt::SHIFT | Qt::Key_Z, Qt::CTRL | Qt::Key_Y});
    remove = make(parent, "remove", ActionsText::tr("Take off the line"), Qt::CTRL | Qt::Key_Backspace);
    placement = make(
        parent, "placement", ActionsText::tr("Placement template…"), {},
        ActionsText::tr(
            "The object's edge and the picture's place at true size, to lay on the object: no pencil lines "
            "under the medium."));
    corners = make(
        parent, "corners", ActionsText::tr("Corners and middle…"), {},
        ActionsText::tr("Of a large placement template only the four corners and the middle, a page each."));
    mask_outside = make(parent, "mask-outside", ActionsText::tr("Mask round the picture…"), {},
                        ActionsText::tr("Covers everything but the picture, for varnish or paint."));
    mask_inside = make(parent, "mask-inside", ActionsText::tr("Mask over the picture…"), {},
                       ActionsText::tr("Covers the picture alone, for paint round it."));
    ladder = make(parent, "ladder", ActionsText::tr("Size ladder…"), {},
                  ActionsText::tr("The picture in several sizes in a row, to hold against the object."));
    duplicate = make(parent, "duplicate", ActionsText::tr("Once more"), Qt::CTRL | Qt::Key_D,
                     ActionsText::tr("The same piece again, with an object of its own."));
    earlier = make(parent, "earlier", ActionsText::tr("Move towards the front"),
                   Qt::CTRL | Qt::SHIFT | Qt::Key_Left);
    later =
        make(parent, "later", ActionsText::tr("Move towards the end"), Qt::CTRL | Qt::SHIFT | Qt::Key_Right);
    next = make(parent, "next-piece", ActionsText::tr("Next piece"), Qt::CTRL | Qt::Key_Right);
    previous = make(parent, "previous-piece", ActionsText::tr("Previous piece"), Qt::CTRL | Qt::Key_Left);
    fold = make(parent, "fold", ActionsText::tr("Fold the paper over, or lift it back"), Qt::Key_F);
    zoom_in = make(parent, "zoom-in", ActionsText::tr("Nearer"), QKeySequence::ZoomIn);
    zoom_out = make(parent, "zoom-out", ActionsText::tr("Farther"), QKeySequence::ZoomOut);
    zoom_fit = make(parent, "zoom-fit", ActionsText::tr("See both leaves whole"), Qt::CTRL | Qt::Key_0);
    zoom_true =
        make(parent, "zoom-true", ActionsText::tr("True size on the screen"), Qt::CTRL | Qt::Key_1,
             ActionsText::tr("As far as the screen knows its own size, or as you checked it with a card."));
    screen_scale = make(parent, "screen-scale", ActionsText::tr("Check the screen with a bank card…"));
    evening = make(parent, "evening", ActionsText::tr("Evening colours"));
    evening->setCheckable(true);
    auto* units = new QActionGroup(parent);
    mm = make(parent, "unit-mm", ActionsText::tr("Measure in millimetres"));
    cm = make(parent, "unit-cm", ActionsText::tr("Measure in centimetres"));
    in = make(parent, "unit-in", ActionsText::tr("Measure in inches"));
    for (QAction* unit : {mm, cm, in}) unit->setCheckable(true), units->addAction(unit);
    table = make(parent, "table", ActionsText::tr("At the table"), Qt::Key_T,
                 ActionsText::tr("One step at a time, large, while hands are wet. Esc leaves it."));
    calendar =
        make(parent, "calendar", ActionsText::tr("Save the plan for a calendar…"), {},
             ActionsText::tr("Each sitting with an alarm before it: that rings with this program closed."));
    plan_sheet = make(parent, "plan-sheet", ActionsText::tr("Save the plan to print…"), {},
                      ActionsText::tr("What is done when, what to print and to have ready: to hang up."));
    calendar->setIconText(ActionsText::tr("For a calendar…"));
    plan_sheet->setIconText(ActionsText::tr("On paper…"));
    table->setEnabled(false);
    shortcuts = make(parent, "shortcuts", ActionsText::tr("Keys"), QKeySequence::HelpContents);
    about = make(parent, "about", ActionsText::tr("About Tympan"));
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
    QMenu* job =
        menu(ActionsText::tr("&Job"),
             {fresh,      open,      save_job, save_job_as, nullptr,  save_pdf,   copy_shop, save_picture,
              test_sheet, reference, guide,    nullptr,     reduced,  seam_strip, patch,     cut_paths,
              nullptr,    print,     nullptr,  table,       calendar, plan_sheet, nullptr,   quit});
    recent = new QMenu(ActionsText::tr("Recent jobs"), &bar);
    recent->setObjectName(QStringLiteral("recent-jobs"));
    job->insertMenu(save_job, recent);
    menu(ActionsText::tr("&Edit"), {undo, redo, nullptr, paste});
    menu(ActionsText::tr("P&iece"), {previous, next, nullptr, duplicate, earlier, later, nullptr, placement,
                                     corners, mask_outside, mask_inside, ladder, nullptr, remove});
    QList<QAction*> view = stations;
    view << nullptr << fold << nullptr << zoom_in << zoom_out << zoom_fit << zoom_true << screen_scale
         << nullptr << mm << cm << in << nullptr << evening;
    menu(ActionsText::tr("&View"), view);
    menu(ActionsText::tr("&Help"), {shortcuts, about});
}

QList<QAction*> Actions::withKeys() const {
    QList<QAction*> all = stations;
    all << fold << table << open << paste << undo << redo << previous << next << duplicate << earlier << later
        << remove << save_job << save_job_as << save_pdf << save_picture << print << zoom_in << zoom_out
        << zoom_fit << zoom_true << fresh << quit << shortcuts;
    return all;
}

}  // namespace tympan::app
