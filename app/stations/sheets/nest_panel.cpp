#include "app/stations/sheets/nest_panel.h"

#include <QMetaObject>
#include <QProgressBar>
#include <QVBoxLayout>
#include <atomic>
#include <chrono>

#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/documents/cut_paths.h"

namespace tympan::app {

namespace {

using Clock = std::chrono::steady_clock;
constexpr std::chrono::milliseconds shown_every{150};

struct Used {
    qsizetype sheets = 0;
    double part = 0;
};

Used usedOf(const Imposition& imposition) {
    Used used;
    double kept = 0, there = 0;
    for (const std::size_t number : sheetsToCut(imposition)) {
        const Sheet& sheet = imposition.sheets[number];
        const RectMm area_mm = imposition.grid.mm(sheet.printable);
        there += area_mm.width * area_mm.height;
        for (const PlacedRegion& part : sheet.regions) kept += area(imposition.cuts[part.print]);
        ++used.sheets;
    }
    used.part = there > 0 ? kept / there : 0;
    return used;
}

}  // namespace

QString usedText(const Imposition& imposition) {
    const Used used = usedOf(imposition);
    return NestPanel::tr("%1, %2 % used")
        .arg(counted(used.sheets, NestPanel::tr("%1 sheet"), NestPanel::tr("%1 sheets")))
        .arg(qRound(100 * used.part));
}

/// One search; shared with the thread that runs it.
struct NestPanel::Search {
    std::stop_source stop;
    quint64 revision = 0;
    int seed = 1;
    bool spares = false;
    Job best;  // on the interface thread
    bool any = false;
};

NestPanel::NestPanel(JobStore& store, RenderService& service, QWidget* parent)
    : QWidget(parent), store_(store), service_(service) {
    setObjectName(QStringLiteral("nest-panel"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(8, 0, 8, 0);
    outer->setSpacing(8);
    says_ = new QLabel;
    says_->setObjectName(QStringLiteral("nest-says"));
    says_->setWordWrap(true);
    outer->addWidget(says_);
    progress_ = searchLine(QStringLiteral("nest-progress"));
    outer->addWidget(progress_);
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    closer_ = pushButton(QStringLiteral("nest"), tr("Lay them closer"));
    closer_->setToolTip(
        tr("Looks for closer places for all small pieces, for %1 seconds. Locked pieces stay.")
            .arg(seconds_));
    stop_ = pushButton(QStringLiteral("nest-stop"), tr("Take it as it is"));
    stop_->setToolTip(tr("Ends the search; the best way so far is kept."));
    row->addWidget(closer_);
    row->addWidget(stop_);
    row->addStretch(1);
    outer->addLayout(row);
    auto* links = new QHBoxLayout;
    links->setSpacing(16);
    another_ = linkButton(QStringLiteral("nest-another"), tr("Another way"));
    another_->setToolTip(tr("Looks again, from other first places."));
    fill_ = linkButton(QStringLiteral("nest-fill"), tr("Fill with spares"));
    fill_->setToolTip(tr("Puts spare copies where room is left, as many of each as it has copies."));
    links->addWidget(another_);
    links->addWidget(fill_);
    links->addStretch(1);
    outer->addLayout(links);
    connect(closer_, &QPushButton::clicked, this, [this] { begin(store_.job().sheets.nest_seed, false); });
    connect(another_, &QPushButton::clicked, this,
            [this] { begin(store_.job().sheets.nest_seed + 1, false); });
    connect(fill_, &QPushButton::clicked, this, [this] { begin(store_.job().sheets.nest_seed, true); });
    connect(stop_, &QPushButton::clicked, this, &NestPanel::stop);
    connect(&store_, &JobStore::changed, this, [this] {
        if (search_ && store_.revision() != search_->revision) {
            search_->stop.request_stop();
            search_.reset();
            service_.cancel(view());
            emit foundSoFar(nullptr);
        }
        refresh();
    });
    connect(&store_, &JobStore::foreseen, this, &NestPanel::refresh);
    refresh();
}

NestPanel::~NestPanel() {
    if (search_) search_->stop.request_stop();
}

void NestPanel::begin(int seed, bool spares) {
    const auto imposition = store_.sharedImposition();
    if (search_ || !imposition || !store_.upToDate()) return;
    auto search = std::make_shared<Search>();
    search->revision = store_.revision();
    search->seed = seed;
    search->spares = spares;
    search_ = search;
    last_.clear();
    progress_->setValue(0);
    service_.request(
        view(),
        [this, search, imposition, job = store_.printed(), seconds = seconds_,
         watched = store_.printedPiece() ? store_.printedPiece()->id
                                         : 0](const std::stop_token& quit) -> RenderService::Finish {
            const std::stop_callback on_quit(quit, [&] { search->stop.request_stop(); });
            auto shown = Clock::now() - shown_every;
            const auto tell = [&](const Job& found) {
                auto laid = std::make_shared<const Imposition>(impose(found));
                QMetaObject::invokeMethod(
                    this, [this, search, laid] { this->found(search, laid); }, Qt::QueuedConnection);
            };
            const auto better = [&](const NestingSoFar& so_far) {
                if (Clock::now() - shown < shown_every) return;
                shown = Clock::now();
                tell(withNested(job, *imposition, so_far.nestings, so_far.layouts, search->seed));
            };
            const auto sink = [this, search](double part) {
                QMetaObject::invokeMethod(
                    this,
                    [this, search, part] {
                        if (search_ == search) progress_->setValue(static_cast<int>(1000 * part));
                    },
                    Qt::QueuedConnection);
            };
            const Job best = nested(job, *imposition, {seconds, 0, search->seed, search->spares, watched},
                                    better, {search->stop.get_token(), sink});
            return [this, search, best] {
                if (search_ != search) return;
                search->best = best;
                search->any = true;
                end();
            };
        },
        Lane::background);
    refresh();
}

void NestPanel::found(const std::shared_ptr<Search>& search, std::shared_ptr<const Imposition> imposition) {
    if (search_ != search) return;
    const Used used = usedOf(*imposition);
    says_->setText(used.sheets > 1 ? tr("%1; trying %2 …").arg(usedText(*imposition)).arg(used.sheets - 1)
                                   : tr("%1; laying them closer …").arg(usedText(*imposition)));
    emit foundSoFar(std::move(imposition));
}

void NestPanel::stop() {
    if (search_) search_->stop.request_stop();
}

/// One search is one step of undo.
void NestPanel::end() {
    const std::shared_ptr<Search> search = std::move(search_);
    search_.reset();
    emit foundSoFar(nullptr);
    const Job laid = withPlacesOf(store_.job(), search->best);
    if (laid == store_.job()) {
        last_ = tr("Nothing closer was found.");
        return refresh();
    }
    last_ = search->spares ? tr("The room is filled.") : tr("Laid closer.");
    store_.edit(search->spares ? tr("fill the sheets with spares") : tr("lay the pieces closer"),
                [&](const Job&) { return laid; });
}

void NestPanel::refresh() {
    const auto imposition = store_.sharedImposition();
    const bool any = imposition && !sheetsToCut(*imposition).empty();
    const bool on = searching();
    closer_->setVisible(!on);
    stop_->setVisible(on);
    progress_->setVisible(on);
    for (QPushButton* button : {closer_, another_, fill_})
        button->setEnabled(any && !on && store_.upToDate());
    if (on) {
        if (says_->text().isEmpty() || !says_->text().contains(QChar(0x2026)))
            says_->setText(tr("Laying them out …"));
    } else if (any) {
        says_->setText(usedText(*imposition) + QLatin1Char('.') +
                       (last_.isEmpty() ? QString() : QLatin1Char(' ') + last_));
    }
}

}  // namespace tympan::app
