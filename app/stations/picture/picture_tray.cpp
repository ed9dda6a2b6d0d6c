#include "app/stations/picture/picture_tray.h"

#include <QLineEdit>
#include <QSpinBox>

#include "app/shell/job_store.h"
#include "app/shell/words.h"
#include "app/widgets/tray_parts.h"
#include "core/job/edits.h"
#include "core/render/print.h"

namespace tympan::app {

PictureTray::PictureTray(JobStore& store, QWidget* parent) : QWidget(parent), store_(store) {
    setObjectName(QStringLiteral("picture-tray"));
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(32);
    auto* first = column();
    first->addWidget(titleLabel(tr("Picture")));
    auto* open = pushButton(QStringLiteral("picture-open"), tr("Add pictures…"));
    first->addWidget(open, 0, Qt::AlignLeft);
    auto* remove = pushButton(QStringLiteral("picture-remove"), tr("Take off the line"));
    first->addWidget(remove, 0, Qt::AlignLeft);
    first->addStretch(1);
    outer->addLayout(first);

    about_ = new QWidget;
    auto* form = rows();
    about_->setLayout(form);
    name_ = new QLineEdit;
    name_->setObjectName(QStringLiteral("picture-name"));
    name_->setAccessibleName(tr("Name of the piece"));
    name_->setFixedWidth(190);
    form->addRow(tr("Name"), name_);
    copies_ = new QSpinBox;
    copies_->setObjectName(QStringLiteral("picture-copies"));
    copies_->setAccessibleName(tr("Copies"));
    copies_->setRange(1, 999);
    copies_->setFixedWidth(104);
    form->addRow(tr("Copies"), copies_);
    outer->addWidget(about_, 0, Qt::AlignTop);

    auto* facts = column();
    facts->addWidget(strongLabel(tr("As it came")));
    came_ = new QLabel;
    came_->setObjectName(QStringLiteral("picture-facts"));
    facts->addWidget(came_);
    detail_ = quietLabel({});
    detail_->setMinimumWidth(200);
    facts->addWidget(detail_);
    facts->addStretch(1);
    outer->addLayout(facts, 1);

    connect(open, &QPushButton::clicked, this, &PictureTray::openWanted);
    connect(remove, &QPushButton::clicked, this, &PictureTray::removeWanted);
    connect(name_, &QLineEdit::editingFinished, this, [this] {
        const Piece* piece = store_.piece();
        const std::string name = name_->text().trimmed().toStdString();
        if (!piece || name.empty() || name == piece->name) return;
        store_.edit(tr("change the name"),
                    [&, id = piece->id](Job job) { return withName(std::move(job), id, name); });
    });
    connect(copies_, &QSpinBox::valueChanged, this, [this](int copies) {
        if (const Piece* piece = store_.piece(); piece && piece->copies != copies)
            store_.edit(
                tr("change the copies"),
                [&, id = piece->id](Job job) { return withCopies(std::move(job), id, copies); },
                QStringLiteral("copies %1").arg(piece->id));
    });
    connect(&store_, &JobStore::changed, this, &PictureTray::refresh);
    refresh();
}

void PictureTray::refresh() {
    const Piece* piece = store_.piece();
    about_->setEnabled(piece);
    findChild<QPushButton*>(QStringLiteral("picture-remove"))->setEnabled(piece);
    if (!piece) {
        name_->clear();
        came_->setText(tr("No picture yet."));
        detail_->clear();
        return;
    }
    const QSignalBlocker quiet(copies_);
    name_->setText(QString::fromStdString(piece->name));
    copies_->setValue(piece->copies);
    const Artwork& artwork = *piece->artwork;
    const QString kind = QString::fromStdString(artwork.format).toUpper();
    if (artwork.kind == Artwork::Kind::vector) {
        came_->setText(tr("%1 drawing, sharp at any size").arg(kind));
    } else {
        came_->setText(tr("%1, %2 × %3 pixels%4")
                           .arg(kind)
                           .arg(artwork.size.width)
                           .arg(artwork.size.height)
                           .arg(artwork.has_alpha ? tr(", see-through in places") : QString()));
    }
    QString detail;
    if (const auto natural = artwork.naturalSize())
        detail = tr("The file says %1. ").arg(sizeText(*natural, store_.job().unit));
    if (artwork.kind == Artwork::Kind::raster)
        detail += tr("At the chosen size each of its pixels is %1 wide.")
                      .arg(QString::number(mm_per_inch / effectivePpi(*piece), 'f', 2) + tr("\u00a0mm"));
    detail_->setText(detail + QLatin1Char('\n') + tr("The original is kept as it came."));
}

}  // namespace tympan::app
