#include "app/stations/object/fill_panel.h"

#include <QCheckBox>
#include <QComboBox>
#include <QProgressBar>

#include "app/widgets/choice_row.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/job/edits.h"

namespace tympan::app {

namespace {

/// The entry whose number is nearest.
int nearest(const QComboBox& box, double value) {
    int best = 0;
    for (int i = 1; i < box.count(); ++i)
        if (std::abs(box.itemData(i).toDouble() - value) < std::abs(box.itemData(best).toDouble() - value))
            best = i;
    return best;
}

}  // namespace

FillPanel::FillPanel(JobStore& store, RenderService& service)
    : ObjectPanel(store), search_(store, service, this) {
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(20);

    auto* how = column();
    manner_ = new ChoiceRow(QStringLiteral("fill-manner"), tr("How the pictures fill it"), Qt::Vertical);
    manner_->add(QStringLiteral("packed"), tr("as large as they go"),
                 tr("Each picture whole, all in proportion, with an even gap between them."));
    manner_->add(QStringLiteral("scattered"), tr("here and there"),
                 tr("Each picture at its size, as if strewn; people and words stay upright."));
    manner_->add(
        QStringLiteral("patchwork"), tr("as a patchwork"),
        tr("No ground between: each picture is cropped to a cell, round its faces and what you keep whole."));
    manner_->choose(QStringLiteral("packed"));
    how->addWidget(manner_);
    locked_ = new QCheckBox(tr("this one stays"));
    locked_->setObjectName(QStringLiteral("fill-locked"));
    locked_->setToolTip(tr("The chosen picture keeps its place and size; the others are laid round it."));
    how->addWidget(locked_);
    one_print_ = new QCheckBox(tr("printed as one picture"));
    one_print_->setObjectName(QStringLiteral("fill-one-print"));
    one_print_->setToolTip(
        tr("One print of all pictures on this object, as they lie: where it is larger than a sheet, the "
           "sheets go through all of them. Otherwise each picture is printed by itself."));
    how->addWidget(one_print_);
    how->addStretch(1);
    outer->addLayout(how);

    QGridLayout* fields = fieldGrid();
    const auto field = [&](int row, QLabel*& words, const QString& label, QWidget* widget) {
        words = new QLabel(label);
        fields->addWidget(words, row, 0);
        fields->addWidget(widget, row, 1);
    };
    QLabel* margin_words = nullptr;
    gap_ = new LengthEdit(QStringLiteral("fill-gap"), tr("Between pictures"));
    gap_->allowZero();
    gap_->show(Filling{}.gap_mm, Unit::mm);
    margin_ = new LengthEdit(QStringLiteral("fill-margin"), tr("Bare at the edges"));
    margin_->allowZero();
    margin_->show(Filling{}.margin_mm, Unit::mm);
    turn_ = choiceBox(QStringLiteral("fill-turn"), tr("How far pictures may be turned"), 170);
    turn_->addItem(tr("upright"), 0);
    turn_->addItem(tr("up to 15°"), 15);
    turn_->addItem(tr("up to 45°"), 45);
    turn_->addItem(tr("any way"), 180);
    turn_->setToolTip(
        tr("Pictures with faces or words, and with parts to keep whole, stay upright all the same."));
    sizes_ = choiceBox(QStringLiteral("fill-sizes"), tr("How far sizes may differ"), 170);
    sizes_->addItem(tr("in proportion"), 1);
    sizes_->addItem(tr("up to half as large again"), 1.5);
    sizes_->addItem(tr("up to twice as large"), 2);
    field(0, gap_words_, tr("gap"), gap_);
    field(1, margin_words, tr("bare at edges"), margin_);
    field(2, turn_words_, tr("turned"), turn_);
    field(3, sizes_words_, tr("sizes"), sizes_);
    share_ = choiceBox(QStringLiteral("fill-share"), tr("The chosen picture's share of the patchwork"), 170);
    share_->addItem(tr("half"), 0.5);
    share_->addItem(tr("like the others"), 1);
    share_->addItem(tr("half as much again"), 1.5);
    share_->addItem(tr("twice"), 2);
    share_->addItem(tr("three times"), 3);
    field(4, share_words_, tr("this one’s share"), share_);
    swap_ = choiceBox(QStringLiteral("fill-swap"), tr("The picture that it changes places with"), 170);
    QLabel* swap_words = nullptr;
    field(5, swap_words, tr("changes places"), swap_);
    fields->setRowStretch(6, 1);
    outer->addLayout(fields);

    auto* work = column();
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    fill_ = pushButton(QStringLiteral("fill-it"), tr("Fill it"));
    stop_ = pushButton(QStringLiteral("fill-stop"), tr("Take it as it is"));
    row->addWidget(fill_);
    row->addWidget(stop_);
    row->addStretch(1);
    work->addLayout(row);
    progress_ = searchLine(QStringLiteral("fill-progress"));
    work->addWidget(progress_);
    says_ = quietLabel({});
    says_->setObjectName(QStringLiteral("fill-says"));
    keepWide(says_, 210);
    says_->setMinimumHeight(34);
    says_->setAlignment(Qt::AlignTop);
    work->addWidget(says_);
    another_ = linkButton(QStringLiteral("fill-another"), tr("another way"));
    work->addWidget(another_, 0, Qt::AlignLeft);
    QPushButton* add = linkButton(QStringLiteral("fill-add"), tr("put more pictures on it…"));
    work->addWidget(add, 0, Qt::AlignLeft);
    work->addStretch(1);
    outer->addLayout(work);
    outer->addStretch(1);

    connect(fill_, &QPushButton::clicked, this, [this] { fill(asked().seed); });
    connect(another_, &QPushButton::clicked, this, [this] { fill(asked().seed % 1'000'000 + 1); });
    connect(stop_, &QPushButton::clicked, &search_, &FillSearch::stop);
    connect(add, &QPushButton::clicked, this, &ObjectPanel::anotherWanted);
    connect(manner_, &ChoiceRow::picked, this, &FillPanel::again);
    for (LengthEdit* edit : {gap_, margin_}) connect(edit, &LengthEdit::typed, this, &FillPanel::again);
    for (QComboBox* box : {turn_, sizes_}) connect(box, &QComboBox::activated, this, &FillPanel::again);
    connect(locked_, &QCheckBox::clicked, this, [this](bool on) {
        editPiece(on ? tr("hold a picture in its place") : tr("let a picture move"), [on](Job job, int id) {
            for (Piece& piece : job.pieces)
                if (piece.id == id) piece.placement.locked = on;
            return job;
        });
    });
    connect(swap_, &QComboBox::activated, this, [this] {
        if (const int with = swap_->currentData().toInt(); with != 0)
            editPiece(tr("swap two pictures"),
                      [with](Job job, int id) { return withPicturesSwapped(std::move(job), id, with); });
    });
    connect(one_print_, &QCheckBox::clicked, this, [this](bool on) {
        editPiece(on ? tr("print the pictures as one") : tr("print each picture by itself"),
                  [on](Job job, int id) { return withOnePrint(std::move(job), id, on); });
    });
    connect(share_, &QComboBox::activated, this, [this] {
        editPiece(tr("change its share"), [share = share_->currentData().toDouble()](Job job, int id) {
            for (Piece& piece : job.pieces)
                if (piece.id == id) piece.placement.share = share;
            return job;
        });
        again();
    });
    connect(&search_, &FillSearch::begun, this, [this] {
        says_->setText(tr("Looking for places …"));
        progress_->setValue(0);
        showSearching();
    });
    connect(&search_, &FillSearch::progressed, progress_, &QProgressBar::setValue);
    connect(&search_, &FillSearch::ended, this, &FillPanel::say);
    showSearching();
}

Filling FillPanel::asked() const {
    Filling filling;
    for (const FillManner each : fill_manners)
        if (QString::fromStdString(std::string(name(each))) == manner_->chosen()) filling.manner = each;
    filling.gap_mm = gap_->value();
    filling.margin_mm = margin_->value();
    filling.most_turn_deg = turn_->currentData().toDouble();
    filling.size_range = sizes_->currentData().toDouble();
    if (const Piece* piece = store_.piece())
        if (const auto& was = objectOf(store_.job(), *piece).filling) filling.seed = was->seed;
    return filling;
}

/// What is asked otherwise is tried at once, where the object was filled before.
void FillPanel::again() {
    const Piece* piece = store_.piece();
    if (piece && objectOf(store_.job(), *piece).filling)
        fill(asked().seed);
    else if (piece)
        refresh(*piece, objectOf(store_.job(), *piece));
}

void FillPanel::fill(int seed) {
    const Piece* piece = store_.piece();
    if (!piece || !canBeFilled(store_.job(), piece->placement.object)) return;
    Filling filling = asked();
    filling.seed = seed;
    search_.begin(piece->placement.object, filling, seconds_);
}

/// What came of a search; nullptr: somebody did something else.
void FillPanel::say(const Filled* filled) {
    showSearching();
    if (!filled) return;
    QStringList said;
    const auto names = [&](const std::vector<int>& ids) {
        QStringList list;
        for (const int id : ids)
            if (const Piece* piece = findPiece(store_.job(), id)) list << QString::fromStdString(piece->name);
        return list.join(QStringLiteral(", "));
    };
    if (!filled->without_room.empty())
        said << tr("No room for %1: make gaps or pictures smaller.").arg(names(filled->without_room));
    if (!filled->cut_into.empty())
        said << tr("%1: what should stay whole is cut. Try another way.").arg(names(filled->cut_into));
    if (said.isEmpty()) said << tr("Filled. Drag a picture to move it; lock those that should stay.");
    says_->setText(said.join(QLatin1Char(' ')));
    if (const Piece* piece = store_.piece()) refresh(*piece, objectOf(store_.job(), *piece));
}

void FillPanel::showSearching() {
    const bool on = search_.on();
    fill_->setVisible(!on);
    stop_->setVisible(on);
    progress_->setVisible(on);
}

void FillPanel::refresh(const Piece& piece, const Object& object) {
    const Unit unit = store_.job().unit;
    const bool possible = canBeFilled(store_.job(), object.id);
    if (object.filling && !search_.on()) {
        const Filling& filling = *object.filling;
        manner_->choose(QString::fromStdString(std::string(name(filling.manner))));
        gap_->show(filling.gap_mm, unit);
        margin_->show(filling.margin_mm, unit);
        turn_->setCurrentIndex(nearest(*turn_, filling.most_turn_deg));
        sizes_->setCurrentIndex(nearest(*sizes_, filling.size_range));
    } else {
        gap_->show(gap_->value(), unit);
        margin_->show(margin_->value(), unit);
    }
    const QString manner = manner_->chosen();
    const bool patchwork = manner == QStringLiteral("patchwork"), packed = manner == QStringLiteral("packed");
    gap_words_->setText(patchwork ? tr("joints") : tr("gap"));
    const auto showIf = [](bool on, QWidget* words, QWidget* field) {
        words->setVisible(on);
        field->setVisible(on);
    };
    showIf(!patchwork, turn_words_, turn_);
    showIf(packed, sizes_words_, sizes_);
    showIf(patchwork, share_words_, share_);
    locked_->setChecked(piece.placement.locked);
    one_print_->setChecked(object.one_print);
    swap_->clear();
    swap_->addItem(tr("with …"), 0);
    for (const Piece& other : store_.job().pieces)
        if (other.placement.object == object.id && other.id != piece.id)
            swap_->addItem(QString::fromStdString(other.name), other.id);
    swap_->setEnabled(possible && swap_->count() > 1);
    one_print_->setEnabled(possible || object.one_print);
    share_->setCurrentIndex(nearest(*share_, piece.placement.share));
    fill_->setEnabled(possible);
    another_->setEnabled(possible && object.filling && !search_.on());
    if (!possible)
        says_->setText(object.spot() || object.shape.kind == ShapeKind::tapered
                           ? tr("Only flat things with an edge are filled.")
                           : tr("It takes two pictures or more that may move. Put more on it first."));
    else if (!search_.on() && !object.filling)
        says_->setText(tr("All pictures on the %1 are laid anew.")
                           .arg(object.name.empty() ? tr("object") : QString::fromStdString(object.name)));
}

}  // namespace tympan::app
