#include "app/stations/print/ask_recipe.h"

#include <QCheckBox>
#include <QComboBox>
#include <QCoreApplication>
#include <QDoubleSpinBox>
#include <QLineEdit>
#include <algorithm>

#include "app/model/printers.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"

namespace tympan::app {

namespace {

struct RecipeText {
    Q_DECLARE_TR_FUNCTIONS(Recipe)
};

enum FaceRow { not_tried, up, down };

int rowOf(const std::optional<PaperFace>& face) {
    return !face ? not_tried : *face == PaperFace::up ? up : down;
}

std::optional<PaperFace> faceOf(int row) {
    if (row == not_tried) return {};
    return row == up ? PaperFace::up : PaperFace::down;
}

}  // namespace

const DriverRecipe* recipeFor(const Printer& printer, const std::string& carrier) {
    const auto found = std::find_if(printer.recipes.begin(), printer.recipes.end(),
                                    [&](const DriverRecipe& recipe) { return recipe.carrier == carrier; });
    return found == printer.recipes.end() ? nullptr : &*found;
}

std::optional<Printer> askRecipe(QWidget* parent, Printer printer, Method method) {
    QDialog dialog(parent);
    QVBoxLayout* outer = askingDialog(dialog, QStringLiteral("recipe"),
                                      RecipeText::tr("What %1 is told").arg(printerName(printer)));
    outer->addWidget(quietLabel(RecipeText::tr("For %1. Kept with the printer, and shown before every print.")
                                    .arg(text(method.carrier.name))));
    const DriverRecipe* known = recipeFor(printer, method.carrier.name);
    auto* form = rows();
    const auto field = [&](const char* name, const QString& label, const std::string& value,
                           const QString& hint) {
        auto* edit = new QLineEdit(QString::fromStdString(value));
        edit->setObjectName(QLatin1String(name));
        edit->setAccessibleName(label);
        edit->setPlaceholderText(hint);
        keepWide(edit, 260);
        form->addRow(label, edit);
        return edit;
    };
    auto* media = field("recipe-media", RecipeText::tr("Set it to"), known ? known->media_type : "",
                        text(method.media_type));
    auto* quality = field("recipe-quality", RecipeText::tr("Quality"), known ? known->quality : "",
                          RecipeText::tr("best, for most"));
    auto* notes = field("recipe-notes", RecipeText::tr("Mind"), known ? known->notes : "",
                        RecipeText::tr("one sheet at a time, rear feed"));
    auto* tray = field("recipe-tray", RecipeText::tr("Tray"),
                       printer.trays.empty() ? "" : printer.trays.front().name, RecipeText::tr("rear feed"));
    auto* face = new QComboBox;
    face->setObjectName(QStringLiteral("recipe-face"));
    face->setAccessibleName(RecipeText::tr("Which face it prints"));
    face->setToolTip(
        RecipeText::tr("Mark an X on a plain sheet, lay it in X up, print the test sheet, and look."));
    face->addItems({RecipeText::tr("not tried yet"), RecipeText::tr("the one that lies up"),
                    RecipeText::tr("the one that lies down")});
    face->setCurrentIndex(rowOf(printer.prints_face));
    keepWide(face, 260);
    form->addRow(RecipeText::tr("It prints"), face);
    auto* said = field("recipe-said", RecipeText::tr("They said"), printer.notes,
                       RecipeText::tr("ready on Friday; on coated paper"));
    said->setToolTip(RecipeText::tr("What the shop answered, or a friend whose printer it is."));
    auto* shop = new QCheckBox(RecipeText::tr("a shop: prints are ordered there and collected"));
    shop->setObjectName(QStringLiteral("recipe-shop"));
    shop->setChecked(printer.shop.has_value());
    form->addRow(RecipeText::tr("It is"), shop);
    const ShopTerms terms = printer.shop.value_or(ShopTerms{});
    auto* lead = new QDoubleSpinBox;
    lead->setObjectName(QStringLiteral("recipe-lead"));
    lead->setAccessibleName(RecipeText::tr("Hours until prints can be collected"));
    lead->setRange(0, most_lead_h);
    lead->setDecimals(1);
    lead->setSuffix(RecipeText::tr(" hours"));
    lead->setSpecialValueText(RecipeText::tr("not known"));
    lead->setValue(terms.lead_h.value_or(0));
    keepWide(lead, 260);
    form->addRow(RecipeText::tr("Takes"), lead);
    auto* proofs = new QComboBox;
    proofs->setObjectName(QStringLiteral("recipe-proofs"));
    proofs->setAccessibleName(RecipeText::tr("Proofs before the order"));
    proofs->addItems({RecipeText::tr("none"), RecipeText::tr("one first"),
                      RecipeText::tr("from two shops, of which I choose one")});
    proofs->setCurrentIndex(terms.proofs);
    keepWide(proofs, 260);
    form->addRow(RecipeText::tr("Proofs"), proofs);
    const auto asShop = [lead, proofs](bool on) {
        lead->setEnabled(on);
        proofs->setEnabled(on);
    };
    QObject::connect(shop, &QCheckBox::toggled, &dialog, asShop);
    asShop(shop->isChecked());
    outer->addLayout(form);
    auto* one_go = new QCheckBox(RecipeText::tr("it lays white and colour in one go"));
    one_go->setObjectName(QStringLiteral("recipe-one-go"));
    one_go->setChecked(printer.white_with_colour);
    one_go->setVisible(printer.kind == PrinterKind::white_toner);
    outer->addWidget(one_go);
    takeOrLeave(dialog, QStringLiteral("recipe-take"), RecipeText::tr("Keep it"));
    if (dialog.exec() != QDialog::Accepted) return {};
    Printer told = printer;
    const auto words = [](const QLineEdit* edit) { return edit->text().trimmed().toStdString(); };
    const DriverRecipe recipe{method.carrier.name, words(media), words(quality), words(notes)};
    std::erase_if(told.recipes, [&](const DriverRecipe& each) { return each.carrier == recipe.carrier; });
    if (recipe != DriverRecipe{recipe.carrier, {}, {}, {}}) told.recipes.push_back(recipe);
    told.notes = words(said);
    told.shop.reset();
    if (shop->isChecked()) {
        told.shop = ShopTerms{{}, proofs->currentIndex()};
        if (lead->value() > 0) told.shop->lead_h = lead->value();
    }
    told.white_with_colour = one_go->isChecked();
    told.prints_face = faceOf(face->currentIndex());
    const std::string name = words(tray);
    if (!told.trays.empty()) told.trays.erase(told.trays.begin());
    if (!name.empty()) told.trays.insert(told.trays.begin(), {name, told.prints_face});
    return told;
}

}  // namespace tympan::app
