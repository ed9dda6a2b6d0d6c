#include "app/stations/print/print_card.h"

#include <QCoreApplication>
#include <QDateTime>
#include <QLocale>
#include <QSpinBox>

#include "app/stations/print/print_follow.h"
#include "app/widgets/tray_parts.h"
#include "app/words/finding_words.h"
#include "app/words/words.h"

namespace tympan::app {

namespace {

constexpr std::size_t most_before = 3;

struct PrintCardText {
    Q_DECLARE_TR_FUNCTIONS(PrintCard)
};

/// What the printer wants, in words; empty for what needs no hand.
QString wish(const std::string& reason) {
    if (reason == "media-empty" || reason == "media-needed") return PrintCardText::tr("no paper");
    if (reason == "media-jam") return PrintCardText::tr("paper has stuck");
    if (reason == "door-open" || reason == "cover-open") return PrintCardText::tr("it is open");
    if (reason == "toner-empty" || reason == "marker-supply-empty")
        return PrintCardText::tr("its ink or toner is used up");
    if (reason == "toner-low" || reason == "marker-supply-low")
        return PrintCardText::tr("ink or toner runs low");
    if (reason == "offline" || reason == "offline-report") return PrintCardText::tr("it is switched off");
    if (reason == "paused") return PrintCardText::tr("it is held back");
    return {};
}

QString wishes(const std::vector<std::string>& reasons) {
    QStringList words;
    for (const std::string& reason : reasons)
        if (const QString each = wish(reason); !each.isEmpty() && !words.contains(each)) words << each;
    return words.isEmpty() ? QString() : QStringLiteral(" (%1)").arg(words.join(QStringLiteral(", ")));
}

QString sheets(qsizetype count) {
    return counted(count, PrintCardText::tr("%1 sheet"), PrintCardText::tr("%1 sheets"));
}

QString sentence(const PrintFollow::Under& under) {
    using State = workshop::PrintProgress::State;
    const workshop::PrintProgress& at = under.progress;
    const qsizetype count = static_cast<qsizetype>(under.sent.places.size());
    const QString printer = QString::fromStdString(under.sent.printer);
    switch (at.state) {
        case State::waiting:
            return PrintCardText::tr("%1: %2 wait for their turn%3.")
                .arg(printer, sheets(count), wishes(at.reasons));
        case State::printing:
            return at.sheets > 0 ? PrintCardText::tr("%1 prints: %2 of %3 are out.")
                                       .arg(printer)
                                       .arg(at.sheets)
                                       .arg(count)
                                 : PrintCardText::tr("%1 prints %2.").arg(printer, sheets(count));
        case State::stopped:
            return at.sheets > 0 ? PrintCardText::tr("%1 waits for you%2. %3 of %4 are out.")
                                       .arg(printer, wishes(at.reasons))
                                       .arg(at.sheets)
                                       .arg(count)
                   : wishes(at.reasons).isEmpty()
                       ? PrintCardText::tr("%1 has stopped: look at it.").arg(printer)
                       : PrintCardText::tr("%1 waits for you%2.").arg(printer, wishes(at.reasons));
        case State::done:
            return PrintCardText::tr("%1 is done with %2. Did all come out well?")
                .arg(printer, sheets(count));
        case State::given_up:
            return at.sheets >= 0 ? PrintCardText::tr("%1 stopped after about %2 of %3.")
                                        .arg(printer)
                                        .arg(at.sheets)
                                        .arg(count)
                                  : PrintCardText::tr("%1 stopped before it was done with %2.")
                                        .arg(printer, sheets(count));
        case State::unknown:
            return PrintCardText::tr("%1 no longer says how far it is with %2. What came out?")
                .arg(printer, sheets(count));
    }
    return {};
}

QString sentence(const Printing& printing) {
    const QString when =
        QLocale().toString(QDateTime::fromSecsSinceEpoch(printing.begun), QLocale::ShortFormat);
    const auto count = static_cast<qsizetype>(printing.sheets.size());
    const QString what =
        PrintCardText::tr("%1, %2: %3").arg(when, QString::fromStdString(printing.printer), sheets(count));
    if (!printing.missing) return PrintCardText::tr("%1, nobody said what came out").arg(what);
    if (printing.missing->empty()) return PrintCardText::tr("%1, all came out").arg(what);
    const auto name = [&](int number) {
        return QString::fromStdString(printing.sheets[static_cast<std::size_t>(number - 1)]);
    };
    const int first = printing.missing->front(), last = printing.missing->back();
    return first == last ? PrintCardText::tr("%1, %2 was missing").arg(what, name(first))
                         : PrintCardText::tr("%1, %2 to %3 were missing").arg(what, name(first), name(last));
}

}  // namespace

PrintCard::PrintCard(PrintFollow& follow, QWidget* parent) : QWidget(parent), follow_(follow) {
    setObjectName(QStringLiteral("print-card"));
    auto* outer = column();
    setLayout(outer);
    outer->setContentsMargins(24, 16, 24, 0);
    now_ = new QWidget;
    auto* down = column();
    now_->setLayout(down);
    auto* top = new QHBoxLayout;
    top->setSpacing(16);
    says_ = strongLabel({});
    says_->setObjectName(QStringLiteral("print-says"));
    says_->setWordWrap(true);
    top->addWidget(says_, 1);
    stop_ = pushButton(QStringLiteral("print-stop"), PrintCardText::tr("Stop printing"));
    top->addWidget(stop_);
    down->addLayout(top);
    asks_ = new QWidget;
    auto* row = new QHBoxLayout(asks_);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(8);
    all_ = pushButton(QStringLiteral("print-all-out"), PrintCardText::tr("All came out"));
    row->addWidget(all_);
    row->addSpacing(16);
    const auto spin = [&](const char* name, const QString& words) {
        auto* made = new QSpinBox;
        made->setObjectName(QLatin1String(name));
        made->setAccessibleName(words);
        keepWide(made, 72);
        return made;
    };
    first_ = spin("print-missing-first", PrintCardText::tr("The first sheet that is missing"));
    last_ = spin("print-missing-last", PrintCardText::tr("The last sheet that is missing"));
    row->addWidget(new QLabel(PrintCardText::tr("missing: from the")));
    row->addWidget(first_);
    row->addWidget(new QLabel(PrintCardText::tr("to the")));
    row->addWidget(last_);
    range_ = quietLabel({});
    range_->setObjectName(QStringLiteral("print-missing-names"));
    range_->setWordWrap(false);
    row->addWidget(range_);
    missing_ = pushButton(QStringLiteral("print-missing"), PrintCardText::tr("Print those"));
    row->addWidget(missing_);
    row->addStretch(1);
    down->addWidget(asks_);
    outer->addWidget(now_);
    white_ = new QWidget;
    auto* next = new QHBoxLayout(white_);
    next->setContentsMargins(0, 0, 0, 0);
    next->setSpacing(16);
    white_says_ = strongLabel({});
    white_says_->setObjectName(QStringLiteral("print-white-says"));
    white_says_->setWordWrap(true);
    next->addWidget(white_says_, 1);
    QPushButton* white = pushButton(QStringLiteral("print-white"), PrintCardText::tr("Print the white"));
    next->addWidget(white);
    outer->addWidget(white_);
    connect(white, &QPushButton::clicked, &follow_, &PrintFollow::printWhite);
    before_ = quietLabel({});
    before_->setObjectName(QStringLiteral("print-before"));
    outer->addWidget(before_);
    connect(stop_, &QPushButton::clicked, &follow_, &PrintFollow::stop);
    connect(all_, &QPushButton::clicked, &follow_, &PrintFollow::allCameOut);
    connect(missing_, &QPushButton::clicked, this,
            [this] { follow_.areMissing(first_->value(), last_->value()); });
    connect(first_, &QSpinBox::valueChanged, this, [this](int first) {
        last_->setMinimum(first);
        sayRange();
    });
    connect(last_, &QSpinBox::valueChanged, this, &PrintCard::sayRange);
    connect(&follow_, &PrintFollow::changed, this, &PrintCard::refresh);
    refresh();
}

void PrintCard::sayRange() {
    if (!follow_.under()) return;
    const QStringList names = namesOf(follow_.under()->sent);
    const QString first = names.value(first_->value() - 1), last = names.value(last_->value() - 1);
    range_->setText(first_->value() == last_->value() ? QStringLiteral("(%1)").arg(first)
                                                      : PrintCardText::tr("(%1 to %2)").arg(first, last));
}

void PrintCard::refresh() {
    const auto& under = follow_.under();
    now_->setVisible(under.has_value());
    if (under) {
        says_->setText(sentence(*under));
        stop_->setVisible(!under->over());
        asks_->setVisible(under->over());
        if (under->over() && asked_of_ != under->sent.number) {
            asked_of_ = under->sent.number;
            const auto count = static_cast<int>(under->sent.places.size());
            const bool whole = under->progress.state == workshop::PrintProgress::State::done;
            first_->setRange(1, count);
            last_->setRange(1, count);
            last_->setValue(count);
            first_->setValue(whole ? count : std::clamp(under->progress.sheets + 1, 1, count));
        }
        sayRange();
    }
    const QStringList white = under ? QStringList() : follow_.whiteNext();
    white_->setVisible(!white.isEmpty());
    white_says_->setText(
        white.size() == 1
            ? PrintCardText::tr(
                  "The colour is out. Lay that sheet in again (%1), the same way up and the same edge first.")
                  .arg(white.front())
            : PrintCardText::tr(
                  "The colour is out. Lay those %1 sheets in again, the same way up and the same edge "
                  "first, in this order: %2.")
                  .arg(white.size())
                  .arg(white.join(QStringLiteral(", "))));
    QStringList lines;
    for (const Printing& each : follow_.before()) {
        if (static_cast<std::size_t>(lines.size()) == most_before) break;
        lines << sentence(each);
    }
    before_->setText(lines.isEmpty()
                         ? QString()
                         : PrintCardText::tr("Printed before:\n%1").arg(lines.join(QLatin1Char('\n'))));
    before_->setVisible(!lines.isEmpty());
    setVisible(under.has_value() || !white.isEmpty() || !lines.isEmpty());
}

}  // namespace tympan::app
