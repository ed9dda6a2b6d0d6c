#include "app/stations/sheets/sheets_tray.h"

#include <QCheckBox>
#include <QComboBox>

#include "app/shell/job_store.h"
#include "app/shell/preferences.h"
#include "app/shell/words.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "core/base/error.h"
#include "core/job/edits.h"
#include "core/layout/whole_pieces.h"

namespace tympan::app {

namespace {

const QString custom = QStringLiteral("custom");

}  // namespace

SheetsTray::SheetsTray(JobStore& store, QWidget* parent) : QWidget(parent), store_(store) {
    setObjectName(QStringLiteral("sheets-tray"));
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(32);
    auto* first = column();
    first->addWidget(titleLabel(tr("Sheets")));
    paper_ = new QComboBox;
    paper_->setObjectName(QStringLiteral("paper"));
    paper_->setAccessibleName(tr("Paper"));
    for (const Paper& paper : shippedPapers())
        paper_->addItem(QString::fromStdString(paper.name), QString::fromStdString(paper.id));
    paper_->addItem(tr("another size"), custom);
    paper_->setFixedWidth(160);
    first->addWidget(paper_);
    own_size_ = new QWidget;
    auto* own = new QHBoxLayout(own_size_);
    own->setContentsMargins(0, 0, 0, 0);
    own->setSpacing(6);
    paper_width_ = new LengthEdit(QStringLiteral("paper-width"), tr("Width of the paper"));
    paper_height_ = new LengthEdit(QStringLiteral("paper-height"), tr("Height of the paper"));
    paper_width_->setFixedWidth(88);
    paper_height_->setFixedWidth(88);
    own->addWidget(paper_width_);
    own->addWidget(new QLabel(QStringLiteral("×")));
    own->addWidget(paper_height_);
    first->addWidget(own_size_, 0, Qt::AlignLeft);
    keep_ = new QCheckBox(tr("keep these places"));
    keep_->setObjectName(QStringLiteral("keep-places"));
    keep_->setToolTip(
        tr("Pieces that share sheets stay where they lie now, so that the same sheets come out "
           "again; what you add is laid on others."));
    first->addWidget(keep_);
    first->addStretch(1);
    outer->addLayout(first);

    auto* form = rows();
    margin_ = new LengthEdit(QStringLiteral("margin"), tr("Bare edge of the printer"));
    margin_->setToolTip(tr("What your printer cannot reach at the edges of the paper. 5 mm suits most."));
    form->addRow(tr("Bare edge of the printer"), margin_);
    band_ = new LengthEdit(QStringLiteral("band"), tr("Room for marks along a seam"));
    band_->setToolTip(
        tr("The band that is cut away; it carries 2 mm of the neighbour's ink and the cut marks. 6 mm or "
           "more."));
    form->addRow(tr("Room for marks along a seam"), band_);
    gap_ = new LengthEdit(QStringLiteral("scissor-gap"), tr("Gap for scissors between pieces"));
    form->addRow(tr("Gap for scissors between pieces"), gap_);
    margin_->allowZero();
    gap_->allowZero();
    ppi_ = new QComboBox;
    ppi_->setObjectName(QStringLiteral("fineness"));
    ppi_->setAccessibleName(tr("Fineness of the print"));
    ppi_->setToolTip(tr("Pixels per inch of the print. 300 is enough for anything that is rubbed off."));
    for (int ppi : {150, 300, 600}) ppi_->addItem(tr("%1 to the inch").arg(ppi), ppi);
    ppi_->setFixedWidth(130);
    black_only_ = new QCheckBox(tr("black ink alone"));
    black_only_->setObjectName(QStringLiteral("black-only"));
    black_only_->setToolTip(tr("The printer has no colours."));
    auto* printer = new QHBoxLayout;
    printer->setSpacing(12);
    printer->addWidget(ppi_);
    printer->addWidget(black_only_);
    form->addRow(tr("Fineness"), printer);
    outer->addLayout(form);

    about_ = quietLabel({});
    about_->setObjectName(QStringLiteral("sheets-facts"));
    outer->addWidget(spareColumn({strongLabel(tr("How it is cut")), about_}), 100);
    outer->addStretch(1);

    connect(keep_, &QCheckBox::clicked, this, &SheetsTray::keepPlaces);
    connect(black_only_, &QCheckBox::clicked, this, &SheetsTray::changePrinter);
    connect(margin_, &LengthEdit::typed, this, &SheetsTray::changePrinter);
    for (QComboBox* box : {paper_, ppi_}) connect(box, &QComboBox::activated, this, &SheetsTray::changeRules);
    for (LengthEdit* edit : {paper_width_, paper_height_, band_, gap_})
        connect(edit, &LengthEdit::typed, this, &SheetsTray::changeRules);
    connect(&store_, &JobStore::changed, this, &SheetsTray::refresh);
    connect(&store_, &JobStore::foreseen, this, &SheetsTray::refresh);
    refresh();
}

void SheetsTray::changeRules() {
    SheetRules rules = store_.job().sheets;
    const QString id = paper_->currentData().toString();
    if (id == custom) {
        const bool was_custom = rules.paper.id == "custom";
        const double width = was_custom ? paper_width_->value() : rules.paper.size.width,
                     height = was_custom ? paper_height_->value() : rules.paper.size.height;
        try {
            rules.paper = paperNamed(std::to_string(width) + "x" + std::to_string(height));
        } catch (const Error& error) {
            about_->setText(QString::fromStdString(error.wrong() + "; " + error.remedy()));
            return;
        }
        rules.paper.id = "custom";
    } else {
        for (const Paper& paper : shippedPapers())
            if (QString::fromStdString(paper.id) == id) rules.paper = paper;
        prefer(rules.paper);
    }
    rules.band_mm = band_->value();
    rules.scissor_gap_mm = gap_->value();
    rules.ppi = ppi_->currentData().toDouble();
    store_.edit(tr("change the sheets"), [&](Job job) { return withSheets(std::move(job), rules); });
    refresh();  // a value out of range goes back to what holds
}

/// What is known of the printer that prints the chosen piece; the first while there is none.
void SheetsTray::changePrinter() {
    Printer printer = shownPrinter();
    printer.black_only = black_only_->isChecked();
    const PageMargins& m = printer.margins;
    if (margin_->value() != std::max({m.left, m.top, m.right, m.bottom}))
        printer.margins = evenMargins(margin_->value());
    store_.edit(tr("change the printer"), [&](Job job) {
        const int piece = store_.piece() ? store_.piece()->id : 0;
        return withPrinterChanged(std::move(job), piece, printer);
    });
    refresh();
}

void SheetsTray::keepPlaces(bool keep) {
    const auto imposition = store_.sharedImposition();
    if (keep && imposition && store_.upToDate())
        store_.edit(tr("keep the places"),
                    [&](Job job) { return withPlacesKept(std::move(job), *imposition); });
    else if (!keep)
        store_.edit(tr("lay all pieces anew"), [](Job job) { return withPlacesFree(std::move(job)); });
    refresh();
}

const Printer& SheetsTray::shownPrinter() const {
    const Piece* piece = store_.piece();
    return piece ? printerOf(store_.job(), *piece) : store_.job().printers.front();
}

void SheetsTray::refresh() {
    const SheetRules& rules = store_.job().sheets;
    const Unit unit = store_.job().unit;
    const bool own = rules.paper.id == "custom";
    paper_->setCurrentIndex(paper_->findData(QString::fromStdString(rules.paper.id)));
    own_size_->setVisible(own);
    paper_width_->show(rules.paper.size.width, unit);
    paper_height_->show(rules.paper.size.height, unit);
    const Printer& printer = shownPrinter();
    const PageMargins& m = printer.margins;
    margin_->show(std::max({m.left, m.top, m.right, m.bottom}), unit);
    band_->show(rules.band_mm, unit);
    gap_->show(rules.scissor_gap_mm, unit);
    ppi_->setCurrentIndex(ppi_->findData(static_cast<int>(rules.ppi)));
    black_only_->setChecked(printer.black_only);
    const Imposition* imposition = store_.imposition();
    const bool kept = !store_.job().kept_sheets.empty();
    const bool whole =
        imposition && std::any_of(imposition->sheets.begin(), imposition->sheets.end(),
                                  [](const Sheet& s) { return !s.regions.front().seams.any(); });
    keep_->setChecked(kept);
    keep_->setVisible(kept || whole);
    keep_->setEnabled(kept || store_.upToDate());
    if (!imposition || imposition->sheets.empty()) {
        about_->setText(store_.impositionFault().isEmpty() ? tr("No sheets yet: hang a picture on the line.")
                                                           : store_.impositionFault());
        return;
    }
    const auto seamed = std::count_if(imposition->sheets.begin(), imposition->sheets.end(),
                                      [](const Sheet& sheet) { return sheet.regions.front().seams.any(); });
    QString about = counted(static_cast<qsizetype>(imposition->sheets.size()), tr("%1 sheet in all."),
                            tr("%1 sheets in all."));
    if (seamed > 0)
        about += QLatin1Char(' ') + tr("Sheets that join are cut at the seam and laid edge to edge; 2 mm of "
                                       "the neighbour's ink goes on beyond it, so a "
                                       "cut a little off shows no white.");
    about_->setText(about);
}

}  // namespace tympan::app
