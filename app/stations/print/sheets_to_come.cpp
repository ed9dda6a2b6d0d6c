#include "app/stations/print/sheets_to_come.h"

#include <QDateTime>
#include <QLabel>
#include <QLocale>
#include <QScrollArea>
#include <QVBoxLayout>
#include <algorithm>

#include "app/canvas/sheet_grid.h"
#include "app/look/theme.h"
#include "app/look/to_image.h"
#include "app/model/job_store.h"
#include "app/model/printers.h"
#include "app/model/render_service.h"
#include "app/stations/print/print_follow.h"
#include "app/widgets/fitted_picture.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/pdf/sheets_pdf.h"

namespace tympan::app {

namespace {

constexpr int most_shown = 48;
const QString view = QStringLiteral("sheets to come");

}  // namespace

SheetsToCome::SheetsToCome(JobStore& store, RenderService& service, PrintFollow& follow, QWidget* parent)
    : QWidget(parent), store_(store), service_(service), follow_(follow) {
    setObjectName(QStringLiteral("sheets-to-come"));
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(24, 16, 24, 8);
    down->setSpacing(6);
    title_ = titleLabel({});
    title_->setObjectName(QStringLiteral("to-come-title"));
    down->addWidget(title_);
    says_ = quietLabel({});
    says_->setObjectName(QStringLiteral("to-come-says"));
    says_->setWordWrap(true);
    down->addWidget(says_);
    area_ = new QScrollArea;
    area_->setObjectName(QStringLiteral("to-come-sheets"));
    area_->setWidgetResizable(true);
    area_->setFrameShape(QFrame::NoFrame);
    down->addWidget(area_, 1);
    const auto again = [this] {
        if (isVisible()) refresh();
    };
    connect(&store_, &JobStore::changed, this, again);
    connect(&store_, &JobStore::foreseen, this, again);
    connect(&follow_, &PrintFollow::changed, this, again);
}

void SheetsToCome::showEvent(QShowEvent*) { refresh(); }

std::optional<Printing> SheetsToCome::lastOut(const Text& sheet) const {
    for (const Printing& printing : follow_.before()) {
        if (!printing.missing) continue;
        const auto at = std::find(printing.sheets.begin(), printing.sheets.end(), inEnglish(sheet));
        if (at == printing.sheets.end()) continue;
        const int number = static_cast<int>(at - printing.sheets.begin()) + 1;
        if (std::find(printing.missing->begin(), printing.missing->end(), number) == printing.missing->end())
            return printing;
    }
    return {};
}

void SheetsToCome::refresh() {
    const Piece* piece = store_.piece();
    if (!piece) {
        title_->setText(tr("Nothing to print yet. Drop a picture, or press Ctrl+O."));
        says_->clear();
        delete area_->takeWidget();
        pictures_.clear();
        return service_.cancel(view);
    }
    const Printer& printer = printerOf(store_.job(), *piece);
    title_->setText(tr("Sheets for %1").arg(printerName(printer)));
    // While they are laid out again, those that were are shown.
    if (!store_.upToDate()) return;
    pictures_.clear();
    if (!store_.sharedImposition()) {
        says_->setText(tr("There are no sheets: see Sheets."));
        delete area_->takeWidget();
        return service_.cancel(view);
    }
    const auto sheets = std::make_shared<const Imposition>(
        onlyPrintedBy(*store_.sharedImposition(), store_.printed(), printer.id));
    const auto all = static_cast<int>(sheets->sheets.size()), shown = std::min(all, most_shown);
    const QString paper = QString::fromStdString(store_.job().sheets.paper.name);
    says_->setText(all == 1 ? tr("One sheet of %1, as it will leave the printer.").arg(paper)
                            : tr("%1 sheets of %2, as they will leave the printer.").arg(all).arg(paper) +
                                  (all > shown ? tr(" The first %1 are shown.").arg(shown) : QString()));
    const int side = sheetSide(all);
    std::vector<QWidget*> cards;
    for (int i = 0; i < shown; ++i) {
        const Sheet& sheet = sheets->sheets[static_cast<std::size_t>(i)];
        const Text label = sheetLabel(store_.printed(), sheet);
        const QString name = text(label);
        const SheetCard card = sheetCard(QStringLiteral("to-come"), i + 1, name, sheet.page, side);
        card.picture->setAccessibleName(tr("%1, as it will come out").arg(name));
        if (sheet.passes > 1) card.lines->addWidget(quietLabel(tr("twice: the colour, then the white")));
        if (const auto out = lastOut(label)) {
            const QString on =
                QLocale().toString(QDateTime::fromSecsSinceEpoch(out->begun).date(), QLocale::ShortFormat);
            card.lines->addWidget(markedLine(QStringLiteral("fine"), theme().text,
                                             out->pass < sheet.passes
                                                 ? tr("its colour came out on %1").arg(on)
                                                 : tr("came out on %1").arg(on)));
        }
        pictures_.push_back(card.picture);
        cards.push_back(card.card);
    }
    area_->setWidget(new SheetGrid(cards, side));
    draw(store_.printed(), sheets, shown);
}

void SheetsToCome::draw(const Job& job, std::shared_ptr<const Imposition> sheets, int count) {
    const double px = sheetSide(count) * devicePixelRatioF();
    service_.request(
        view, [this, job, sheets, count, px](const std::stop_token& stop) -> RenderService::Finish {
            std::vector<QImage> made;
            for (int i = 0; i < count; ++i) {
                const auto number = static_cast<std::size_t>(i);
                const SizeMm& page = sheets->sheets[number].page;
                const double ppi = mm_per_inch * px / std::max(page.width, page.height);
                made.push_back(toImage(sheetPicture(language(), job, *sheets, number, ppi, {stop, {}})));
            }
            return [this, made] {
                for (std::size_t i = 0; i < std::min(made.size(), pictures_.size()); ++i)
                    pictures_[i]->show(made[i]);
            };
        });
}

}  // namespace tympan::app
