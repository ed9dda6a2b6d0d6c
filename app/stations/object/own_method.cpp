#include "app/stations/object/own_method.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialog>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSpinBox>

#include "app/model/known_methods.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"

namespace tympan::app {

namespace {

struct OwnMethodText {
    Q_DECLARE_TR_FUNCTIONS(OwnMethod)
};

/// "user:my-gel-way", not taken yet.
std::string freshId(const QString& name) {
    QString plain;
    for (const QChar c : name.toLower())
        plain += c.isLetterOrNumber() && c.unicode() < 128 ? c : QLatin1Char('-');
    plain = plain.simplified();
    while (plain.contains(QStringLiteral("--"))) plain.replace(QStringLiteral("--"), QStringLiteral("-"));
    if (plain.isEmpty() || plain == QStringLiteral("-")) plain = QStringLiteral("own-way");
    QString id = QString::fromUtf8(user_prefix.data()) + plain;
    for (int i = 2; knownMethod(id); ++i)
        id = QString::fromUtf8(user_prefix.data()) + plain + QStringLiteral("-%1").arg(i);
    return id.toStdString();
}

QPlainTextEdit* lines(const char* name, const std::vector<std::string>& texts) {
    auto* edit = new QPlainTextEdit;
    edit->setObjectName(QLatin1String(name));
    QStringList list;
    for (const std::string& each : texts) list << text(each);
    edit->setPlainText(list.join(QLatin1Char('\n')));
    edit->setFixedHeight(92);
    return edit;
}

std::vector<std::string> read(const QPlainTextEdit* edit) {
    std::vector<std::string> texts;
    for (const QString& line : edit->toPlainText().split(QLatin1Char('\n'), Qt::SkipEmptyParts))
        if (!line.trimmed().isEmpty()) texts.push_back(line.trimmed().toStdString());
    return texts;
}

/// The step with the longest wait: the one that makers differ about most.
Step* longestWait(Method& method) {
    Step* longest = nullptr;
    for (Step& step : method.steps)
        if (step.wait && step.wait->kind == Wait::Kind::not_before &&
            (!longest || step.wait->typical_min > longest->wait->typical_min))
            longest = &step;
    return longest;
}

}  // namespace

std::optional<Method> changedMethod(QWidget* parent, Method method) {
    QDialog dialog(parent);
    QVBoxLayout* outer =
        askingDialog(dialog, QStringLiteral("own-method-dialog"), OwnMethodText::tr("A way of your own"));
    dialog.resize(560, 560);
    outer->addWidget(
        quietLabel(OwnMethodText::tr(
                       "A copy of \u201c%1\u201d. It is kept as a small text file that you can also change "
                       "by hand; jobs keep the copy that they were made with.")
                       .arg(methodName(method))));
    auto* form = rows();
    form->setFieldGrowthPolicy(QFormLayout::AllNonFixedFieldsGrow);
    auto* name = new QLineEdit(OwnMethodText::tr("%1, my way").arg(methodName(method)));
    name->setObjectName(QStringLiteral("own-name"));
    auto* summary = new QLineEdit(text(method.summary));
    summary->setObjectName(QStringLiteral("own-summary"));
    auto* laid = new QCheckBox(OwnMethodText::tr("laid face down: one turn"));
    laid->setObjectName(QStringLiteral("own-turn"));
    laid->setChecked(method.turns.size() % 2 == 1);
    auto* tone = new QComboBox;
    tone->setObjectName(QStringLiteral("own-tone"));
    tone->addItems(
        {OwnMethodText::tr("grey"), OwnMethodText::tr("colour"), OwnMethodText::tr("as the picture is")});
    tone->setCurrentIndex(static_cast<int>(method.advice));
    auto* media = new QLineEdit(text(method.media_type));
    media->setObjectName(QStringLiteral("own-media"));
    Method own = method;
    Step* waiting = longestWait(own);
    auto* hours = new QDoubleSpinBox;
    hours->setObjectName(QStringLiteral("own-hours"));
    hours->setRange(0, 700);
    hours->setSuffix(OwnMethodText::tr(" hours"));
    hours->setValue(waiting ? waiting->wait->typical_min / 60 : 0);
    hours->setEnabled(waiting);
    auto* before = lines("own-before", method.before_printing);
    auto* after = lines("own-after", method.after_printing);
    form->addRow(OwnMethodText::tr("Name"), name);
    form->addRow(OwnMethodText::tr("In a sentence"), summary);
    form->addRow(OwnMethodText::tr("On the object"), laid);
    form->addRow(OwnMethodText::tr("Tone"), tone);
    form->addRow(OwnMethodText::tr("Media type"), media);
    form->addRow(OwnMethodText::tr("Longest wait, usually"), hours);
    form->addRow(OwnMethodText::tr("Before you print"), before);
    form->addRow(OwnMethodText::tr("After printing"), after);
    outer->addLayout(form);
    QPushButton* keep = takeOrLeave(dialog, QStringLiteral("own-keep"), OwnMethodText::tr("Keep it"));
    QObject::connect(name, &QLineEdit::textChanged, keep,
                     [keep](const QString& words) { keep->setEnabled(!words.trimmed().isEmpty()); });
    if (dialog.exec() != QDialog::Accepted) return {};
    own.id = freshId(name->text());
    own.revision = 1;
    own.name = name->text().trimmed().toStdString();
    if (!summary->text().trimmed().isEmpty()) own.summary = summary->text().trimmed().toStdString();
    if (laid->isChecked() != (method.turns.size() % 2 == 1))
        own.turns = laid->isChecked() ? std::vector<std::string>{"the print is laid face down"}
                                      : std::vector<std::string>{};
    own.advice = static_cast<InkAdvice>(tone->currentIndex());
    if (!media->text().trimmed().isEmpty()) own.media_type = media->text().trimmed().toStdString();
    if (waiting) {
        Wait& wait = *waiting->wait;
        if (wait.typical_min != hours->value() * 60) wait.basis = Basis::yours;
        wait.typical_min = hours->value() * 60;
        wait.least_min = std::min(wait.least_min, wait.typical_min);
        wait.most_min = std::max(wait.most_min, wait.typical_min);
    }
    own.before_printing = read(before);
    own.after_printing = read(after);
    return own;
}

}  // namespace tympan::app
