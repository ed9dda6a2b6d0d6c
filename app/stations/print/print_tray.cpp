#include "app/stations/print/print_tray.h"

#include <QAction>
#include <QCheckBox>
#include <QComboBox>

#include "app/model/exports.h"
#include "app/model/job_store.h"
#include "app/model/preferences.h"
#include "app/model/printers.h"
#include "app/model/render_service.h"
#include "app/model/system_printers.h"
#include "app/stations/print/ask_recipe.h"
#include "app/stations/print/ask_ruler.h"
#include "app/stations/print/printer_desk.h"
#include "app/widgets/actions.h"
#include "app/widgets/sideways.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/base/error.h"
#include "core/job/two_passes.h"
#include "core/marks/register_marks.h"
#include "core/printer/printer_json.h"

namespace tympan::app {

PrintTray::PrintTray(JobStore& store, RenderService& service, Exports& exports, const Actions& actions,
                     QWidget* parent)
    : QWidget(parent), store_(store), service_(service), exports_(exports) {
    setObjectName(QStringLiteral("print-tray"));
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(0, 0, 0, 0);
    auto* parts = new QWidget;
    auto* outer = new QHBoxLayout(parts);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(24);
    auto* first = column();
    first->addWidget(titleLabel(tr("Print")));
    printers_ = new QComboBox;
    printers_->setObjectName(QStringLiteral("printers"));
    printers_->setAccessibleName(tr("Printer"));
    keepWide(printers_, 150);
    simulated_ = shippedSimulated();
    first->addWidget(printers_);
    which_ = choiceBox(QStringLiteral("print-which"), tr("Which sheets"), 150);
    which_->setToolTip(
        tr("Whose sheets: each piece names its printer, and only what this one prints is handed over."));
    connect(which_, &QComboBox::activated, this, &PrintTray::refresh);
    first->addWidget(which_);
    pass_ = choiceBox(QStringLiteral("print-pass"), tr("Which pass"), 150);
    pass_->addItem(tr("first the colour"), 1);
    pass_->addItem(tr("then the white"), 2);
    pass_->setToolTip(
        tr("Both go onto the same sheets. For the white, feed them again the same way up, the same "
           "edge first."));
    first->addWidget(pass_);
    for (QComboBox* each : {printers_, which_, pass_})  // all as wide as the widest
        each->setSizePolicy(QSizePolicy::Minimum, QSizePolicy::Fixed);
    print_ = pushButton(QStringLiteral("print-now"), tr("Print at true size"));
    print_->setProperty("main", true);
    first->addWidget(print_, 0, Qt::AlignLeft);
    last_first_ = new QCheckBox(tr("last sheet first"));
    last_first_->setObjectName(QStringLiteral("last-sheet-first"));
    last_first_->setToolTip(
        tr("For a printer that lays sheets face up, each on the one before: then they lie in order."));
    last_first_->setChecked(printsLastFirst());
    connect(last_first_, &QCheckBox::clicked, this, &preferLastFirst);
    first->addWidget(last_first_);
    about_ = quietLabel({});
    about_->setObjectName(QStringLiteral("printers-about"));
    keepWide(about_, 150);
    first->addWidget(about_, 0, Qt::AlignLeft);  // it holds no other back
    first->addStretch(1);
    outer->addLayout(first);
    outer->addWidget(aboutPrinter());

    const auto addFiles = [&](const QString& heading, const QList<QAction*>& list) {
        auto* files = column();
        files->addWidget(strongLabel(heading));
        for (QAction* action : list) {
            files->addWidget(actionButton(*action));
        }
        files->addStretch(1);
        outer->addLayout(files);
    };
    addFiles(tr("To print elsewhere"), {actions.save_pdf, actions.copy_shop, actions.save_picture});
    addFiles(tr("To try and to mend"), {actions.reduced, actions.seam_strip, actions.patch});
    addFiles(tr("To hold beside it"), {actions.test_sheet, actions.reference, actions.guide});
    outer->addStretch(1);
    whole->addWidget(new Sideways(parts));

    connect(print_, &QPushButton::clicked, this, &PrintTray::print);
    connect(printers_, &QComboBox::currentIndexChanged, this, [this] {
        lookForPaper();
        refresh();
    });
    connect(&store_, &JobStore::changed, this, &PrintTray::refresh);
    about_->setText(tr("Looking for printers…"));
    refresh();
}

/// How the chosen piece's printer lays what it is sent, and how to find out.
QWidget* PrintTray::aboutPrinter() {
    desk_ = new PrinterDesk(keptPrinters(), store_, service_, this);
    auto* about = new QWidget;
    constexpr int wide = 204;
    auto* down = column();
    about->setLayout(down);
    keepWide(about, wide);
    name_ = strongLabel({});
    name_->setObjectName(QStringLiteral("printer-name"));
    known_ = quietLabel({});
    known_->setObjectName(QStringLiteral("printer-known"));
    known_->setWordWrap(true);
    down->setSpacing(5);
    down->addWidget(name_);
    down->addWidget(known_);
    const auto link = [&](const char* name, const QString& text, const QString& tip, QBoxLayout* in) {
        auto* button = linkButton(QLatin1String(name), text);
        button->setToolTip(tip);
        in->addWidget(button, 0, Qt::AlignLeft);
        return button;
    };
    kept_ = link("printer-kept", tr("go by what was measured before"),
                 tr("It is kept under this printer's name, from another job."), down);
    sheet_ = link("printer-sheet", tr("save its measuring page…"),
                  tr("A page that tells how large, how straight and how near the edges it prints."), down);
    auto* answers = new QHBoxLayout;
    answers->setSpacing(16);
    scan_ = link(
        "printer-scan", tr("read a scan…"),
        tr("A scan or a photograph of the printed page, on something darker, all four edges to be seen."),
        answers);
    ruler_ = link("printer-ruler", tr("type measures…"), tr("What a steel ruler says of the printed page."),
                  answers);
    answers->addStretch(1);
    down->addLayout(answers);
    auto* more = new QHBoxLayout;
    more->setSpacing(16);
    recipe_ = link("printer-recipe", tr("what it is told…"),
                   tr("The settings of its driver for this paper, and which face it prints."), more);
    swatches_ = link("printer-swatches", tr("swatches…"),
                     tr("A sheet of blacks, greys, reds and lines, to try a paper or a napkin with."), more);
    more->addStretch(1);
    down->addLayout(more);
    passes_ = link("printer-passes", tr("between two passes…"),
                   tr("How much a sheet has shrunk after the colour, and where the white lies."), down);
    down->addStretch(1);
    connect(sheet_, &QPushButton::clicked, this, &PrintTray::savesSheet);
    connect(scan_, &QPushButton::clicked, this, &PrintTray::opensScan);
    connect(ruler_, &QPushButton::clicked, this, &PrintTray::askForRuler);
    connect(recipe_, &QPushButton::clicked, this, [this] {
        const Piece* piece = store_.piece();
        if (!piece) return;
        if (const auto told = askRecipe(this, *desk_->printer(), *piece->method)) desk_->tell(*told);
    });
    connect(swatches_, &QPushButton::clicked, this, &PrintTray::savesSwatches);
    connect(passes_, &QPushButton::clicked, this, &PrintTray::askForPasses);
    connect(kept_, &QPushButton::clicked, desk_, &PrinterDesk::goByKept);
    connect(desk_, &PrinterDesk::changed, this, &PrintTray::showPrinter);
    return about;
}

void PrintTray::showPrinter() {
    const Printer* printer = desk_->printer();
    name_->setText(printer ? printerName(*printer) : tr("Its printer"));
    known_->setText(!printer           ? tr("Drop a picture first.")
                    : desk_->reading() ? tr("Reading the page…")
                                       : knownText(*printer, twice()));
    known_->setToolTip(printer ? allKnownText(*printer, twice()) : QString());
    passes_->setVisible(twice());
    for (QPushButton* button : {sheet_, scan_, ruler_, recipe_, swatches_})
        button->setEnabled(printer && !desk_->reading());
    kept_->setVisible(desk_->offered().has_value());
}

/// Of a job with several printers: those of the chosen piece's, unless another was asked for.
void PrintTray::showWhich() {
    std::vector<const Printer*> used;
    for (const Piece& piece : store_.job().pieces) {
        const Printer* printer = &printerOf(store_.job(), piece);
        if (std::find(used.begin(), used.end(), printer) == used.end()) used.push_back(printer);
    }
    which_->setVisible(printers_->count() > 0 && used.size() > 1);
    const int before = which_->count() > 0 ? which_->currentData().toInt() : -1;
    const int of_piece = desk_->printer() ? desk_->printer()->id : 0;
    which_->clear();
    if (used.size() < 2) return;
    for (const Printer* printer : used) which_->addItem(printerName(*printer), printer->id);
    which_->addItem(tr("all sheets"), 0);
    // What a hand chose stays until another printer's piece is chosen.
    const int shown = of_piece == which_of_ && before >= 0 ? which_->findData(before) : -1;
    which_->setCurrentIndex(std::max(0, shown >= 0 ? shown : which_->findData(of_piece)));
    which_of_ = of_piece;
}

void PrintTray::askForRuler() {
    try {
        if (const auto measures = askRuler(this, store_.job().sheets.paper, store_.job().unit))
            desk_->measured(*measures);
    } catch (const Error& error) {
        emit desk_->told(text(error.words()), false);
    }
}

/// Whether the chosen piece's sheets go through its printer twice.
bool PrintTray::twice() const {
    const Piece* piece = store_.piece();
    return piece && passesOf(store_.job(), *piece) > 1;
}

/// Whether any of the sheets that are printed now does.
bool PrintTray::anyTwice() const {
    const Job& job = store_.job();
    const int printer = which_->count() > 0 ? which_->currentData().toInt() : 0;
    return std::any_of(job.pieces.begin(), job.pieces.end(), [&](const Piece& piece) {
        return (printer == 0 || printerOf(job, piece).id == printer) && passesOf(job, piece) > 1;
    });
}

void PrintTray::askForPasses() {
    const Piece* piece = store_.printedPiece();
    const auto sheets = store_.upToDate() ? store_.sharedImposition() : nullptr;
    if (!piece || !sheets || !desk_->printer()) return;
    const auto found = std::find_if(sheets->sheets.begin(), sheets->sheets.end(), [&](const Sheet& sheet) {
        return sheet.regions.front().piece == piece->id;
    });
    if (found == sheets->sheets.end()) return;
    const RegisterMarks crosses = registerMarks(*sheets, *found);
    if (!crosses.across && !crosses.down)
        return emit desk_->told(
            tr("There is no room for crosses on its sheet: make the picture a little smaller, or "
               "take larger paper."),
            false);
    if (const auto measures = askPasses(this, crosses, found->page.width > found->page.height,
                                        *desk_->printer(), store_.job().unit))
        desk_->measured(*measures);
}

/// Each time the station is entered: a printer may have been switched on since.
void PrintTray::showEvent(QShowEvent*) {
    lookForPrinters();
    desk_->lookAgain();
}

void PrintTray::focusPrint() {
    (print_->isEnabled() ? print_ : findChild<QPushButton*>(QStringLiteral("save-pdf-button")))->setFocus();
}

/// Simulated ones stand behind those of the system, with their number.
const SimulatedPrinter* PrintTray::simulated() const {
    const QVariant number = printers_->currentData();
    return number.isValid() ? &simulated_[static_cast<std::size_t>(number.toInt())] : nullptr;
}

void PrintTray::print() {
    const workshop::WhichSheets which{which_->currentData().toInt(), last_first_->isChecked()};
    if (const SimulatedPrinter* printer = simulated())
        exports_.tryOn(*printer, which);
    else
        exports_.print(printers_->currentText(), which, pass_->isHidden() ? 1 : pass_->currentData().toInt());
}

void PrintTray::lookForPrinters() {
    service_.request(QStringLiteral("printers"), [this](const std::stop_token&) -> RenderService::Finish {
        const QStringList names = systemPrinters();
        return [this, names] {
            const QString chosen = printers_->currentText();
            printers_->clear();
            printers_->addItems(names);
            for (std::size_t i = 0; i < simulated_.size(); ++i)
                printers_->addItem(QString::fromStdString(simulated_[i].printer.name), static_cast<int>(i));
            printers_->setCurrentIndex(std::max(0, static_cast<int>(names.indexOf(chosen))));
            any_ = !names.isEmpty();
            about_->setText(names.isEmpty() ? tr("No printer is set up here.") : QString());
            about_->setToolTip(names.isEmpty()
                                   ? tr("Save a PDF and print it at 100 % elsewhere. A simulated printer "
                                        "shows what would come out.")
                                   : QString());
            about_->setVisible(names.isEmpty());
            printers_->setToolTip(
                tr("A real one is handed the PDF itself, unscaled; a simulated one shows what would "
                   "come out of it, and uses no paper."));
            refresh();
        };
    });
}

/// What lies in the printer that is chosen.
void PrintTray::lookForPaper() {
    papers_.clear();
    const QString printer = printers_->currentText();
    if (printer.isEmpty() || simulated()) return service_.cancel(QStringLiteral("papers"));
    service_.request(QStringLiteral("papers"),
                     [this, printer](const std::stop_token&) -> RenderService::Finish {
                         const QStringList papers = papersIn(printer);
                         return [this, printer, papers] {
                             if (printers_->currentText() != printer) return;
                             papers_ = papers;
                             refresh();
                         };
                     });
}

void PrintTray::refresh() {
    printers_->setVisible(printers_->count() > 0);
    last_first_->setVisible(printers_->count() > 0 && !simulated());
    showWhich();
    pass_->setVisible(printers_->count() > 0 && !simulated() && anyTwice());
    const Paper& paper = store_.job().sheets.paper;
    if (any_) {
        const bool other = !simulated() && !papers_.isEmpty() && !holds(papers_, paper);
        about_->setText(other ? tr("No %1 lies in it: lay it in, or choose other paper.")
                                    .arg(QString::fromStdString(paper.name))
                              : QString());
        about_->setVisible(other);
    }
    print_->setText(simulated() ? tr("See it come out") : tr("Print at true size"));
    print_->setEnabled(printers_->count() > 0 && !store_.job().pieces.empty());
    showPrinter();
}

}  // namespace tympan::app
