#include "app/fold/leaf_notes.h"

#include "app/shell/words.h"
#include "app/widgets/tray_parts.h"

namespace tympan::app {

namespace {

constexpr int column_width = 176, margin = 20, top = 16;
constexpr int least_fold_width = 820, taken_without = 12;

/// One column of words on the fold.
QWidget* sideOf(QWidget* fold, const QString& name) {
    auto* side = new QWidget(fold);
    side->setObjectName(name);
    auto* layout = column();
    layout->setSpacing(4);
    side->setLayout(layout);
    return side;
}

QLabel* add(QWidget* side, QLabel* label, Qt::Alignment align) {
    label->setWordWrap(true);
    label->setAlignment(align | Qt::AlignTop);
    side->layout()->addWidget(label);
    return label;
}

/// How much of the object stays bare around the picture.
QString bareText(const Object& object, const SizeMm& picture, Unit unit) {
    if (!object.size) return LeafNotes::tr("a spot on something bigger");
    const double side = (object.size->width - picture.width) / 2,
                 end = (object.size->height - picture.height) / 2;
    if (side < 0 || end < 0) return LeafNotes::tr("goes over the edge");
    if (std::abs(side - end) >= 0.05)
        return LeafNotes::tr("%1 bare at the sides, %2 above and below")
            .arg(lengthText(side, unit), lengthText(end, unit));
    return side < 0.05 ? LeafNotes::tr("to the very edge")
                       : LeafNotes::tr("%1 bare all round").arg(lengthText(side, unit));
}

}  // namespace

LeafNotes::LeafNotes(QWidget* fold)
    : QObject(fold),
      print_(sideOf(fold, QStringLiteral("print-side"))),
      finished_(sideOf(fold, QStringLiteral("finished-side"))) {
    add(print_, strongLabel(tr("Ink side, as it leaves the printer")), Qt::AlignLeft);
    size_ = add(print_, quietLabel({}), Qt::AlignLeft);
    hint_ = add(print_, quietLabel({}), Qt::AlignLeft);
    auto* left = static_cast<QVBoxLayout*>(print_->layout());
    left->addSpacing(12);
    sentence_ = add(print_, new QLabel, Qt::AlignLeft);
    sentence_->setObjectName(QStringLiteral("mirroring-sentence"));
    QPushButton* why = linkButton(QStringLiteral("why-mirrored"), tr("Why?"));
    left->addWidget(why, 0, Qt::AlignLeft);
    left->addStretch(1);
    connect(why, &QPushButton::clicked, this, &LeafNotes::whyWanted);

    title_ = add(finished_, strongLabel({}), Qt::AlignRight);
    bare_ = add(finished_, quietLabel({}), Qt::AlignRight);
    add(finished_,
        quietLabel(
            tr("How it may look: a guess. Bare paper prints as nothing, so the object is the white of the "
               "picture.")),
        Qt::AlignRight);
    static_cast<QVBoxLayout*>(finished_->layout())->addStretch(1);
    finished_->setAttribute(Qt::WA_TransparentForMouseEvents);
}

void LeafNotes::say(const Job& job, const Piece& piece, const FoldScene& scene) {
    const Object& object = objectOf(job, piece);
    const QString paper = QString::fromStdString(job.sheets.paper.name);
    const QString on = scene.sheets != 1   ? tr("on %1 sheets of %2").arg(scene.sheets).arg(paper)
                       : scene.sharing > 1 ? tr("%1 to a sheet of %2").arg(scene.sharing).arg(paper)
                                           : tr("on one sheet of %1").arg(paper);
    size_->setText(sizeText(piece.size, job.unit) + QStringLiteral(", ") + on);
    hint_->setText(scene.mirrored == Mirrored::yes
                       ? tr("Fold the corner over, or press F, to lay it on the object.")
                       : tr("Pull the corner across, or press F, to lay it on the object."));
    sentence_->setText(mirroringSentence(piece.method));
    title_->setText(object.name.empty() ? tr("Finished")
                                        : tr("Finished, on the %1").arg(QString::fromStdString(object.name)));
    bare_->setText(bareText(object, piece.size, job.unit));
}

int LeafNotes::place(const QSize& fold, bool wanted) {
    const bool shown = wanted && fold.width() > least_fold_width;
    const int height = std::max(0, fold.height() - top - 8);
    print_->setGeometry(margin, top, column_width, height);
    finished_->setGeometry(fold.width() - column_width - margin, top, column_width, height);
    print_->setVisible(shown);
    finished_->setVisible(shown);
    return shown ? column_width + margin : taken_without;
}

}  // namespace tympan::app
