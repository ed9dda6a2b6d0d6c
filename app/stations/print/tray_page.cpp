#include "app/stations/print/tray_page.h"

#include <QCoreApplication>
#include <QScrollArea>
#include <algorithm>
#include <cmath>

#include "app/canvas/sheet_grid.h"
#include "app/look/theme.h"
#include "app/widgets/fitted_picture.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"

namespace tympan::app {

namespace {

struct TrayPageText {
    Q_DECLARE_TR_FUNCTIONS(TrayPage)
};

bool holds(const std::vector<TrayFault>& faults, const TrayFault& fault) {
    return std::find(faults.begin(), faults.end(), fault) != faults.end();
}

/// What is wrong with every sheet of several: said once.
std::vector<TrayFault> commonFaults(const Tried& tried) {
    if (tried.sheets.size() < 2) return {};
    std::vector<TrayFault> common = tried.sheets.front().faults;
    for (const TriedSheet& sheet : tried.sheets)
        std::erase_if(common, [&](const TrayFault& fault) { return !holds(sheet.faults, fault); });
    return common;
}

/// One sheet, and under it what is wrong with it alone.
QWidget* sheetIn(const TriedSheet& sheet, const std::vector<TrayFault>& common, int number, Unit unit,
                 int side_px) {
    const SheetCard card = sheetCard(QStringLiteral("tray"), number, sheet.name, sheet.paper, side_px);
    card.picture->setAccessibleName(TrayPageText::tr("%1, as it came out").arg(sheet.name));
    card.picture->show(sheet.picture);
    if (sheet.on_cloth)
        card.lines->addWidget(quietLabel(TrayPageText::tr("both passes, as they lie on the cloth")));
    for (const TrayFault& fault : sheet.faults)
        if (!holds(common, fault))
            card.lines->addWidget(markedLine(QStringLiteral("look"), theme().look, faultText(fault, unit)));
    if (sheet.faults.empty())
        card.lines->addWidget(
            markedLine(QStringLiteral("fine"), theme().text, TrayPageText::tr("as it should be")));
    return card.card;
}

}  // namespace

QString faultText(const TrayFault& fault, Unit unit) {
    using Kind = TrayFault::Kind;
    const QString amount = lengthText(std::round(std::abs(fault.mm) * 10) / 10, unit);
    const QString over = lengthText(told_over_mm, unit);
    switch (fault.kind) {
        case Kind::jammed:
            return TrayPageText::tr("It stuck in the printer: print it again.");
        case Kind::overhangs:
            return TrayPageText::tr(
                "It stuck: its tissue reaches beyond the sheet. Fold that back and fix it, or cut it.");
        case Kind::mirrored:
            return TrayPageText::tr(
                "It came out the other way round: stop. Look at the mirroring in the driver.");
        case Kind::width:
            return (fault.mm > 0 ? TrayPageText::tr("%1 too wide over %2")
                                 : TrayPageText::tr("%1 too narrow over %2"))
                .arg(amount, over);
        case Kind::height:
            return (fault.mm > 0 ? TrayPageText::tr("%1 too long over %2")
                                 : TrayPageText::tr("%1 too short over %2"))
                .arg(amount, over);
        case Kind::crooked:
            return TrayPageText::tr("fed crooked: %1 aside over %2").arg(amount, over);
        case Kind::beside:
            return TrayPageText::tr("%1 beside its place").arg(amount);
        case Kind::cut_off:
            return TrayPageText::tr("up to %1 more is left bare at an edge than the job keeps free")
                .arg(amount);
        case Kind::other_face:
            return TrayPageText::tr("It printed the other face: lay the sheets the other way round.");
        case Kind::white_beside:
            return TrayPageText::tr("the white lies up to %1 beside the colour").arg(amount);
    }
    return {};
}

TrayPage::TrayPage(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("tray-page"));
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(24, 16, 24, 8);
    down->setSpacing(6);
    auto* top = new QHBoxLayout;
    title_ = titleLabel({});
    title_->setObjectName(QStringLiteral("tray-title"));
    top->addWidget(title_, 1);
    QPushButton* back =
        linkButton(QStringLiteral("tray-back"), TrayPageText::tr("back to what is to be printed"));
    connect(back, &QPushButton::clicked, this, &TrayPage::closed);
    go_on_ = pushButton(QStringLiteral("tray-go-on"), TrayPageText::tr("Go on"));
    connect(go_on_, &QPushButton::clicked, this, [this] { emit goesOn(next_); });
    top->addWidget(go_on_);
    top->addWidget(back);
    down->addLayout(top);
    says_ = quietLabel({});
    says_->setObjectName(QStringLiteral("tray-says"));
    says_->setWordWrap(true);
    down->addWidget(says_);
    area_ = new QScrollArea;
    area_->setObjectName(QStringLiteral("tray-sheets"));
    area_->setWidgetResizable(true);
    area_->setFrameShape(QFrame::NoFrame);
    down->addWidget(area_, 1);
}

void TrayPage::show(const Tried& tried, Unit unit) {
    title_->setText(TrayPageText::tr("In the tray of %1").arg(tried.printer));
    const auto wrong = std::count_if(tried.sheets.begin(), tried.sheets.end(),
                                     [](const TriedSheet& sheet) { return !sheet.faults.empty(); });
    const QString all = counted(static_cast<qsizetype>(tried.sheets.size()), TrayPageText::tr("%1 sheet"),
                                TrayPageText::tr("%1 sheets"));
    const bool misses = std::any_of(tried.sheets.begin(), tried.sheets.end(), [](const TriedSheet& sheet) {
        return std::any_of(sheet.faults.begin(), sheet.faults.end(), [](const TrayFault& fault) {
            return fault.kind == TrayFault::Kind::white_beside;
        });
    });
    const int out = static_cast<int>(tried.sheets.size());
    next_ = tried.which.first + out;
    go_on_->setVisible(out < tried.of);
    go_on_->setText(TrayPageText::tr("Go on from sheet %1").arg(next_));
    says_->setText(
        out < tried.of
            ? TrayPageText::tr("Stopped: %1 of %2 are out. No paper was used: this printer is not there.")
                  .arg(out)
                  .arg(tried.of)
        : wrong == 0
            ? TrayPageText::tr("%1, as they should be. No paper was used: this printer is not there.")
                  .arg(all)
            : TrayPageText::tr(
                  "%1, %2 with something wrong. %3, and that is made up for. No paper was used: this "
                  "printer is not there.")
                  .arg(all)
                  .arg(wrong)
                  .arg(misses ? TrayPageText::tr("Measure what a sheet does between two passes")
                              : TrayPageText::tr("Measure a printer by its page")));
    const std::vector<TrayFault> common = commonFaults(tried);
    auto* body = new QWidget;
    auto* down = new QVBoxLayout(body);
    down->setContentsMargins(0, 8, 0, 8);
    down->setSpacing(12);
    if (!common.empty()) {
        QStringList words;
        for (const TrayFault& fault : common) words << faultText(fault, unit);
        QWidget* all_of_them =
            markedLine(QStringLiteral("look"), theme().look,
                       TrayPageText::tr("All of them: %1").arg(words.join(QStringLiteral("; "))));
        all_of_them->setObjectName(QStringLiteral("tray-common"));
        down->addWidget(all_of_them);
    }
    const int side_px = sheetSide(static_cast<int>(tried.sheets.size()));
    std::vector<QWidget*> cards;
    for (const TriedSheet& sheet : tried.sheets)
        cards.push_back(sheetIn(sheet, common, static_cast<int>(cards.size()) + 1, unit, side_px));
    down->addWidget(new SheetGrid(cards, side_px), 1);
    area_->setWidget(body);
}

}  // namespace tympan::app
