#include "app/stations/logbook/next_time_edit.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QLineEdit>

#include "app/widgets/tray_parts.h"
#include "app/words/words.h"

namespace tympan::app {

namespace {

using Change = NextTime::Change;

QString changeText(Change change) {
    switch (change) {
        case Change::said:
            return NextTimeEdit::tr("remind me");
        case Change::coats:
            return NextTimeEdit::tr("more coats");
        case Change::wait:
            return NextTimeEdit::tr("wait, hours");
        case Change::also:
            return NextTimeEdit::tr("do it");
        case Change::without:
            return NextTimeEdit::tr("leave it out");
    }
    return {};
}

}  // namespace

NextTimeEdit::NextTimeEdit(QWidget* parent) : QWidget(parent) {
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(0, 0, 0, 0);
    down->setSpacing(5);
    words_ = new QLineEdit;
    words_->setObjectName(QStringLiteral("log-next"));
    words_->setAccessibleName(tr("Next time"));
    words_->setPlaceholderText(tr("what you would do"));
    down->addWidget(words_);
    step_ = choiceBox(QStringLiteral("log-next-step"), tr("At which step"), 200);
    down->addWidget(step_);
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    change_ = choiceBox(QStringLiteral("log-next-change"), tr("What is done otherwise"), 120);
    value_ = new QDoubleSpinBox;
    value_->setObjectName(QStringLiteral("log-next-value"));
    value_->setAccessibleName(tr("How much"));
    keepWide(value_, 74);
    row->addWidget(change_);
    row->addWidget(value_);
    row->addStretch(1);
    down->addLayout(row);
    connect(words_, &QLineEdit::editingFinished, this, &NextTimeEdit::tell);
    connect(step_, &QComboBox::activated, this, [this] {
        fillChanges();
        refresh();
        tell();
    });
    connect(change_, &QComboBox::activated, this, [this] {
        refresh();
        tell();
    });
    connect(value_, &QDoubleSpinBox::valueChanged, this, &NextTimeEdit::tell);
}

const Step* NextTimeEdit::step() const {
    const std::string id = step_->currentData().toString().toStdString();
    for (const Step& each : method_.steps)
        if (each.id == id) return &each;
    return nullptr;
}

void NextTimeEdit::show(const NextTime& next, const Method* method) {
    const QSignalBlocker quiet(value_);
    if (!words_->hasFocus()) {
        words_->setText(QString::fromStdString(next.words));
        words_->setCursorPosition(0);  // of long words the begin is seen
    }
    method_ = method ? *method : Method();
    step_->clear();
    step_->addItem(tr("at no step"), QString());
    for (const Step& each : method_.steps)
        step_->addItem(tr("at: %1").arg(text(shortName(each))), QString::fromStdString(each.id));
    step_->setCurrentIndex(std::max(0, step_->findData(QString::fromStdString(next.step))));
    step_->setVisible(!method_.steps.empty());
    fillChanges();
    change_->setCurrentIndex(std::max(0, change_->findData(static_cast<int>(next.change))));
    refresh();
    if (next.change == Change::wait) value_->setValue(next.value / 60);
    if (next.change == Change::coats) value_->setValue(next.value);
}

void NextTimeEdit::fillChanges() {
    change_->clear();
    if (const Step* at = step())
        for (const Change each : changesOf(*at)) change_->addItem(changeText(each), static_cast<int>(each));
}

void NextTimeEdit::refresh() {
    const QSignalBlocker quiet(value_);
    const Step* at = step();
    change_->setVisible(at);
    const auto change = static_cast<Change>(change_->currentData().toInt());
    const bool coats = at && change == Change::coats, wait = at && change == Change::wait;
    value_->setVisible(coats || wait);
    if (coats) {
        value_->setDecimals(0);
        value_->setRange(1, 9);
    } else if (wait) {
        value_->setDecimals(1);
        value_->setRange(0, 700);
        if (value_->value() <= 0 || value_->value() == 1) value_->setValue(at->wait->typical_min / 60);
    }
}

void NextTimeEdit::tell() {
    NextTime next{words_->text().trimmed().toStdString()};
    if (const Step* at = step()) {
        next.step = at->id;
        next.change = static_cast<Change>(change_->currentData().toInt());
        if (next.change == Change::coats) next.value = value_->value();
        if (next.change == Change::wait) next.value = value_->value() * 60;
    }
    emit said(next);
}

}  // namespace tympan::app
