#include "app/stations/sheets/sheets_tray.h"

#include <QAction>
#include <QCheckBox>
#include <QComboBox>

#include "app/model/job_store.h"
#include "app/model/preferences.h"
#include "app/stations/sheets/ask_roll.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/base/error.h"
#include "core/job/edits.h"
#include "core/layout/kept_places.h"
#include "core/seams/seam_planning.h"

namespace tympan::app {

namespace {

const QString custom = QStringLiteral("custom"), from_roll = QStringLiteral("roll");
constexpr int fewest_of_all = -1;  // beside how many sheets more

}  // namespace

SheetsTray::SheetsTray(JobStore& store, QAction* cut_paths, QWidget* parent)
    : QWidget(parent), store_(store), cut_paths_(cut_paths) {
    setObjectName(QStringLiteral("sheets-tray"));
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(16);
    auto* first = column();
    first->addWidget(titleLabel(tr("Sheets")));
    paper_ = new QComboBox;
    paper_->setObjectName(QStringLiteral("paper"));
    paper_->setAccessibleName(tr("Paper"));
    for (const Paper& paper : shippedPapers())
        paper_->addItem(QString::fromStdString(paper.name), QString::fromStdString(paper.id));
    paper_->addItem(tr("another size"), custom);
    paper_->addItem(tr("from a roll…"), from_roll);
    keepWide(paper_, 148);
    first->addWidget(paper_);
    own_size_ = new QWidget;
    auto* own = new QHBoxLayout(own_size_);
    own->setContentsMargins(0, 0, 0, 0);
    own->setSpacing(6);
    paper_width_ = new LengthEdit(QStringLiteral("paper-width"), tr("Width of the paper"));
    paper_height_ = new LengthEdit(QStringLiteral("paper-height"), tr("Height of the paper"));
    keepWide(paper_width_, 88);
    keepWide(paper_height_, 88);
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
    about_ = quietLabel({});
    about_->setObjectName(QStringLiteral("sheets-facts"));
    keepWide(about_, 148);
    first->addWidget(about_);
    first->addStretch(1);
    outer->addLayout(first);

    auto* form = rows();
    margin_ = new LengthEdit(QStringLiteral("margin"), tr("Bare edge of the printer"));
    margin_->setToolTip(tr("What your printer cannot reach at the edges of the paper. 5 mm suits most."));
    form->addRow(tr("Bare edge"), margin_);
    band_ = new LengthEdit(QStringLiteral("band"), tr("Room for marks along a seam"));
    band_->setToolTip(
        tr("The band along a seam that is cut away. It carries the cut marks, and 2 mm of the neighbour's "
           "ink, so "
           "that a cut a little off shows no white. 6 mm or more."));
    form->addRow(tr("Mark strip"), band_);
    gap_ = new LengthEdit(QStringLiteral("scissor-gap"), tr("Gap for scissors between pieces"));
    form->addRow(tr("Scissor gap"), gap_);
    margin_->allowZero();
    gap_->allowZero();
    ppi_ = new QComboBox;
    ppi_->setObjectName(QStringLiteral("fineness"));
    ppi_->setAccessibleName(tr("Fineness of the print"));
    ppi_->setToolTip(tr("Pixels per inch of the print. 300 is enough for anything that is rubbed off."));
    for (int ppi : {150, 300, 600}) ppi_->addItem(tr("%1 an inch").arg(ppi), ppi);
    keepWide(ppi_, 116);
    black_only_ = new QCheckBox(tr("black ink alone"));
    black_only_->setObjectName(QStringLiteral("black-only"));
    black_only_->setToolTip(tr("The printer has no colours."));
    form->addRow(tr("Fineness"), ppi_);
    form->addRow(QString(), black_only_);
    outer->addLayout(form);

    seams_form_ = new QWidget;
    auto* seams = rows();
    seams->setContentsMargins(0, 0, 0, 0);
    manner_ = choiceBox(QStringLiteral("seams"), tr("Where seams lie"), 216);
    manner_->addItem(tr("where they hide, straight"), static_cast<int>(SeamManner::quiet));
    manner_->addItem(tr("where they hide, cut by hand"), static_cast<int>(SeamManner::wandering));
    manner_->addItem(tr("at even places"), static_cast<int>(SeamManner::regular));
    manner_->setToolTip(
        tr("Quiet places are bare paper and lively ground, away from lettering, faces and what you "
           "marked to keep whole. Drag a seam to lay it yourself; hold Alt to place it "
           "freely."));
    seams->addRow(tr("Seams"), manner_);
    joint_ = choiceBox(QStringLiteral("joint"), tr("How sheets meet"), 216);
    seams->addRow(tr("They meet"), joint_);
    parted_ = new QCheckBox(tr("Part it all the same"));
    parted_->setObjectName(QStringLiteral("part-it"));
    parted_->setToolTip(
        tr("What is laid in one piece stays on one sheet, since a join shows. Parted on purpose, its sheets "
           "are joined by eye."));
    seams->addRow(QString(), parted_);
    overlap_ = new LengthEdit(QStringLiteral("overlap"), tr("How far they overlap"));
    seams->addRow(tr("Overlap"), overlap_);
    overlap_label_ = seams->labelForField(overlap_);
    number_ = choiceBox(QStringLiteral("sheet-count"), tr("How many sheets"), 216);
    seams->addRow(tr("Sheets"), number_);
    anew_ = linkButton(QStringLiteral("seams-anew"), tr("Lay the seams anew"));
    seams->addRow(QString(), anew_);
    seams_form_->setLayout(seams);
    outer->addWidget(seams_form_, 0, Qt::AlignTop);
    cutting_form_ = cuttingForm();
    outer->addWidget(cutting_form_, 0, Qt::AlignTop);

    outer->addStretch(1);

    for (QComboBox* box : {manner_, number_})
        connect(box, &QComboBox::activated, this, &SheetsTray::changeRules);
    connect(overlap_, &LengthEdit::typed, this, &SheetsTray::changeRules);
    connect(joint_, &QComboBox::activated, this, &SheetsTray::changeJoint);
    connect(parted_, &QCheckBox::clicked, this, &SheetsTray::partOnPurpose);
    connect(anew_, &QPushButton::clicked, this, &SheetsTray::layAnew);
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

/// How small pieces are laid and cut out.
QWidget* SheetsTray::cuttingForm() {
    auto* form = new QWidget;
    auto* fields = rows();
    fields->setContentsMargins(0, 0, 0, 0);
    turning_ = choiceBox(QStringLiteral("turning"), tr("How pieces may be turned"), 216);
    turning_->addItem(tr("by quarters"), static_cast<int>(Turning::quarter));
    turning_->addItem(tr("any way"), static_cast<int>(Turning::free));
    turning_->addItem(tr("not at all"), static_cast<int>(Turning::none));
    turning_->setToolTip(
        tr("When they are laid closer. Where the paper has a grain that matters: not at all."));
    fields->addRow(tr("Pieces turn"), turning_);
    cut_beyond_ =
        new LengthEdit(QStringLiteral("cut-beyond"), tr("How far outside of a piece a machine cuts"));
    cut_beyond_->allowZero();
    cut_beyond_->setToolTip(tr("Of the cut paths: up to half of the scissor gap."));
    fields->addRow(tr("Cut outside by"), cut_beyond_);
    cut_lines_ = new QCheckBox(tr("print lines to cut along"));
    cut_lines_->setObjectName(QStringLiteral("cut-lines"));
    cut_lines_->setToolTip(tr("Thin and dashed, on the waste side of each small piece."));
    fields->addRow(QString(), cut_lines_);
    corner_marks_ = new QCheckBox(tr("print corner marks"));
    corner_marks_->setObjectName(QStringLiteral("corner-marks"));
    corner_marks_->setToolTip(
        tr("Angles in the corners that a cutting machine looks for; the cut paths have them, too."));
    fields->addRow(QString(), corner_marks_);
    auto* save = pushButton(QStringLiteral("save-cut-paths"), cut_paths_->text());
    save->setToolTip(cut_paths_->toolTip());
    connect(save, &QPushButton::clicked, cut_paths_, &QAction::trigger);
    fields->addRow(QString(), save);
    form->setLayout(fields);
    connect(turning_, &QComboBox::activated, this, &SheetsTray::changeRules);
    connect(cut_beyond_, &LengthEdit::typed, this, &SheetsTray::changeRules);
    for (QCheckBox* box : {cut_lines_, corner_marks_})
        connect(box, &QCheckBox::clicked, this, &SheetsTray::changeRules);
    return form;
}

void SheetsTray::showCutting() {
    const SheetRules& rules = store_.job().sheets;
    const Piece* piece = store_.printedPiece();
    cutting_form_->setVisible(piece && !piece->method->laid_whole &&
                              sheetsForOneCopy(store_.job(), *piece) == 1);
    turning_->setCurrentIndex(turning_->findData(static_cast<int>(rules.turning)));
    cut_beyond_->show(rules.cut_beyond_mm, store_.job().unit);
    cut_lines_->setChecked(rules.cut_lines);
    corner_marks_->setChecked(rules.corner_marks);
}

void SheetsTray::changeRules() {
    SheetRules rules = store_.job().sheets;
    const QString id = paper_->currentData().toString();
    if (id == from_roll) return cutFromRoll();
    if (id == custom) {
        const bool was_custom = rules.paper.id == "custom";
        const double width = was_custom ? paper_width_->value() : rules.paper.size.width,
                     height = was_custom ? paper_height_->value() : rules.paper.size.height;
        try {
            rules.paper = paperNamed(std::to_string(width) + "x" + std::to_string(height));
        } catch (const Error& error) {
            about_->setText(text(Text::listed({error.wrong(), error.remedy()}, "; ")));
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
    rules.seams = static_cast<SeamManner>(manner_->currentData().toInt());
    rules.turning = static_cast<Turning>(turning_->currentData().toInt());
    rules.cut_beyond_mm = cut_beyond_->value();
    rules.cut_lines = cut_lines_->isChecked();
    rules.corner_marks = corner_marks_->isChecked();
    rules.overlap_mm = overlap_->value();
    rules.fewest = number_->currentData().toInt() == fewest_of_all;
    rules.more_sheets = std::max(0, number_->currentData().toInt());
    const SheetRules& was = store_.job().sheets;
    const bool anew =
        rules.seams != was.seams || rules.fewest != was.fewest || rules.more_sheets != was.more_sheets;
    store_.edit(tr("change the sheets"), [&](Job job) {
        // Who asks for seams to lie otherwise does not mean those that a hand laid.
        if (const Piece* piece = store_.printedPiece(); anew && piece) {
            Joining joining = piece->joining;
            joining.seams.reset();
            job = withJoining(std::move(job), piece->id, joining);
        }
        return withSheets(std::move(job), rules);
    });
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

void SheetsTray::changeJoint() {
    const Piece* piece = store_.printedPiece();
    if (!piece) return;
    Joining joining = piece->joining;
    const int chosen = joint_->currentData().toInt();
    joining.joint.reset();
    if (chosen >= 0) joining.joint = static_cast<Joint>(chosen);
    store_.edit(tr("change how sheets meet"),
                [&, id = piece->id](Job job) { return withJoining(std::move(job), id, joining); });
    refresh();
}

void SheetsTray::partOnPurpose(bool parted) {
    const Piece* piece = store_.printedPiece();
    if (!piece) return;
    Joining joining = piece->joining;
    joining.parted = parted;
    store_.edit(parted ? tr("part the picture") : tr("keep the picture in one piece"),
                [&, id = piece->id](Job job) { return withJoining(std::move(job), id, joining); });
}

void SheetsTray::layAnew() {
    const Piece* piece = store_.printedPiece();
    if (!piece) return;
    Joining joining = piece->joining;
    joining.seams.reset();
    store_.edit(tr("lay the seams anew"),
                [&, id = piece->id](Job job) { return withJoining(std::move(job), id, joining); });
}

void SheetsTray::cutFromRoll() {
    if (const auto paper = askRoll(window(), store_.job()))
        store_.edit(tr("cut sheets from a roll"), [&](Job job) {
            SheetRules rules = job.sheets;
            rules.paper = *paper;
            return withSheets(std::move(job), rules);
        });
    refresh();  // the list goes back to what the paper is
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
    const Piece* piece = store_.printedPiece();
    return piece ? printerOf(store_.job(), *piece) : store_.job().printers.front();
}

/// What is said of the seams of the chosen piece; nothing while it lies on one sheet.
void SheetsTray::showSeams() {
    const Piece* piece = store_.printedPiece();
    const Job& job = store_.job();
    const long fewest = piece ? fewestSheets(job, *piece) : 0;
    Job plain = job;
    plain.sheets.fewest = false;
    plain.sheets.more_sheets = 0;
    const long even = piece ? sheetsForOneCopy(plain, *piece) : 0;
    seams_form_->setVisible(even > 1);
    if (even < 2) return;
    manner_->setCurrentIndex(manner_->findData(static_cast<int>(job.sheets.seams)));
    const auto says = [](Joint joint) {
        return joint == Joint::butt  ? tr("edge to edge")
               : joint == Joint::lap ? tr("one over the other")
                                     : tr("laid in two goes");
    };
    Piece by_method = *piece;
    by_method.joining.joint.reset();
    joint_->clear();
    joint_->addItem(tr("%1, as usual").arg(says(jointOf(by_method))), -1);
    for (Joint joint : joints) joint_->addItem(says(joint), static_cast<int>(joint));
    joint_->setCurrentIndex(piece->joining.joint ? joint_->findData(static_cast<int>(*piece->joining.joint))
                                                 : 0);
    joint_->setEnabled(!piece->method->laid_whole);
    parted_->setVisible(laidInOnePiece(*piece->method));
    parted_->setChecked(piece->joining.parted);
    joint_->setToolTip(
        piece->method->overlaps
            ? tr("What carries the ink stays on, so one sheet may go on over the next: no gap can open. "
                 "The upper one lies on top, so that light from above does not catch its edge.")
            : tr("Laid face down, paper under paper would keep the ink off: sheets meet edge to edge, "
                 "cut with one knife through both."));
    const bool overlaps = jointOf(*piece) != Joint::butt;
    overlap_->setVisible(overlaps);
    overlap_label_->setVisible(overlaps);
    overlap_->show(job.sheets.overlap_mm, job.unit);
    number_->clear();
    if (fewest > 0 && fewest < even) number_->addItem(tr("%1, the fewest").arg(fewest), fewest_of_all);
    number_->addItem(tr("%1, as even seams take").arg(even), 0);
    const int most = std::max(3, job.sheets.more_sheets);
    for (int more = 1; more <= most; ++more)
        number_->addItem(tr("%1, to hide them better").arg(even + more), more);
    number_->setCurrentIndex(
        std::max(0, number_->findData(job.sheets.fewest ? fewest_of_all : job.sheets.more_sheets)));
    number_->setEnabled(job.sheets.seams != SeamManner::regular);
    anew_->setVisible(piece->joining.seams.has_value());
}

void SheetsTray::refresh() {
    showSeams();
    showCutting();
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
    QString about = counted(static_cast<qsizetype>(imposition->sheets.size()), tr("%1 sheet in all."),
                            tr("%1 sheets in all."));
    double paper = 0, kept_mm2 = 0;
    for (const Sheet& sheet : imposition->sheets) {
        paper += sheet.page.width * sheet.page.height;
        for (const PlacedRegion& part : sheet.regions) {
            // Wandering tiles share what is between their boxes.
            const SizePx size = imposition->prints[part.print].size;
            const std::size_t tiles = std::max<std::size_t>(1, imposition->plans[part.print].tiles.size());
            kept_mm2 += imposition->grid.mm(size.width) * imposition->grid.mm(size.height) /
                        static_cast<double>(tiles);
        }
    }
    about +=
        QLatin1Char(' ') + tr("%1 % of the paper is cut away.").arg(qRound(100 * (1 - kept_mm2 / paper)));
    qsizetype bare = 0;
    for (const SeamPlan& plan : imposition->plans)
        bare +=
            std::count_if(plan.tiles.begin(), plan.tiles.end(), [](const Tile& tile) { return tile.bare; });
    if (bare > 0)
        about += QLatin1Char(' ') + counted(bare, tr("%1 place stays empty: no sheet is printed for it."),
                                            tr("%1 places stay empty: no sheets are printed for them."));
    about_->setText(about);
}

}  // namespace tympan::app
