#include "app/stations/logbook/logbook_tray.h"

#include <QComboBox>
#include <QDateTime>
#include <QDoubleSpinBox>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QStackedWidget>

#include "app/canvas/face_view.h"
#include "app/model/known_methods.h"
#include "app/model/log_store.h"
#include "app/stations/logbook/ask_shelf.h"
#include "app/stations/logbook/next_time_edit.h"
#include "app/stations/logbook/proof_desk.h"
#include "app/stations/logbook/proof_page.h"
#include "app/stations/logbook/strip_desk.h"
#include "app/stations/logbook/strip_tray.h"
#include "app/widgets/ask_trouble.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/sideways.h"
#include "app/widgets/tray_parts.h"
#include "core/method/catalogue.h"

namespace tympan::app {

namespace {

constexpr int most_beside = 200;

Moment monthsAgo(int months) {
    return Moment{std::chrono::seconds{QDateTime::currentDateTime().addMonths(-months).toSecsSinceEpoch()}};
}

Moment now() { return Moment{std::chrono::seconds{QDateTime::currentSecsSinceEpoch()}}; }

}  // namespace

LogbookTray::LogbookTray(LogStore& store, StripDesk& strips, ProofDesk& proofs, QWidget* parent)
    : QWidget(parent), store_(store), strips_(strips), proofs_(proofs) {
    setObjectName(QStringLiteral("logbook-tray"));
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    parts_ = new QStackedWidget;
    parts_->addWidget(askPart());
    parts_->addWidget(piecePart());
    strip_tray_ = new StripTray(strips);
    parts_->addWidget(strip_tray_);
    proof_tray_ = new ProofTray(proofs);
    parts_->addWidget(proof_tray_);
    outer->addWidget(new Sideways(parts_));
    connect(&store_, &LogStore::changed, this, &LogbookTray::refresh);
    connect(&strips_, &StripDesk::changed, this, &LogbookTray::refresh);
    connect(&proofs_, &ProofDesk::changed, this, &LogbookTray::refresh);
    refresh();
}

QWidget* LogbookTray::askPart() {
    auto* part = new QWidget;
    auto* down = column();
    part->setLayout(down);
    down->addWidget(titleLabel(tr("Ask by")));
    auto* grid = fieldGrid();
    material_ = choiceBox(QStringLiteral("log-material"), tr("On what"), 230);
    method_ = choiceBox(QStringLiteral("log-method"), tr("Which way"), 230);
    printer_ = choiceBox(QStringLiteral("log-printer"), tr("Which printer"), 230);
    outcome_ = choiceBox(QStringLiteral("log-outcome"), tr("How it went"), 140);
    since_ = choiceBox(QStringLiteral("log-since"), tr("Since when"), 140);
    outcome_->addItem(tr("however it went"), QString());
    for (const Outcome each : {Outcome::held, Outcome::in_parts, Outcome::spoiled, Outcome::unsaid})
        outcome_->addItem(outcomeText(each), QString::fromLatin1(name(each).data()));
    since_->addItem(tr("ever"), 0);
    since_->addItem(tr("this month"), 1);
    since_->addItem(tr("three months"), 3);
    since_->addItem(tr("a year"), 12);
    int at = 0;
    for (const auto& [label, box] :
         {std::pair{tr("on"), material_}, {tr("way"), method_}, {tr("printer"), printer_}}) {
        grid->addWidget(quietLabel(label), at, 0);
        grid->addWidget(box, at++, 1);
    }
    at = 0;
    for (const auto& [label, box] : {std::pair{tr("went"), outcome_}, {tr("since"), since_}}) {
        grid->addWidget(quietLabel(label), at, 2);
        grid->addWidget(box, at++, 3);
    }
    auto* across = new QHBoxLayout;
    across->addLayout(grid);
    auto* tested = column();
    const auto way = [&](const char* name, const QString& label, const QString& about) {
        QPushButton* button = pushButton(QLatin1String(name), label);
        button->setProperty("low", true);
        auto* words = quietLabel(about);
        keepWide(words, 250);
        auto* row = new QHBoxLayout;
        keepWide(button, 120);
        row->addWidget(button);
        row->addWidget(words);
        tested->addLayout(row);
        return button;
    };
    connect(way("open-strips", tr("Test strips"),
                tr("Print one, transfer it, photograph it: what stays is measured, not guessed.")),
            &QPushButton::clicked, &strips_, &StripDesk::open);
    connect(way("open-proofs", tr("Proofs"), tr("What two shops made of a piece, beside a grey card.")),
            &QPushButton::clicked, &proofs_, &ProofDesk::open);
    connect(
        way("open-shelf", tr("On the shelf…"), tr("Bottles and pots: what is left, and what pieces cost.")),
        &QPushButton::clicked, this, [this] { askShelf(this, store_); });
    tested->addStretch(1);
    across->addSpacing(24);
    across->addLayout(tested);
    across->addStretch(1);
    down->addLayout(across);
    down->addStretch(1);
    for (QComboBox* box : {material_, method_, printer_, outcome_, since_})
        connect(box, &QComboBox::activated, this, &LogbookTray::ask);
    return part;
}

QWidget* LogbookTray::piecePart() {
    auto* part = new QWidget;
    auto* across = new QHBoxLayout(part);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(20);
    auto* went = column();
    went->addWidget(titleLabel(tr("How it went")));
    went_ = new ChoiceRow(QStringLiteral("log-went"), tr("How it went"), Qt::Vertical);
    for (const Outcome each : {Outcome::held, Outcome::in_parts, Outcome::spoiled})
        went_->add(QString::fromLatin1(name(each).data()), outcomeText(each));
    keepWide(went_, 130);
    went->addWidget(went_);
    went->addStretch(1);
    across->addLayout(went);
    auto* wrong = column();
    wrong->addWidget(strongLabel(tr("What was wrong")));
    fault_ = choiceBox(QStringLiteral("log-fault"), tr("What was wrong: then draw where"), 150);
    fault_->addItem(tr("nothing to draw"), -1);
    for (const Fault each : faults) fault_->addItem(faultText(each), static_cast<int>(each));
    wrong->addWidget(fault_);
    auto* trouble = linkButton(QStringLiteral("log-trouble"), tr("Causes and remedies…"));
    wrong->addWidget(trouble, 0, Qt::AlignLeft);
    draw_ = quietLabel(tr("Draw with the finger on the picture where it is."));
    keepWide(draw_, 150);
    wrong->addWidget(draw_);
    unfault_ = linkButton(QStringLiteral("log-unfault"), tr("take the last back"));
    wrong->addWidget(unfault_, 0, Qt::AlignLeft);
    wrong->addStretch(1);
    across->addLayout(wrong);
    auto* remembered = column();
    remembered->addWidget(strongLabel(tr("To remember")));
    notes_ = new QPlainTextEdit;
    notes_->setObjectName(QStringLiteral("log-notes"));
    notes_->setAccessibleName(tr("Notes"));
    notes_->setPlaceholderText(tr("in your words"));
    notes_->setFixedSize(170, 112);
    notes_->setTabChangesFocus(true);
    remembered->addWidget(notes_);
    remembered->addStretch(1);
    across->addLayout(remembered);
    auto* resolved = column();
    resolved->addWidget(strongLabel(tr("Next time")));
    next_ = new NextTimeEdit;
    keepWide(next_, 200);
    resolved->addWidget(next_);
    resolved->addStretch(1);
    across->addLayout(resolved);
    auto* after = column();
    after->addWidget(strongLabel(tr("Since then")));
    later_ = choiceBox(QStringLiteral("log-later"), tr("What happened later"), 160);
    later_->addItem(tr("it was washed"), static_cast<int>(Later::washed));
    later_->addItem(tr("a month on the wall"), static_cast<int>(Later::on_the_wall));
    later_->addItem(tr("given away"), static_cast<int>(Later::given));
    later_->addItem(tr("sent"), static_cast<int>(Later::sent));
    after->addWidget(later_);
    later_words_ = new QLineEdit;
    later_words_->setObjectName(QStringLiteral("log-later-words"));
    later_words_->setAccessibleName(tr("To whom, or how it looked"));
    later_words_->setPlaceholderText(tr("to whom, how it looked"));
    keepWide(later_words_, 160);
    after->addWidget(later_words_);
    QPushButton* note = pushButton(QStringLiteral("log-note-later"), tr("Note it"));
    note->setProperty("low", true);
    after->addWidget(note, 0, Qt::AlignLeft);
    after->addStretch(1);
    across->addLayout(after);
    auto* compare = column();
    compare->addWidget(strongLabel(tr("Lay beside it")));
    beside_ = choiceBox(QStringLiteral("log-beside"), tr("Another piece beside it"), 160);
    compare->addWidget(beside_);
    compare->addWidget(strongLabel(tr("Photographs")));
    auto* two = new QHBoxLayout;
    two->setSpacing(8);
    for (const auto& [of, label] :
         {std::pair{Photograph::Of::before, tr("before…")}, {Photograph::Of::after, tr("after…")}}) {
        QPushButton* add =
            pushButton(QStringLiteral("log-photograph-") + QLatin1String(name(of).data()), label);
        add->setProperty("low", true);
        two->addWidget(add);
        connect(add, &QPushButton::clicked, this, [this, of = of] { emit photographWanted(of); });
    }
    compare->addLayout(two);
    bought_ = new QDoubleSpinBox;
    bought_->setObjectName(QStringLiteral("log-bought"));
    bought_->setAccessibleName(tr("What was bought for it alone"));
    bought_->setToolTip(tr("What was bought for this piece alone cost, in your money."));
    bought_->setRange(0, 1e6);
    bought_->setPrefix(tr("bought "));
    bought_->setSpecialValueText(tr("nothing bought"));
    keepWide(bought_, 160);
    compare->addWidget(bought_);
    compare->addStretch(1);
    across->addLayout(compare);
    across->addStretch(1);
    connect(went_, &ChoiceRow::picked, this, [this](const QString& id) {
        store_.change([&](LogEntry& entry) {
            for (const Outcome each : outcomes)
                if (id == QLatin1String(name(each).data())) entry.outcome = each;
        });
    });
    connect(notes_, &QPlainTextEdit::textChanged, this, [this] {
        store_.change([&](LogEntry& entry) { entry.notes = notes_->toPlainText().toStdString(); });
    });
    connect(next_, &NextTimeEdit::said, this,
            [this](const NextTime& next) { store_.change([&](LogEntry& entry) { entry.next = next; }); });
    connect(fault_, &QComboBox::activated, this, [this] {
        const int fault = fault_->currentData().toInt();
        store_.draw(fault < 0 ? std::nullopt : std::optional(static_cast<Fault>(fault)));
    });
    connect(trouble, &QPushButton::clicked, this, &LogbookTray::saidTrouble);
    connect(unfault_, &QPushButton::clicked, this, [this] {
        store_.change([](LogEntry& entry) {
            if (!entry.faults.empty()) entry.faults.pop_back();
        });
    });
    connect(bought_, &QDoubleSpinBox::valueChanged, this,
            [this](double cost) { store_.change([&](LogEntry& entry) { entry.bought = cost; }); });
    connect(note, &QPushButton::clicked, this, &LogbookTray::later);
    connect(beside_, &QComboBox::activated, this, [this] {
        const std::string id = beside_->currentData().toString().toStdString();
        if (id.empty())
            store_.open(store_.entry()->id);
        else
            store_.layBeside(id);
    });
    return part;
}

void LogbookTray::fill(QComboBox& list, const char* field, const std::string& chosen) {
    list.clear();
    list.addItem(tr("anything"), QString());
    const auto values = store_.answer().values.find(field);
    if (values == store_.answer().values.end()) return;
    for (const std::string& value : values->second) {
        if (value.empty()) continue;
        QString words = QString::fromStdString(value);
        if (std::string_view(field) == "material") words = materialText(value);
        if (std::string_view(field) == "method")
            for (const Method& method : shippedMethods())
                if (method.id == value) words = QString::fromStdString(method.name);
        list.addItem(words, QString::fromStdString(value));
    }
    list.setCurrentIndex(std::max(0, list.findData(QString::fromStdString(chosen))));
}

void LogbookTray::ask() {
    Asked asked = store_.asked();
    asked.material = material_->currentData().toString().toStdString();
    asked.method = method_->currentData().toString().toStdString();
    asked.printer = printer_->currentData().toString().toStdString();
    asked.outcome.reset();
    for (const Outcome each : outcomes)
        if (outcome_->currentData().toString() == QLatin1String(name(each).data())) asked.outcome = each;
    asked.since.reset();
    if (const int months = since_->currentData().toInt(); months > 0) asked.since = monthsAgo(months);
    store_.ask(asked);
}

/// What went wrong is said afterwards, too: what was looked for at the table, and what to do next time.
void LogbookTray::saidTrouble() {
    const LogEntry* entry = store_.entry();
    if (!entry) return;
    const Method* method = knownMethod(QString::fromStdString(entry->method));
    TroubleAsked asked{{entry->method, entry->printer_kind, Work::look}, {}, {}};
    if (method) asked.steps = method->steps;
    const std::string id = entry->id;
    const auto answer = askTrouble(this, asked);
    if (!answer || !store_.entry() || store_.entry()->id != id) return;
    store_.change([&](LogEntry& changed) {
        if (!answer->trouble.empty()) changed.troubles.push_back(answer->trouble);
        if (!answer->words.empty()) changed.wrong.push_back(answer->words);
        if (answer->next) changed.next = *answer->next;
    });
}

void LogbookTray::later() {
    LaterEvent event;
    event.what = static_cast<Later>(later_->currentData().toInt());
    event.at = now();
    const QString words = later_words_->text().trimmed();
    event.words =
        (words.isEmpty() ? later_->currentText() : later_->currentText() + QStringLiteral(": ") + words)
            .toStdString();
    if (store_.change([&](LogEntry& entry) { entry.later.push_back(event); })) later_words_->clear();
}

void LogbookTray::refresh() {
    parts_->setCurrentIndex(strips_.isOpen() ? 2 : proofs_.isOpen() ? 3 : store_.entry() ? 1 : 0);
    const LogEntry* entry = store_.entry();
    if (!entry) {
        fill(*material_, "material", store_.asked().material);
        fill(*method_, "method", store_.asked().method);
        fill(*printer_, "printer", store_.asked().printer);
        return;
    }
    went_->choose(QString::fromLatin1(name(entry->outcome).data()));
    fault_->setCurrentIndex(fault_->findData(store_.drawing() ? static_cast<int>(*store_.drawing()) : -1));
    const bool can_draw = entry->size.width > 0 && !store_.picture(entry->id).isNull();
    fault_->setEnabled(can_draw);
    draw_->setVisible(store_.drawing().has_value());
    unfault_->setVisible(!entry->faults.empty());
    if (!bought_->hasFocus()) {
        const QSignalBlocker quiet_bought(bought_);
        bought_->setValue(entry->bought);
    }
    // Not under the hand that types.
    if (const QString notes = QString::fromStdString(entry->notes); notes_->toPlainText() != notes) {
        const QSignalBlocker quiet(notes_);
        notes_->setPlainText(notes);
    }
    next_->show(entry->next, knownMethod(QString::fromStdString(entry->method)));
    const QString chosen = store_.beside() ? QString::fromStdString(store_.beside()->id) : QString();
    beside_->clear();
    beside_->addItem(tr("none"), QString());
    for (const LogLine& line : store_.lines()) {
        if (line.id == entry->id || beside_->count() > most_beside) continue;
        beside_->addItem(
            QStringLiteral("%1, %2").arg(QString::fromStdString(line.name), outcomeText(line.outcome)),
            QString::fromStdString(line.id));
    }
    beside_->setCurrentIndex(std::max(0, beside_->findData(chosen)));
}

}  // namespace tympan::app
