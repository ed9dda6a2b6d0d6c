#include "app/widgets/variant_button.h"

#include <QActionGroup>
#include <QMenu>

#include "app/words/words.h"
#include "core/method/variants.h"

namespace tympan::app {

QString variantsText(const Method& method) {
    QStringList taken;
    for (const std::string& about : questionsOf(method)) {
        const Variant& variant = takenAbout(method, about);
        if (&variant != variantsAbout(method, about).front()) taken << text(variant.name);
    }
    return taken.join(QStringLiteral(" · "));
}

VariantButton::VariantButton(const QString& name, QWidget* parent) : QPushButton(parent) {
    setObjectName(name);
    setAccessibleName(tr("Variants of the method"));
    setToolTip(tr("Makers do this in several ways: where the medium goes, how it dries, which finish."));
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    setStyleSheet(QStringLiteral("text-align: left;"));
    auto* menu = new QMenu(this);
    menu->setObjectName(name + QStringLiteral("-menu"));
    setMenu(menu);
    connect(menu, &QMenu::aboutToShow, this, &VariantButton::fillMenu);
}

void VariantButton::show(const Method& method, PrinterKind printer, const std::string& material) {
    method_ = method;
    questions_ = questionsOf(method);
    std::erase_if(questions_,
                  [&](const std::string& about) { return !matters(method, about, printer, material); });
    const QString taken = variantsText(method);
    setText(taken.isEmpty() ? tr("Variant: as most makers do it") : tr("Variant: %1").arg(taken));
    setVisible(!questions_.empty());
    fillMenu();
}

void VariantButton::fillMenu() {
    menu()->clear();
    for (const std::string& about : questions_) {
        const Variant& taken = takenAbout(method_, about);
        QMenu* answers = menu()->addMenu(tr("%1: %2").arg(app::text(about), app::text(taken.name)));
        auto* group = new QActionGroup(answers);
        for (const Variant* each : variantsAbout(method_, about)) {
            // Whom it suits stands in the second column.
            QAction* answer =
                answers->addAction(tr("%1\tsuits %2").arg(app::text(each->name), app::text(each->suits)));
            answer->setObjectName(QStringLiteral("variant-") + QString::fromStdString(each->id));
            answer->setCheckable(true);
            answer->setChecked(each == &taken);
            group->addAction(answer);
            connect(answer, &QAction::triggered, this, [this, id = each->id] { emit picked(id); });
        }
    }
}

}  // namespace tympan::app
