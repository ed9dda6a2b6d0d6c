#include "app/stations/picture/came_panel.h"

#include <QLineEdit>
#include <QSpinBox>

#include "app/model/job_store.h"
#include "app/stations/picture/match_pieces.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/job/edits.h"
#include "core/job/matching.h"
#include "core/render/print.h"

namespace tympan::app {

namespace {

constexpr int most_hung_pages = 60;  // more tickets than anyone looks through

}  // namespace

CamePanel::CamePanel(JobStore& store, PictureEditing& editing) : PicturePanel(store, editing) {
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(32);
    auto* first = column();
    auto* open = pushButton(QStringLiteral("picture-open"), tr("Add pictures…"));
    first->addWidget(open, 0, Qt::AlignLeft);
    auto* remove = pushButton(QStringLiteral("picture-remove"), tr("Take off the line"));
    first->addWidget(remove, 0, Qt::AlignLeft);
    auto* matching = linkButton(QStringLiteral("match-pieces"), tr("match with others…"));
    first->addWidget(matching, 0, Qt::AlignLeft);
    connect(matching, &QPushButton::clicked, this, &CamePanel::match);
    first->addStretch(1);
    outer->addLayout(first);

    about_ = new QWidget;
    auto* form = rows();
    about_->setLayout(form);
    name_ = new QLineEdit;
    name_->setObjectName(QStringLiteral("picture-name"));
    name_->setAccessibleName(tr("Name of the piece"));
    keepWide(name_, 190);
    form->addRow(tr("Name"), name_);
    copies_ = new QSpinBox;
    copies_->setObjectName(QStringLiteral("picture-copies"));
    copies_->setAccessibleName(tr("Copies"));
    copies_->setRange(1, 999);
    keepWide(copies_, 64);
    spares_ = new QSpinBox;
    spares_->setObjectName(QStringLiteral("picture-spares"));
    spares_->setAccessibleName(tr("Spares"));
    spares_->setToolTip(tr("Printed besides: a backup, and to compare with while the paper comes off."));
    spares_->setRange(0, 99);
    keepWide(spares_, 64);
    auto* numbers = new QHBoxLayout;
    numbers->setSpacing(8);
    numbers->addWidget(copies_);
    numbers->addWidget(new QLabel(tr("spares")));
    numbers->addWidget(spares_);
    form->addRow(tr("Copies"), numbers);
    notes_ = new QLineEdit;
    notes_->setObjectName(QStringLiteral("picture-notes"));
    notes_->setAccessibleName(tr("Notes"));
    notes_->setPlaceholderText(tr("to remember"));
    keepWide(notes_, 190);
    form->addRow(tr("Notes"), notes_);
    rights_ = new QLineEdit;
    rights_->setObjectName(QStringLiteral("picture-rights"));
    rights_->setAccessibleName(tr("Whose picture it is"));
    rights_->setToolTip(
        tr("Where it is from, and what one may do with it: the logbook keeps it, and says it "
           "when a piece is given away."));
    rights_->setPlaceholderText(tr("own drawing, free to use…"));
    keepWide(rights_, 190);
    form->addRow(tr("Whose"), rights_);
    outer->addWidget(about_, 0, Qt::AlignTop);

    auto* facts = column();
    facts->addWidget(strongLabel(tr("As it came")));
    came_ = new QLabel;
    came_->setObjectName(QStringLiteral("picture-facts"));
    facts->addWidget(came_);
    detail_ = quietLabel({});
    detail_->setMinimumWidth(200);
    facts->addWidget(detail_);
    paged_ = new QWidget;
    auto* both = new QVBoxLayout(paged_);
    both->setContentsMargins(0, 4, 0, 0);
    both->setSpacing(4);
    auto* paging = new QHBoxLayout;
    paging->setSpacing(8);
    both->addLayout(paging);
    paging->addWidget(new QLabel(tr("Page")));
    page_ = new QSpinBox;
    page_->setObjectName(QStringLiteral("picture-page"));
    page_->setAccessibleName(tr("Page of the file"));
    page_->setKeyboardTracking(false);
    keepWide(page_, 64);
    paging->addWidget(page_);
    pages_ = new QLabel;
    paging->addWidget(pages_);
    auto* all = linkButton(QStringLiteral("every-page"), tr("hang up every page"));
    all->setToolTip(
        tr("Each page (the first %1 of a long file) becomes a piece of its own; all share the file.")
            .arg(most_hung_pages));
    paging->addStretch(1);
    both->addWidget(all, 0, Qt::AlignLeft);
    facts->addWidget(paged_);
    facts->addStretch(1);
    outer->addLayout(facts, 1);

    connect(open, &QPushButton::clicked, this, &CamePanel::openWanted);
    connect(page_, &QSpinBox::valueChanged, this, [this](int page) {
        // A frame or a cut-out of one page means nothing on another; cleaning does.
        editing_.apply(tr("take another page"), [page](PictureEdit& edit) {
            edit = PictureEdit{.page = page, .clean = edit.clean, .reversed = edit.reversed};
        });
    });
    connect(all, &QPushButton::clicked, this, &CamePanel::hangPages);
    connect(remove, &QPushButton::clicked, this, &CamePanel::removeWanted);
    connect(name_, &QLineEdit::editingFinished, this, [this] {
        const Piece* piece = store_.piece();
        const std::string name = name_->text().trimmed().toStdString();
        if (!piece || name.empty() || name == piece->name) return;
        store_.edit(tr("change the name"),
                    [&, id = piece->id](Job job) { return withName(std::move(job), id, name); });
    });
    connect(copies_, &QSpinBox::valueChanged, this, [this](int copies) {
        if (const Piece* piece = store_.piece(); piece && piece->copies != copies)
            store_.edit(
                tr("change the copies"),
                [&, id = piece->id](Job job) { return withCopies(std::move(job), id, copies); },
                QStringLiteral("copies %1").arg(piece->id));
    });
    connect(spares_, &QSpinBox::valueChanged, this, [this](int spares) {
        if (const Piece* piece = store_.piece(); piece && piece->spares != spares)
            store_.edit(
                tr("change the spares"),
                [&, id = piece->id](Job job) { return withSpares(std::move(job), id, spares); },
                QStringLiteral("spares %1").arg(piece->id));
    });
    connect(rights_, &QLineEdit::editingFinished, this, [this] {
        const Piece* piece = store_.piece();
        const std::string rights = rights_->text().trimmed().toStdString();
        if (piece && rights != piece->rights)
            store_.edit(tr("say whose picture it is"),
                        [&, id = piece->id](Job job) { return withRights(std::move(job), id, rights); });
    });
    connect(notes_, &QLineEdit::editingFinished, this, [this] {
        const Piece* piece = store_.piece();
        const std::string notes = notes_->text().trimmed().toStdString();
        if (piece && notes != piece->notes)
            store_.edit(tr("note something"),
                        [&, id = piece->id](Job job) { return withNotes(std::move(job), id, notes); });
    });
}

void CamePanel::match() {
    const Piece* piece = store_.piece();
    if (!piece) return;
    const int id = piece->id;
    const std::optional<Matching> answer = askMatching(this, store_.job(), *piece);
    if (!answer) return;
    std::vector<int> all{id};
    all.insert(all.end(), answer->pieces.begin(), answer->pieces.end());
    switch (answer->how) {
        case Matching::How::copy:
            store_.edit(tr("give settings to others"), [&](Job job) {
                return withSettingsOf(std::move(job), id, answer->pieces, answer->aspects);
            });
            break;
        case Matching::How::link:
            store_.edit(tr("match pieces"),
                        [&](Job job) { return withMatchedSet(std::move(job), all, answer->aspects); });
            break;
        case Matching::How::unlink:
            store_.edit(tr("end a matched set"),
                        [&](Job job) { return withMatchedSet(std::move(job), {id}, answer->aspects); });
            break;
    }
}

void CamePanel::hangPages() {
    const Piece* piece = store_.piece();
    if (!piece) return;
    std::vector<PictureEdit> pages;
    for (int page = 1; page <= std::min(asItCame(*piece->artwork).pages, most_hung_pages); ++page)
        pages.push_back({.page = page});
    editing_.hangParts(pages, false);
}

void CamePanel::showNothing() {
    paged_->hide();
    about_->setEnabled(false);
    findChild<QPushButton*>(QStringLiteral("picture-remove"))->setEnabled(false);
    name_->clear();
    came_->setText(tr("No picture yet."));
    detail_->clear();
}

void CamePanel::refresh(const Piece& piece) {
    about_->setEnabled(true);
    findChild<QPushButton*>(QStringLiteral("picture-remove"))->setEnabled(true);
    const QSignalBlocker quiet(copies_), quiet_spares(spares_);
    spares_->setValue(piece.spares);
    if (!notes_->hasFocus()) notes_->setText(QString::fromStdString(piece.notes));
    if (!rights_->hasFocus()) rights_->setText(QString::fromStdString(piece.rights));
    const auto others = static_cast<qsizetype>(
        setOf(store_.job(), piece.id) ? setOf(store_.job(), piece.id)->pieces.size() - 1 : 0);
    findChild<QPushButton*>(QStringLiteral("match-pieces"))
        ->setText(others == 0 ? tr("match with others…")
                              : counted(others, tr("matched with %1 other…"), tr("matched with %1 others…")));
    name_->setText(QString::fromStdString(piece.name));
    copies_->setValue(piece.copies);
    const Artwork& artwork = asItCame(*piece.artwork);
    const QString kind = QString::fromStdString(artwork.format).toUpper();
    if (artwork.kind == Artwork::Kind::vector) {
        came_->setText(tr("%1 drawing, sharp at any size").arg(kind));
    } else {
        came_->setText(tr("%1, %2 × %3 pixels%4")
                           .arg(kind)
                           .arg(artwork.size.width)
                           .arg(artwork.size.height)
                           .arg(artwork.has_alpha ? tr(", see-through in places") : QString()));
    }
    paged_->setVisible(artwork.pages > 1);
    if (artwork.pages > 1) {
        const QSignalBlocker quiet_page(page_);
        page_->setRange(1, artwork.pages);
        page_->setValue(editing_.now().page);
        pages_->setText(tr("of %1").arg(artwork.pages));
    }
    QString detail;
    if (artwork.stored_ppi) {
        const SizePx page = piece.artwork->pageSize();
        const double mm = mm_per_inch / *artwork.stored_ppi;
        detail =
            tr("The file says %1. ").arg(sizeText({page.width * mm, page.height * mm}, store_.job().unit));
    }
    if (artwork.kind == Artwork::Kind::raster)
        detail += tr("At the chosen size each of its pixels is %1 wide.")
                      .arg(QString::number(mm_per_inch / effectivePpi(piece), 'f', 2) + tr("\u00a0mm"));
    detail_->setText(detail + QLatin1Char('\n') + tr("The original is kept as it came."));
}

}  // namespace tympan::app
