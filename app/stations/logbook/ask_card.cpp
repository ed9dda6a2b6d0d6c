#include "app/stations/logbook/ask_card.h"

#include <QCoreApplication>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QSpinBox>

#include "app/widgets/tray_parts.h"

namespace tympan::app {

namespace {
struct CardText {
    Q_DECLARE_TR_FUNCTIONS(Card)
};
}  // namespace

std::optional<ReceiverCard> askCard(QWidget* parent, ReceiverCard card) {
    constexpr int heaviest_g = 100'000;
    QDialog dialog(parent);
    QVBoxLayout* outer =
        askingDialog(dialog, QStringLiteral("receiver-card"), CardText::tr("A card for whoever gets it"));
    auto* about = quietLabel(
        card.wash_from.empty()
            ? CardText::tr("A6, with its picture and what it is made of. The care is a suggestion: say "
                           "it as you know it.")
            : CardText::tr("A6, with its picture and what it is made of; not washed before %1. The care "
                           "is a suggestion: say it as you know it.")
                  .arg(QString::fromStdString(card.wash_from)));
    keepWide(about, 420);
    outer->addWidget(about);
    auto* form = rows();
    auto* title = new QLineEdit(QString::fromStdString(card.title));
    title->setObjectName(QStringLiteral("card-title"));
    form->addRow(CardText::tr("It is called"), title);
    auto* care = new QPlainTextEdit(QString::fromStdString(card.care));
    care->setObjectName(QStringLiteral("card-care"));
    care->setAccessibleName(CardText::tr("How to care for it"));
    care->setFixedSize(300, 72);
    care->setTabChangesFocus(true);
    form->addRow(CardText::tr("Care"), care);
    auto* grams = new QSpinBox;
    grams->setObjectName(QStringLiteral("card-grams"));
    grams->setRange(0, heaviest_g);
    grams->setSuffix(CardText::tr(" g"));
    grams->setSpecialValueText(CardText::tr("not weighed"));
    grams->setValue(qRound(card.grams));
    form->addRow(CardText::tr("It weighs"), grams);
    auto* maker = new QLineEdit;
    maker->setObjectName(QStringLiteral("card-maker"));
    maker->setPlaceholderText(CardText::tr("nobody, unless you want"));
    form->addRow(CardText::tr("Made by"), maker);
    outer->addLayout(form);
    if (card.rights.empty()) {
        outer->addWidget(quietLabel(CardText::tr("Nothing is noted of whose picture it is: see Picture.")));
    } else {
        auto* rights = quietLabel(CardText::tr("Picture: %1").arg(QString::fromStdString(card.rights)));
        keepWide(rights, 420);
        outer->addWidget(rights);
    }
    takeOrLeave(dialog, QStringLiteral("card-take"), CardText::tr("Save the card…"));
    if (dialog.exec() != QDialog::Accepted) return {};
    card.title = title->text().trimmed().toStdString();
    card.care = care->toPlainText().trimmed().toStdString();
    card.grams = grams->value();
    card.maker = maker->text().trimmed().toStdString();
    return card;
}

}  // namespace tympan::app
