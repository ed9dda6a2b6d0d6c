#include "app/stations/object/method_about.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <algorithm>

#include "app/widgets/tray_parts.h"
#include "app/words/words.h"

namespace tympan::app {

namespace {

QPlainTextEdit* lines(const char* name, const QString& accessible) {
    auto* edit = new QPlainTextEdit;
    edit->setObjectName(QLatin1String(name));
    edit->setAccessibleName(accessible);
    edit->setTabChangesFocus(true);
    edit->setFixedHeight(84);
    return edit;
}

std::vector<std::string> read(const QPlainTextEdit* edit) {
    std::vector<std::string> texts;
    for (const QString& line : edit->toPlainText().split(QLatin1Char('\n'), Qt::SkipEmptyParts))
        if (!line.trimmed().isEmpty()) texts.push_back(line.trimmed().toStdString());
    return texts;
}

/// What is typed stays where it is typed: only another text is set.
void write(QPlainTextEdit* edit, const std::vector<std::string>& texts) {
    if (read(edit) == texts) return;
    QStringList list;
    for (const std::string& each : texts) list << text(each);
    edit->setPlainText(list.join(QLatin1Char('\n')));
}

bool isLaidFaceDown(const Method& method) { return method.turns.size() % 2 == 1; }

}  // namespace

MethodAbout::MethodAbout(QWidget* parent) : QWidget(parent) {
    auto* form = rows();
    form->setFieldGrowthPolicy(QFormLayout::AllNonFixedFieldsGrow);
    form->setContentsMargins(12, 12, 12, 12);
    setLayout(form);
    summary_ = new QLineEdit;
    summary_->setObjectName(QStringLiteral("own-summary"));
    laid_ = new QCheckBox(tr("the print is laid face down: it is printed mirrored"));
    laid_->setObjectName(QStringLiteral("own-turn"));
    tone_ = new QComboBox;
    tone_->setObjectName(QStringLiteral("own-tone"));
    tone_->addItems({tr("grey"), tr("colour"), tr("as the picture is")});
    media_ = new QLineEdit;
    media_->setObjectName(QStringLiteral("own-media"));
    before_ = lines("own-before", tr("Before you print"));
    after_ = lines("own-after", tr("After printing"));
    auto* printers = new QHBoxLayout;
    printers->setSpacing(16);
    for (const std::string& kind : printerKindNames()) {
        auto* box = new QCheckBox(printerText(kind));
        box->setObjectName(QStringLiteral("own-printer-") + QString::fromStdString(kind));
        printers->addWidget(box);
        kinds_.emplace_back(printerKindNamed(kind), box);
    }
    printers->addStretch(1);
    form->addRow(tr("In a sentence"), summary_);
    form->addRow(tr("On the object"), laid_);
    form->addRow(tr("Printers"), printers);
    form->addRow(tr("Tone"), tone_);
    form->addRow(tr("Media type"), media_);
    form->addRow(tr("Before you print"), before_);
    form->addRow(tr("After printing"), after_);
    for (QLineEdit* each : {summary_, media_})
        connect(each, &QLineEdit::editingFinished, this, &MethodAbout::take);
    for (QPlainTextEdit* each : {before_, after_})
        connect(each, &QPlainTextEdit::textChanged, this, &MethodAbout::take);
    connect(laid_, &QCheckBox::toggled, this, &MethodAbout::take);
    connect(tone_, &QComboBox::activated, this, &MethodAbout::take);
    for (const auto& [kind, box] : kinds_) connect(box, &QCheckBox::toggled, this, &MethodAbout::take);
}

void MethodAbout::show(const Method& method) {
    showing_ = true;
    method_ = method;
    // What is typed and not taken yet stays.
    if (!summary_->isModified()) summary_->setText(text(method.summary));
    if (!media_->isModified()) media_->setText(text(method.media_type));
    laid_->setChecked(isLaidFaceDown(method));
    tone_->setCurrentIndex(static_cast<int>(method.advice));
    write(before_, method.before_printing);
    write(after_, method.after_printing);
    for (const auto& [kind, box] : kinds_)
        box->setChecked(std::find(method.printers.begin(), method.printers.end(), kind) !=
                        method.printers.end());
    showing_ = false;
}

void MethodAbout::take() {
    if (showing_) return;
    Method own = method_;
    for (QLineEdit* each : {summary_, media_}) each->setModified(false);
    if (!summary_->text().trimmed().isEmpty()) own.summary = summary_->text().trimmed().toStdString();
    if (laid_->isChecked() != isLaidFaceDown(own))
        own.turns = laid_->isChecked() ? std::vector<std::string>{"the print is laid face down"}
                                       : std::vector<std::string>{};
    own.advice = static_cast<InkAdvice>(tone_->currentIndex());
    if (!media_->text().trimmed().isEmpty()) own.media_type = media_->text().trimmed().toStdString();
    own.before_printing = read(before_);
    own.after_printing = read(after_);
    own.printers.clear();
    for (const auto& [kind, box] : kinds_) {
        if (!box->isChecked()) continue;
        own.printers.push_back(kind);
        std::erase_if(own.not_printers, [&](const Misfit& each) { return each.what == id(kind); });
    }
    if (own == method_) return;
    method_ = own;
    emit changed(own);
}

}  // namespace tympan::app
