#include "app/stations/object/fill_panel.h"

#include <QCheckBox>
#include <QComboBox>
#include <QMetaObject>
#include <QProgressBar>
#include <utility>

#include "app/shell/render_service.h"
#include "app/shell/words.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
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

/// One search; shared with the thread that runs it.
struct FillPanel::Search {
    std::stop_source stop;
    quint64 revision = 0;  ///< of the job as the search last left it
    int object = 0;
    QString run;
};

FillPanel::FillPanel(JobStore& store, RenderService& service) : ObjectPanel(store), service_(service) {
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
    fields->setRowStretch(5, 1);
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
    says_->setFixedWidth(210);
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
    connect(stop_, &QPushButton::clicked, this, &FillPanel::stop);
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
    connect(share_, &QComboBox::activated, this, [this] {
        editPiece(tr("change its share"), [share = share_->currentData().toDouble()](Job job, int id) {
            for (Piece& piece : job.pieces)
                if (piece.id == id) piece.placement.share = share;
            return job;
        });
        again();
    });
    connect(&store_, &JobStore::changed, this, [this] {
        if (!search_ || store_.revision() == search_->revision) return;
        search_->stop.request_stop();
        search_.reset();
        service_.cancel(view());
        showSearching();
    });
    showSearching();
}

FillPanel::~FillPanel() {
    if (search_) search_->stop.request_stop();
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
    if (search_) search_->stop.request_stop();
    Filling filling = asked();
    filling.seed = seed;
    auto search = std::make_shared<Search>();
    search->revision = store_.revision();
    search->object = piece->placement.object;
    search->run = QStringLiteral("fill %1").arg(++searches_);
    search_ = search;
    says_->setText(tr("Looking for places …"));
    progress_->setValue(0);
    service_.request(
        view(),
        [this, search, filling, job = store_.job(),
         seconds = seconds_](const std::stop_token& quit) -> RenderService::Finish {
            const std::stop_callback on_quit(quit, [&] { search->stop.request_stop(); });
            const auto post = [this](auto work) {
                QMetaObject::invokeMethod(this, std::move(work), Qt::QueuedConnection);
            };
            const auto better = [&](const Job& found) {
                post([this, search, found] { shown(search, found); });
            };
            const auto sink = [&](double part) {
                post([this, search, part] {
                    if (search_ == search) progress_->setValue(static_cast<int>(1000 * part));
                });
            };
            const Filled filled = fillObject(job, search->object, filling, {seconds, 0}, better,
                                             {search->stop.get_token(), sink});
            return [this, search, filled] { end(search, filled); };
        },
        Lane::background);
    showSearching();
}

void FillPanel::shown(const std::shared_ptr<Search>& search, const Job& job) {
    if (search_ != search) return;
    // The store says that the job is another before this returns: that is not somebody's edit.
    search->revision = store_.revision() + 1;
    store_.edit(
        tr("fill the object"), [&](const Job&) { return job; }, search->run);
}

void FillPanel::end(const std::shared_ptr<Search>& search, const Filled& filled) {
    if (search_ != search) return;
    if (!(filled.job == store_.job())) shown(search, filled.job);
    search_.reset();
    store_.endRun();
    QStringList said;
    const auto names = [&](const std::vector<int>& ids) {
        QStringList list;
        for (const int id : ids)
            if (const Piece* piece = findPiece(store_.job(), id)) list << QString::fromStdString(piece->name);
        return list.join(QStringLiteral(", "));
    };
    if (!filled.without_room.empty())
        said << tr("No room for %1: make gaps or pictures smaller.").arg(names(filled.without_room));
    if (!filled.cut_into.empty())
        said << tr("%1: what should stay whole is cut. Try another way.").arg(names(filled.cut_into));
    if (said.isEmpty()) said << tr("Filled. Drag a picture to move it; lock those that should stay.");
    says_->setText(said.join(QLatin1Char(' ')));
    showSearching();
    if (const Piece* piece = store_.piece()) refresh(*piece, objectOf(store_.job(), *piece));
}

void FillPanel::stop() {
    if (search_) search_->stop.request_stop();
}

void FillPanel::showSearching() {
    const bool on = searching();
    fill_->setVisible(!on);
    stop_->setVisible(on);
    progress_->setVisible(on);
}

void FillPanel::refresh(const Piece& piece, const Object& object) {
    const Unit unit = store_.job().unit;
    const bool possible = canBeFilled(store_.job(), object.id);
    if (object.filling && !searching()) {
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
    share_->setCurrentIndex(nearest(*share_, piece.placement.share));
    fill_->setEnabled(possible);
    another_->setEnabled(possible && object.filling && !searching());
    if (!possible)
        says_->setText(object.spot() || object.shape.kind == ShapeKind::tapered
                           ? tr("Only flat things with an edge are filled.")
                           : tr("It takes two pictures or more that may move. Put more on it first."));
    else if (!searching() && !object.filling)
        says_->setText(tr("All pictures on the %1 are laid anew.")
                           .arg(object.name.empty() ? tr("object") : QString::fromStdString(object.name)));
}

}  // namespace tympan::app
