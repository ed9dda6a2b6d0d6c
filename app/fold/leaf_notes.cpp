#include "app/fold/leaf_notes.h"

#include "app/shell/words.h"
#include "app/widgets/tray_parts.h"
#include "core/job/fit.h"

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
QString bareText(const Job& job, const Piece& piece) {
    const std::optional<Distances> bare = distancesOf(job, piece);
    if (!bare) return LeafNotes::tr("a spot on something bigger");
    const auto [left, top, right, bottom] = *bare;
    const double least = std::min({left, top, right, bottom}), most = std::max({left, top, right, bottom});
    if (least < -0.05) return LeafNotes::tr("goes over the edge");
    if (most - least < 0.1)
        return most < 0.05 ? LeafNotes::tr("to the very edge")
                           : LeafNotes::tr("%1 bare all round").arg(lengthText(least, job.unit));
    if (std::abs(left - right) < 0.1 && std::abs(top - bottom) < 0.1)
        return LeafNotes::tr("%1 bare at the sides, %2 above and below")
            .arg(lengthText(left, job.unit), lengthText(top, job.unit));
    return LeafNotes::tr("bare: %1 left, %2 right, %3 above, %4 below")
        .arg(lengthText(left, job.unit), lengthText(right, job.unit), lengthText(top, job.unit),
             lengthText(bottom, job.unit));
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
    guess_ = add(finished_, quietLabel({}), Qt::AlignRight);
    static_cast<QVBoxLayout*>(finished_->layout())->addStretch(1);
    finished_->setAttribute(Qt::WA_TransparentForMouseEvents);
}

void LeafNotes::say(const Job& job, const Piece& piece, const FoldScene& scene) {
    const Object& object = objectOf(job, piece);
    const QString paper = QString::fromStdString(job.sheets.paper.name);
    const QString on = scene.sheets != 1   ? tr("on %1 sheets of %2").arg(scene.sheets).arg(paper)
                       : scene.sharing > 1 ? tr("%1 to a sheet of %2").arg(scene.sharing).arg(paper)
                                           : tr("on one sheet of %1").arg(paper);
    size_->setText(sizeText(printSizeOf(job, piece), job.unit) + QStringLiteral(", ") + on);
    hint_->setText(scene.mirrored == Mirrored::yes
                       ? tr("Fold the corner over, or press F, to lay it on the object.")
                       : tr("Pull the corner across, or press F, to lay it on the object."));
    sentence_->setText(mirroringSentence(turnsOf(job, piece)));
    title_->setText(object.name.empty() ? tr("Finished")
                                        : tr("Finished, on the %1").arg(QString::fromStdString(object.name)));
    bare_->setText(bareText(job, piece));
    guess_->setText(piece.method.light_ground
                        ? tr("How it may look: a guess. Bare paper prints as nothing, so the object is the "
                             "white of the picture.")
                        : tr("How it may look: a guess. The sheet stays on the object, and its white with "
                             "it."));
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
