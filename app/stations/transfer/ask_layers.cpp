#include "app/stations/transfer/ask_layers.h"

#include <QComboBox>
#include <QLineEdit>
#include <QSpinBox>

#include "app/model/job_store.h"
#include "app/widgets/tray_parts.h"
#include "core/job/edits.h"

namespace tympan::app {

namespace {

struct LayersText {
    Q_DECLARE_TR_FUNCTIONS(Layers)
};

constexpr int least_rows = 5;

QString kindName(LayerKind kind) {
    switch (kind) {
        case LayerKind::paint:
            return LayersText::tr("paint");
        case LayerKind::lettering:
            return LayersText::tr("lettering");
        case LayerKind::ageing:
            return LayersText::tr("sanding, ageing");
        case LayerKind::pencil_off:
            return LayersText::tr("rub pencil off");
        case LayerKind::stain:
            return LayersText::tr("stain the rims");
        case LayerKind::hole:
            return LayersText::tr("a hole to hang it by");
        case LayerKind::oven:
            return LayersText::tr("into the oven");
        case LayerKind::other:
            return LayersText::tr("something else");
    }
    return {};
}

QString whenName(LayerWhen when) {
    switch (when) {
        case LayerWhen::first:
            return LayersText::tr("before the picture");
        case LayerWhen::under_coat:
            return LayersText::tr("under the coat");
        case LayerWhen::over_coat:
            return LayersText::tr("over the coat");
    }
    return {};
}

/// One layer's fields; nothing chosen is no layer.
struct LayerRow {
    QComboBox *kind, *when;
    QLineEdit* what;
    QSpinBox *work, *dry;
};

QSpinBox* minutesBox(const QString& name, const QString& accessible, int value) {
    auto* box = new QSpinBox;
    box->setObjectName(name);
    box->setAccessibleName(accessible);
    box->setRange(0, 44'640);
    box->setSuffix(LayersText::tr(" min"));
    box->setValue(value);
    return box;
}

LayerRow addRow(QGridLayout* grid, int at, const Layer* layer) {
    const QString number = QString::number(at + 1);
    LayerRow row{
        choiceBox(QStringLiteral("layer-kind-") + number, LayersText::tr("What it is, %1").arg(number), 160),
        choiceBox(QStringLiteral("layer-when-") + number, LayersText::tr("When, %1").arg(number), 150),
        new QLineEdit,
        minutesBox(QStringLiteral("layer-work-") + number, LayersText::tr("Minutes of work, %1").arg(number),
                   layer ? static_cast<int>(layer->work_min) : 10),
        minutesBox(QStringLiteral("layer-dry-") + number, LayersText::tr("Minutes it dries, %1").arg(number),
                   layer ? static_cast<int>(layer->dry_min) : 0)};
    row.kind->addItem(LayersText::tr("nothing"), -1);
    for (const LayerKind kind : layer_kinds) row.kind->addItem(kindName(kind), static_cast<int>(kind));
    for (const LayerWhen when : layer_whens) row.when->addItem(whenName(when), static_cast<int>(when));
    if (layer) {
        row.kind->setCurrentIndex(row.kind->findData(static_cast<int>(layer->kind)));
        row.when->setCurrentIndex(static_cast<int>(layer->when));
        row.what->setText(QString::fromStdString(layer->what));
    }
    row.what->setObjectName(QStringLiteral("layer-what-") + number);
    row.what->setAccessibleName(LayersText::tr("In your words, %1").arg(number));
    row.what->setPlaceholderText(LayersText::tr("in your words"));
    // Where such a thing usually stands, until one says otherwise.
    QObject::connect(row.kind, &QComboBox::activated, row.when, [row] {
        if (const int kind = row.kind->currentData().toInt(); kind >= 0)
            row.when->setCurrentIndex(static_cast<int>(usualWhen(static_cast<LayerKind>(kind))));
    });
    int column = 0;
    for (QWidget* each :
         {static_cast<QWidget*>(row.kind), static_cast<QWidget*>(row.when), static_cast<QWidget*>(row.what),
          static_cast<QWidget*>(row.work), static_cast<QWidget*>(row.dry)})
        grid->addWidget(each, at + 1, column++);
    return row;
}

}  // namespace

void askLayers(QWidget* parent, JobStore& store) {
    const Piece* piece = store.piece();
    if (!piece) return;
    // Copies: while the dialog is open the job may become another.
    const Object object = objectOf(store.job(), *piece);
    const int id = piece->id;
    QDialog dialog(parent->window());
    auto* outer = askingDialog(
        dialog, QStringLiteral("ask-layers"),
        LayersText::tr("On the %1, and not printed").arg(QString::fromStdString(calledBy(object))));
    outer->addWidget(quietLabel(LayersText::tr("In the order in which it is done. The minutes are yours.")));
    auto* grid = fieldGrid();
    int column = 0;
    for (const QString& head : {LayersText::tr("what"), LayersText::tr("when"), QString(),
                                LayersText::tr("work"), LayersText::tr("dries")})
        grid->addWidget(quietLabel(head), 0, column++);
    std::vector<LayerRow> all;
    const std::size_t count = std::max<std::size_t>(least_rows, object.layers.size() + 1);
    for (std::size_t i = 0; i < count; ++i)
        all.push_back(
            addRow(grid, static_cast<int>(i), i < object.layers.size() ? &object.layers[i] : nullptr));
    outer->addLayout(grid);
    takeOrLeave(dialog, QStringLiteral("take-layers"), LayersText::tr("Plan it so"));
    if (dialog.exec() != QDialog::Accepted) return;
    std::vector<Layer> layers;
    for (const LayerRow& row : all) {
        const int kind = row.kind->currentData().toInt();
        if (kind < 0) continue;
        layers.push_back({static_cast<LayerKind>(kind),
                          static_cast<LayerWhen>(row.when->currentData().toInt()),
                          row.what->text().trimmed().toStdString(), static_cast<double>(row.work->value()),
                          static_cast<double>(row.dry->value())});
    }
    store.edit(LayersText::tr("change what is done besides"), [&](Job job) {
        if (!findPiece(job, id)) return job;
        Object changed = objectOf(job, *findPiece(job, id));
        changed.layers = layers;
        return withObject(std::move(job), id, changed);
    });
}

}  // namespace tympan::app
