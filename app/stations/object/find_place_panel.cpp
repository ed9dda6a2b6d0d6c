#include "app/stations/object/find_place_panel.h"

#include <QCheckBox>
#include <QPushButton>
#include <QSpinBox>
#include <algorithm>
#include <cmath>

#include "app/widgets/choice_row.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "core/job/job.h"

namespace tympan::app {

namespace {

/// How much an eye makes of a difference of lightness: below two it has to look for it.
QString seenText(const ProposedPlace& place) {
    constexpr double looked_for = 2, faint = 6;
    if (place.on_what_counts) return FindPlacePanel::tr("on a face or words");
    if (place.mean < looked_for) return FindPlacePanel::tr("hidden");
    return place.mean < faint ? FindPlacePanel::tr("faint") : FindPlacePanel::tr("seen");
}

/// The same beside what was seen before.
QString seenText(const ProposedPlace& place, const ProposedPlace& before) {
    constexpr double clearly_less = 0.8;
    const QString now = seenText(place), was = seenText(before);
    if (now != was) return FindPlacePanel::tr("%1 (before: %2)").arg(now, was);
    return place.mean < clearly_less * before.mean ? FindPlacePanel::tr("%1, but less than before").arg(now)
                                                   : FindPlacePanel::tr("%1, as before").arg(now);
}

}  // namespace

FindPlacePanel::FindPlacePanel(JobStore& store, RenderService& service)
    : ObjectPanel(store), search_(store, service, this) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(28);
    auto* down = column();
    across->addLayout(down);
    find_ = pushButton(QStringLiteral("find-place"), tr("Find a place over the knots"));
    find_->setToolTip(tr(
        "Moves the picture so that the knots under it are hardly seen: in dark and busy places, never in a "
        "face or in words."));
    down->addWidget(find_, 0, Qt::AlignLeft);
    half_turn_ = new QCheckBox(tr("the object may be turned round"));
    half_turn_->setObjectName(QStringLiteral("place-half-turn"));
    half_turn_->setChecked(true);
    down->addWidget(half_turn_, 0, Qt::AlignLeft);
    auto* sizes = new QHBoxLayout;
    sizes->setSpacing(8);
    auto* label = quietLabel(tr("larger or smaller by at most"));
    label->setWordWrap(false);
    size_range_ = new QSpinBox;
    size_range_->setObjectName(QStringLiteral("place-size-range"));
    size_range_->setAccessibleName(tr("How much larger or smaller the picture may become"));
    size_range_->setRange(0, 30);
    size_range_->setValue(10);
    size_range_->setSuffix(tr(" %"));
    keepWide(size_range_, 72);
    sizes->addWidget(label);
    sizes->addWidget(size_range_);
    sizes->addStretch(1);
    down->addLayout(sizes);
    auto* moves = new QHBoxLayout;
    moves->setSpacing(8);
    auto* move_label = quietLabel(tr("moved by at most"));
    move_label->setWordWrap(false);
    most_move_ = new LengthEdit(QStringLiteral("place-most-move"), tr("How far the picture may be moved"));
    most_move_->allowZero();
    moves->addWidget(move_label);
    moves->addWidget(most_move_);
    moves->addStretch(1);
    down->addLayout(moves);
    down->addStretch(1);
    auto* found = column();
    across->addLayout(found);
    across->addStretch(1);
    finds_ = new QLabel;
    finds_->setObjectName(QStringLiteral("place-says"));
    finds_->setWordWrap(true);
    keepWide(finds_, 340);
    finds_->setMinimumHeight(44);
    finds_->setAlignment(Qt::AlignTop);
    found->addWidget(finds_);
    places_ = new ChoiceRow(QStringLiteral("place-proposals"), tr("Places found"), Qt::Horizontal);
    for (int i = 0; i < 4; ++i)
        places_->add(QString::number(i), i == 0 ? tr("As it was") : QString::number(i));
    found->addWidget(places_, 0, Qt::AlignLeft);
    QPushButton* back = linkButton(QStringLiteral("place-back"), tr("back to sizes and margins"));
    found->addWidget(back, 0, Qt::AlignLeft);
    found->addStretch(1);
    connect(back, &QPushButton::clicked, this, &FindPlacePanel::left);
    connect(find_, &QPushButton::clicked, this, [this] {
        if (const Piece* piece = store_.piece()) {
            const double by = size_range_->value() / 100.0;
            search_.begin(piece->id, {half_turn_->isChecked(), 1 - by, 1 + by, most_move_->value()});
        }
    });
    connect(places_, &ChoiceRow::picked, this,
            [this](const QString& id) { search_.choose(id.toULongLong()); });
    connect(&search_, &PlaceSearch::changed, this, &FindPlacePanel::showPlaces);
}

/// A quarter of its shorter side: it still lies about where it lay. What has a hole is hung by it, and with
/// other pictures on the object this one alone would stand on its head.
void FindPlacePanel::suggestLimits() {
    const Piece* piece = store_.piece();
    if (!piece) return;
    const auto& zones = objectOf(store_.job(), *piece).zones;
    const bool hung =
        std::any_of(zones.begin(), zones.end(), [](const Zone& zone) { return zone.kind == ZoneKind::hole; });
    const auto& pieces = store_.job().pieces;
    const auto on_it = std::count_if(pieces.begin(), pieces.end(), [&](const Piece& each) {
        return each.placement.object == piece->placement.object;
    });
    half_turn_->setChecked(!hung && on_it == 1);
    most_move_->show(std::round(std::min(piece->size.width, piece->size.height) / 4), store_.job().unit);
}

void FindPlacePanel::refresh(const Piece&, const Object&) { showPlaces(); }

void FindPlacePanel::showPlaces() {
    const std::vector<ProposedPlace>& places = search_.places();
    find_->setEnabled(!search_.on());
    places_->setVisible(places.size() > 1);
    for (int i = 0; i < 4; ++i)
        if (auto* button = places_->findChild<QPushButton*>(QStringLiteral("place-proposals-%1").arg(i)))
            button->setVisible(static_cast<std::size_t>(i) < places.size());
    if (search_.on())
        finds_->setText(tr("Looking for places …"));
    else if (!search_.fault().isEmpty())
        finds_->setText(search_.fault());
    else if (places.size() > 1)
        finds_->setText(search_.chosen() == 0 ? tr("As it was. The knots: %1.").arg(seenText(places.front()))
                                              : tr("Place %1 of %2. The knots: %3.")
                                                    .arg(search_.chosen())
                                                    .arg(places.size() - 1)
                                                    .arg(seenText(places[search_.chosen()], places.front())));
    else
        finds_->setText(
            tr("Knots are hardly seen under dark or busy parts of the picture. Faces and words stay clear of "
               "them."));
    places_->choose(QString::number(search_.chosen()));
}

}  // namespace tympan::app
