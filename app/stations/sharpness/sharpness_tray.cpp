#include "app/stations/sharpness/sharpness_tray.h"

#include <QComboBox>
#include <QSlider>
#include <QSpinBox>

#include "app/canvas/loupe.h"
#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/sideways.h"
#include "app/widgets/tray_parts.h"
#include "app/words/engine_words.h"
#include "app/words/words.h"
#include "core/enlarge/jpeg_strength.h"
#include "core/inspect/detail.h"
#include "core/job/edits.h"
#include "core/job/holds.h"
#include "core/render/print.h"

namespace tympan::app {

namespace {

constexpr double hardly = 1.1;  // more pixels than this much are worth the while

QString idOf(Engine engine) {
    return QString::fromLatin1(name(engine).data(), static_cast<int>(name(engine).size()));
}

}  // namespace

SharpnessTray::SharpnessTray(JobStore& store, RenderService& service, Loupe& loupe, QWidget* parent)
    : QWidget(parent), store_(store), service_(service), loupe_(loupe) {
    setObjectName(QStringLiteral("sharpness-tray"));
    auto* parts = new QWidget;
    auto* across = new QHBoxLayout(parts);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(20);
    across->addWidget(enoughColumn());
    across->addWidget(engineColumn());
    across->addWidget(howColumn());
    across->addWidget(loupeColumn());
    across->addStretch(1);
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* scroll = new Sideways(parts);
    scroll->setObjectName(QStringLiteral("sharpness-scroll"));
    outer->addWidget(scroll);
    connect(&store_, &JobStore::changed, this, &SharpnessTray::refresh);
    refresh();
}

QWidget* SharpnessTray::enoughColumn() {
    auto* part = new QWidget;
    auto* all = column();
    part->setLayout(all);
    auto* from = new QHBoxLayout;
    from->setSpacing(8);
    from->addWidget(strongLabel(tr("Seen from")));
    seen_ = new LengthEdit(QStringLiteral("seen-from"), tr("How far away people will stand"));
    keepWide(seen_, 84);
    from->addWidget(seen_);
    seen_usual_ = linkButton(QStringLiteral("seen-usual"), tr("as usual"));
    seen_usual_->setToolTip(tr("About as far away as the picture is large, corner to corner."));
    from->addWidget(seen_usual_);
    from->addStretch(1);
    all->addLayout(from);
    auto* table = fieldGrid();
    table->setVerticalSpacing(3);
    table->addWidget(quietLabel(tr("pixels an inch")), 0, 1);
    table->addWidget(quietLabel(tr("finest line")), 0, 2);
    const auto row = [&](int at, const char* name, const QString& label) {
        Row made{new QLabel, new QLabel};
        made.ppi->setObjectName(QLatin1String(name));
        made.ppi->setAccessibleName(label);
        table->addWidget(new QLabel(label), at, 0);
        table->addWidget(made.ppi, at, 1);
        table->addWidget(made.line, at, 2);
        return made;
    };
    wanted_ = row(1, "ppi-wanted", tr("worth having"));
    given_ = row(2, "ppi-given", tr("it has"));
    detail_ = row(3, "ppi-detail", tr("true detail"));
    all->addLayout(table);
    verdict_ = quietLabel({});
    verdict_->setObjectName(QStringLiteral("sharp-verdict"));
    keepWide(verdict_, 248);
    all->addWidget(verdict_);
    all->addStretch(1);
    keepWide(part, 252);
    connect(seen_, &LengthEdit::typed, this, [this](double mm) {
        change(tr("say how far away people stand"), [mm](Enlarging& asked) { asked.seen_from_mm = mm; });
    });
    connect(seen_usual_, &QPushButton::clicked, this, [this] {
        change(tr("take the usual distance"), [](Enlarging& asked) { asked.seen_from_mm = 0; });
    });
    return part;
}

QWidget* SharpnessTray::engineColumn() {
    auto* part = new QWidget;
    auto* all = column();
    part->setLayout(all);
    engine_ = new ChoiceRow(QStringLiteral("engine"), tr("Made larger"), Qt::Vertical);
    engine_->layout()->setSpacing(4);
    for (const Engine engine :
         {Engine::automatic, Engine::smooth, Engine::photo, Engine::drawing, Engine::redraw})
        engine_->add(idOf(engine), engineName(engine), engineTip(engine));
    keepWide(engine_, 116);
    all->addWidget(engine_);
    all->addStretch(1);
    connect(engine_, &ChoiceRow::picked, this, [this](const QString& id) {
        if (const auto engine = engineNamed(id.toStdString()))
            change(tr("make it larger another way"), [&](Enlarging& asked) { asked.engine = *engine; });
    });
    return part;
}

QWidget* SharpnessTray::howColumn() {
    auto* part = new QWidget;
    auto* all = column();
    part->setLayout(all);
    all->addWidget(strongLabel(tr("What it does")));
    reason_ = quietLabel({});
    reason_->setObjectName(QStringLiteral("engine-reason"));
    keepWide(reason_, 204);
    all->addWidget(reason_);
    compressed_ = new QWidget;
    auto* quality = new QHBoxLayout(compressed_);
    quality->setContentsMargins(0, 0, 0, 0);
    quality->setSpacing(8);
    quality->addWidget(new QLabel(tr("compressed to")));
    quality_ = new QSpinBox;
    quality_->setObjectName(QStringLiteral("jpeg-quality"));
    quality_->setAccessibleName(tr("JPEG quality that the picture once had"));
    quality_->setToolTip(
        tr("The JPEG quality that the picture was once saved with: lower takes more blocks and "
           "ripples away, and more of what is fine. The lowest step leaves it to the file."));
    quality_->setRange(19, 100);
    quality_->setKeyboardTracking(false);
    keepWide(quality_, 88);
    quality->addWidget(quality_);
    quality->addStretch(1);
    all->addWidget(compressed_);
    curves_ = new QWidget;
    auto* form = rows();
    curves_->setLayout(form);
    corners_ = new QSlider(Qt::Horizontal);
    corners_->setObjectName(QStringLiteral("redraw-corners"));
    corners_->setAccessibleName(tr("How much corners are rounded"));
    corners_->setRange(0, 100);
    keepWide(corners_, 96);
    form->addRow(tr("round corners"), corners_);
    speck_ = new LengthEdit(QStringLiteral("redraw-speck"), tr("Smaller spots are left out"));
    speck_->allowZero();
    keepWide(speck_, 72);
    form->addRow(tr("no spots under"), speck_);
    all->addWidget(curves_);
    limits_ = quietLabel({});
    limits_->setObjectName(QStringLiteral("engine-limits"));
    keepWide(limits_, 204);
    all->addWidget(limits_);
    all->addStretch(1);
    keepWide(part, 208);
    connect(quality_, &QSpinBox::valueChanged, this, [this](int quality) {
        change(
            tr("say how compressed it is"),
            [&](Enlarging& asked) {
                asked.quality = quality == quality_->minimum() ? std::nullopt : std::optional(quality);
            },
            QStringLiteral("quality"));
    });
    connect(corners_, &QSlider::valueChanged, this, [this](int corners) {
        change(
            tr("round the corners"), [&](Enlarging& asked) { asked.corners = corners; },
            QStringLiteral("corners"));
    });
    connect(corners_, &QSlider::sliderReleased, &store_, &JobStore::endRun);
    connect(speck_, &LengthEdit::typed, this, [this](double mm) {
        change(tr("leave spots out"), [&](Enlarging& asked) { asked.speck_mm = std::clamp(mm, 0.0, 10.0); });
    });
    return part;
}

QWidget* SharpnessTray::loupeColumn() {
    auto* part = new QWidget;
    auto* all = column();
    part->setLayout(all);
    all->addWidget(strongLabel(tr("Under the loupe")));
    times_ = new ChoiceRow(QStringLiteral("loupe-times"), tr("How large it is seen"), Qt::Horizontal);
    for (const auto& [id, label] : {std::pair{"1", tr("true")}, {"4", tr("4 ×")}, {"10", tr("10 ×")}})
        times_->add(QLatin1String(id), label);
    times_->choose(QStringLiteral("4"));
    keepWide(times_, 184);
    all->addWidget(times_);
    auto* against = new QHBoxLayout;
    against->setSpacing(8);
    against->addWidget(new QLabel(tr("against")));
    beside_ = new QComboBox;
    beside_->setObjectName(QStringLiteral("loupe-beside"));
    beside_->setAccessibleName(tr("What stands on the left"));
    for (const Engine engine : {Engine::smooth, Engine::photo, Engine::drawing, Engine::redraw})
        beside_->addItem(engineName(engine), static_cast<int>(engine));
    against->addWidget(beside_, 1);
    all->addLayout(against);
    proof_ = pushButton(QStringLiteral("proof-strip"), tr("Proof strip…"));
    proof_->setToolTip(
        tr("This spot at true size, made larger in both ways and by itself, on one sheet to print."));
    all->addWidget(proof_, 0, Qt::AlignLeft);
    all->addStretch(1);
    keepWide(part, 188);
    connect(times_, &ChoiceRow::picked, this, [this](const QString& id) { loupe_.magnify(id.toDouble()); });
    const auto left = [this] { return static_cast<Engine>(beside_->currentData().toInt()); };
    connect(beside_, &QComboBox::activated, this, [this, left] { loupe_.compareWith(left()); });
    connect(proof_, &QPushButton::clicked, this, [this, left] {
        const Piece* piece = store_.piece();
        if (!piece) return;
        std::vector<Engine> engines{left()};
        for (const Engine engine : {piece->enlarging.engine, Engine::automatic})
            if (std::find(engines.begin(), engines.end(), engine) == engines.end()) engines.push_back(engine);
        emit proofWanted(engines);
    });
    return part;
}

void SharpnessTray::change(const QString& what, const std::function<void(Enlarging&)>& change,
                           const QString& run) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    Enlarging asked = piece->enlarging;
    change(asked);
    if (asked == piece->enlarging) return;
    store_.edit(
        what, [&, id = piece->id](Job job) { return withEnlarging(std::move(job), id, asked); },
        run.isEmpty() ? run : QStringLiteral("%1 %2").arg(run).arg(piece->id));
}

void SharpnessTray::showEvent(QShowEvent*) { refresh(); }

void SharpnessTray::refresh() {
    const Piece* piece = store_.piece();
    setEnabled(piece);
    if (!piece || !isVisible()) return;
    const QSignalBlocker quiet[] = {QSignalBlocker(quality_), QSignalBlocker(corners_)};
    showEnough(*piece);
    showHow(*piece);
    measure(*piece);
}

void SharpnessTray::showEnough(const Piece& piece) {
    const bool usual = piece.enlarging.seen_from_mm <= 0;
    seen_->show(usual ? usuallySeenFrom(piece.size) : piece.enlarging.seen_from_mm, store_.job().unit);
    seen_usual_->setEnabled(!usual);
    const double wanted = wantedPpi(store_.job(), piece), has = effectivePpi(piece);
    const auto fill = [](const Row& row, double ppi) {
        row.ppi->setText(QString::number(ppi, 'f', 0));
        row.line->setText(tr("%1\u00a0mm").arg(QString::number(2 * mm_per_inch / ppi, 'f', 2)));
    };
    const auto say = [](const Row& row, const QString& words) {
        row.ppi->setText(words);
        row.line->clear();
    };
    fill(wanted_, wanted);
    if (piece.artwork->kind == Artwork::Kind::vector) {
        say(given_, tr("any"));
        say(detail_, tr("any"));
        verdict_->clear();
        return;
    }
    fill(given_, has);
    const bool known = detail_share_ > 0;
    if (known)
        fill(detail_, has * detail_share_);
    else
        say(detail_, tr("measuring…"));
    const Holds holds = holdsOf(store_.job(), piece);
    const double held = ppiHeldBy(holds.finest_line_mm);
    const QString by_method =
        held > wanted + 0.5 ? QString()
        : holds.finest_line_basis != Basis::guess
            ? tr("On your strip lines finer than %1\u00a0mm were lost.")
                  .arg(QString::number(holds.finest_line_mm, 'f', 2))
            : tr("This way of transfer may lose lines finer than %1 to %2\u00a0mm (a guess).")
                  .arg(QString::number(guessed_least * holds.finest_line_mm, 'f', 1),
                       QString::number(guessed_most * holds.finest_line_mm, 'f', 1));
    QString says;
    if (has * hardly >= wanted)
        says = known && has * detail_share_ * hardly < wanted
                   ? tr("Pixels enough, but soft: it will look like %1 pixels an inch.")
                         .arg(QString::number(has * detail_share_, 'f', 0))
                   : tr("Enough. More pixels would not be seen.");
    else
        says = tr("%1 times too few each way.").arg(QString::number(wanted / has, 'f', 1));
    verdict_->setText(by_method.isEmpty() ? says : says + QLatin1Char(' ') + by_method);
}

void SharpnessTray::showHow(const Piece& piece) {
    engine_->choose(idOf(piece.enlarging.engine));
    engine_->setEnabled(piece.artwork->kind == Artwork::Kind::raster);
    const double has = effectivePpi(piece);
    const double wanted = std::min(store_.job().sheets.ppi, wantedPpi(store_.job(), piece));
    const Enlarged made = enlargedFor(*piece.artwork, piece.enlarging, has, wanted);
    QString says = engineReason(made);
    if (made.doublings > 0)
        says = (says.isEmpty() ? engineTip(made.engine) : says) + QLatin1Char(' ') +
               tr("%1 times as many pixels each way.").arg(1 << made.doublings);
    else if (says.isEmpty())
        says = engineTip(made.engine);
    reason_->setText(says);
    limits_->setText(engineLimits(made, store_.job().sheets.ppi / has));
    compressed_->setVisible(made.doublings > 0);
    const std::optional<int> of_file = jpegQuality(*asItCame(*piece.artwork).bytes);
    quality_->setSpecialValueText(of_file ? tr("file: %1").arg(*of_file) : tr("not at all"));
    quality_->setValue(piece.enlarging.quality.value_or(quality_->minimum()));
    curves_->setVisible(made.engine == Engine::redraw);
    corners_->setValue(piece.enlarging.corners);
    speck_->show(piece.enlarging.speck_mm, store_.job().unit);
}

void SharpnessTray::measure(const Piece& piece) {
    const ArtworkPtr artwork = piece.artwork;
    const QString key = QString::fromStdString(asItCame(*artwork).sha256);
    if (artwork->kind == Artwork::Kind::vector || key == measured_) return;
    measured_ = key;
    detail_share_ = 0;
    service_.request(QStringLiteral("true detail"),
                     [this, artwork, key](const std::stop_token&) -> RenderService::Finish {
                         const double share = trueDetail(asItCame(*artwork).pixels);
                         return [this, share, key] {
                             if (key != measured_) return;
                             detail_share_ = share;
                             refresh();
                         };
                     });
}

}  // namespace tympan::app
