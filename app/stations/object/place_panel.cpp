#include "app/stations/object/place_panel.h"

#include <QCheckBox>
#include <QDoubleSpinBox>
#include <QGridLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QStackedLayout>

#include "app/stations/object/find_place_panel.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/job/edits.h"
#include "core/job/fit.h"

namespace tympan::app {

PlacePanel::PlacePanel(JobStore& store, RenderService& service)
    : ObjectPanel(store), pages_(new QStackedLayout(this)), finding_(new FindPlacePanel(store, service)) {
    pages_->addWidget(usualPage());
    pages_->addWidget(finding_);
    connect(finding_, &FindPlacePanel::left, this, [this] { pages_->setCurrentIndex(0); });
}

/// How it is fitted, its size, and how much stays bare.
QWidget* PlacePanel::usualPage() {
    auto* page = new QWidget;
    auto* outer = new QHBoxLayout(page);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(20);

    auto* fitting = column();
    fit_ = new ChoiceRow(QStringLiteral("fit"), tr("How it is fitted"), Qt::Vertical);
    fit_->add(QStringLiteral("inside"), tr("inside, bare all round"),
              tr("As large as it goes with an even margin, clear of holes and knots."));
    fit_->add(QStringLiteral("fill"), tr("over the whole object"),
              tr("Up to the edge everywhere; what is beyond the edge is left out."));
    fit_->add(QStringLiteral("by-hand"), tr("by hand"),
              tr("Drag it on the right, or use the arrow keys: 1 mm, with Shift 10 mm, with Alt 0.1 mm."));
    fitting->addWidget(fit_);
    auto* margin = new QHBoxLayout;
    margin->setSpacing(8);
    margin_ = new LengthEdit(QStringLiteral("fit-margin"), tr("Bare all round"));
    margin_->allowZero();
    margin->addWidget(new QLabel(tr("bare")));
    margin->addWidget(margin_);
    margin->addStretch(1);
    fitting->addLayout(margin);
    fitting->addStretch(1);
    outer->addLayout(fitting);

    QGridLayout* size = fieldGrid();
    width_ = new LengthEdit(QStringLiteral("picture-width"), tr("Width of the picture"));
    height_ = new LengthEdit(QStringLiteral("picture-height"), tr("Height of the picture"));
    turn_ = new QDoubleSpinBox;
    turn_->setObjectName(QStringLiteral("picture-turn"));
    turn_->setAccessibleName(tr("Turned clockwise"));
    turn_->setRange(-360, 360);
    turn_->setDecimals(1);
    turn_->setSuffix(QStringLiteral("°"));
    keepWide(turn_, 90);
    turn_->setKeyboardTracking(false);
    keep_shape_ = new QCheckBox(tr("keep its shape"));
    keep_shape_->setObjectName(QStringLiteral("keep-shape"));
    keep_shape_->setChecked(true);
    keep_shape_->setToolTip(tr("Off: another shape leaves out a part of the picture at its edges."));
    size->addWidget(new QLabel(tr("picture wide")), 0, 0);
    size->addWidget(width_, 0, 1);
    size->addWidget(new QLabel(tr("high")), 1, 0);
    size->addWidget(height_, 1, 1);
    size->addWidget(new QLabel(tr("turned")), 2, 0);
    size->addWidget(turn_, 2, 1);
    size->addWidget(keep_shape_, 3, 0, 1, 2);
    size->setRowStretch(4, 1);
    outer->addLayout(size);

    on_object_ = new QWidget;
    QGridLayout* bare = fieldGrid();
    on_object_->setLayout(bare);
    const QString sides[] = {tr("bare at left"), tr("above"), tr("at right"), tr("below")};
    const char* names[] = {"bare-left", "bare-top", "bare-right", "bare-bottom"};
    for (int i = 0; i < 4; ++i) {
        bare_[i] = new LengthEdit(QLatin1String(names[i]), tr("Bare object: %1").arg(sides[i]));
        bare_[i]->allowZero();
        bare_words_[i] = new QLabel(sides[i]);
        const int row = i % 2, place = i / 2 * 2;
        bare->addWidget(bare_words_[i], row, place);
        bare->addWidget(bare_[i], row, place + 1);
        connect(bare_[i], &LengthEdit::typed, this, [this, i](double mm) { setBare(i, mm); });
    }
    auto* links = new QHBoxLayout;
    links->setSpacing(16);
    QPushButton* centre = linkButton(QStringLiteral("centre-by-area"), tr("to the middle"));
    centre->setToolTip(tr("The middle of the object's area, where a picture looks centred on an odd shape."));
    QPushButton* true_size = linkButton(QStringLiteral("true-size"), tr("the file's own size"));
    links->addWidget(centre);
    links->addWidget(true_size);
    links->addStretch(1);
    bare->addLayout(links, 2, 0, 1, 4);
    QPushButton* another =
        linkButton(QStringLiteral("another-here"), tr("put another picture on the same object…"));
    bare->addWidget(another, 3, 0, 1, 4, Qt::AlignLeft);
    over_knots_ = linkButton(QStringLiteral("over-knots"), tr("find a place over the knots…"));
    over_knots_->setToolTip(tr("Where the knots are hardly seen: in dark and busy parts of the picture."));
    connect(over_knots_, &QPushButton::clicked, this, [this] {
        finding_->suggestLimits();
        pages_->setCurrentWidget(finding_);
    });
    bare->addWidget(over_knots_, 4, 0, 1, 4, Qt::AlignLeft);
    bare->setRowStretch(5, 1);
    outer->addWidget(on_object_);

    on_spot_ = new QWidget;
    QGridLayout* spot = fieldGrid();
    on_spot_->setLayout(spot);
    for (int i = 0; i < 2; ++i) {
        distance_[i] = new LengthEdit(QStringLiteral("distance-%1").arg(i + 1), tr("Distance %1").arg(i + 1));
        distance_[i]->allowZero();
        from_[i] = new QLineEdit;
        from_[i]->setObjectName(QStringLiteral("distance-from-%1").arg(i + 1));
        from_[i]->setAccessibleName(tr("From what, %1").arg(i + 1));
        from_[i]->setPlaceholderText(i == 0 ? tr("the collar, a hem…") : tr("the side seam…"));
        keepWide(from_[i], 150);
        spot->addWidget(distance_[i], i, 0);
        spot->addWidget(new QLabel(tr("from")), i, 1);
        spot->addWidget(from_[i], i, 2);
        connect(distance_[i], &LengthEdit::typed, this, &PlacePanel::setDistance);
        connect(from_[i], &QLineEdit::editingFinished, this, &PlacePanel::setDistance);
    }
    auto* hint =
        quietLabel(tr("Measured to the picture's edge; they are written on the job's papers. Both may stay "
                      "empty."));
    keepWide(hint, 280);
    spot->addWidget(hint, 2, 0, 1, 3);
    spot->setRowStretch(3, 1);
    outer->addWidget(on_spot_);
    outer->addStretch(1);

    connect(fit_, &ChoiceRow::picked, this, [this](const QString& id) {
        const Fit fit = id == QStringLiteral("inside") ? Fit::inside
                        : id == QStringLiteral("fill") ? Fit::fill
                                                       : Fit::by_hand;
        editPiece(tr("fit the picture"),
                  [&](Job job, int piece) { return withFit(std::move(job), piece, fit, margin_->value()); });
    });
    connect(margin_, &LengthEdit::typed, this, [this](double mm) {
        editPiece(tr("change the margin"),
                  [&](Job job, int piece) { return withFit(std::move(job), piece, Fit::inside, mm); });
    });
    connect(width_, &LengthEdit::typed, this, [this](double mm) { setSize(true, mm); });
    connect(height_, &LengthEdit::typed, this, [this](double mm) { setSize(false, mm); });
    connect(turn_, &QDoubleSpinBox::valueChanged, this, [this](double degrees) {
        editPiece(tr("turn the picture"), [&](Job job, int id) {
            const Placement now = findPiece(job, id)->placement;
            job = withPlace(std::move(job), id, now.from_centre, degrees);
            return now.fit == Fit::by_hand ? job : withFit(std::move(job), id, now.fit, now.margin_mm);
        });
    });
    connect(centre, &QPushButton::clicked, this, [this] {
        editPiece(tr("move the picture"), [](Job job, int id) {
            const Piece piece = *findPiece(job, id);
            const PointMm to = areaMiddle(objectOf(job, piece));
            return withPlace(std::move(job), id, to, piece.placement.rotation_deg);
        });
    });
    connect(true_size, &QPushButton::clicked, this, [this] {
        editPiece(tr("change the size"), [](Job job, int id) {
            const auto size = findPiece(job, id)->artwork->naturalSize();
            return size ? withSize(std::move(job), id, *size) : job;
        });
    });
    connect(another, &QPushButton::clicked, this, &ObjectPanel::anotherWanted);
    return page;
}

void PlacePanel::setSize(bool width, double mm) {
    const Proportions keep = keep_shape_->isChecked() ? Proportions::keep : Proportions::change;
    editPiece(tr("change the size"), [&](Job job, int id) {
        return width ? withWidth(std::move(job), id, mm, keep) : withHeight(std::move(job), id, mm, keep);
    });
}

/// Moves the picture so that this much stays bare on one side.
void PlacePanel::setBare(int side, double mm) {
    editPiece(tr("move the picture"), [&](Job job, int id) {
        const Piece piece = *findPiece(job, id);
        const auto bare = distancesOf(job, piece);
        if (!bare) return job;
        PointMm to = piece.placement.from_centre;
        if (side == 0) to.x += mm - bare->left;
        if (side == 1) to.y += mm - bare->top;
        if (side == 2) to.x -= mm - bare->right;
        if (side == 3) to.y -= mm - bare->bottom;
        return withPlace(std::move(job), id, to, piece.placement.rotation_deg);
    });
}

void PlacePanel::setDistance() {
    std::vector<SpotDistance> distances;
    for (int i = 0; i < 2; ++i)
        if (!distance_[i]->blank() || !from_[i]->text().trimmed().isEmpty())
            distances.push_back({from_[i]->text().trimmed().toStdString(),
                                 distance_[i]->blank() ? 0 : distance_[i]->value()});
    editPiece(tr("say where the spot is"),
              [&](Job job, int id) { return withDistances(std::move(job), id, distances); });
}

void PlacePanel::refresh(const Piece& piece, const Object& object) {
    const Unit unit = store_.job().unit;
    const bool spot = object.spot();
    on_object_->setVisible(!spot);
    on_spot_->setVisible(spot);
    fit_->setEnabled(!spot);
    margin_->setEnabled(!spot && piece.placement.fit == Fit::inside);
    fit_->choose(QString::fromStdString(std::string(name(piece.placement.fit))));
    margin_->show(piece.placement.margin_mm, unit);
    width_->show(piece.size.width, unit);
    height_->show(piece.size.height, unit);
    const QSignalBlocker quiet(turn_);
    turn_->setValue(piece.placement.rotation_deg);
    const auto bare = distancesOf(store_.job(), piece);
    const double sides[] = {bare ? bare->left : 0, bare ? bare->top : 0, bare ? bare->right : 0,
                            bare ? bare->bottom : 0};
    for (int i = 0; i < 4; ++i) bare_[i]->show(sides[i], unit);
    findChild<QPushButton*>(QStringLiteral("true-size"))
        ->setEnabled(piece.artwork->naturalSize().has_value());
    const bool knots = canFindPlace(store_.job(), piece);
    over_knots_->setVisible(knots);
    if (!knots) pages_->setCurrentIndex(0);
    finding_->refresh(piece, object);
    const auto& distances = piece.placement.distances;
    for (std::size_t i = 0; i < 2; ++i) {
        const bool there = i < distances.size();
        if (there)
            distance_[i]->show(distances[i].mm, unit);
        else
            distance_[i]->showNothing(unit);
        if (!from_[i]->hasFocus())
            from_[i]->setText(there ? QString::fromStdString(distances[i].from) : QString());
    }
}

}  // namespace tympan::app
