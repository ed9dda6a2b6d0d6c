#include "app/canvas/leaf_notes.h"

#include <QDateTime>

#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/job/fit.h"
#include "core/job/holds.h"
#include "core/job/two_passes.h"

namespace tympan::app {

namespace {

constexpr int margin = 16, top = 4, hinge_gap = 14, spacing = 10;

/// Half of the line.
QWidget* sideOf(QWidget* fold, const QString& name) {
    auto* side = new QWidget(fold);
    side->setObjectName(name);
    auto* layout = new QHBoxLayout(side);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(spacing);
    return side;
}

/// What of a text fits beside the others.
void showIn(QLabel* label, const QString& text, int room) {
    label->setText(label->fontMetrics().elidedText(text, Qt::ElideRight, std::max(0, room)));
}

/// How much of the object stays bare around the picture.
QString bareText(const Job& job, const Piece& piece) {
    if (piece.edge.cut == Cut::cell) return LeafNotes::tr("cut to its place in a patchwork");
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
    auto* left = static_cast<QHBoxLayout*>(print_->layout());
    QLabel* ink = strongLabel(tr("Ink side"));
    ink->setWordWrap(false);
    left->addWidget(ink);
    size_ = quietLabel({});
    sentence_ = new QLabel;
    sentence_->setObjectName(QStringLiteral("mirroring-sentence"));
    for (QLabel* label : {size_, sentence_}) left->addWidget(label);
    left->addWidget(linkButton(QStringLiteral("why-mirrored"), tr("Why?")));
    left->addStretch(1);
    connect(print_->findChild<QPushButton*>(), &QPushButton::clicked, this, &LeafNotes::whyWanted);

    auto* right = static_cast<QHBoxLayout*>(finished_->layout());
    right->addStretch(1);
    bare_ = quietLabel({});
    right->addWidget(bare_);
    title_ = strongLabel({});
    right->addWidget(title_);
    for (QLabel* label : {size_, sentence_, bare_, title_}) label->setWordWrap(false);
}

void LeafNotes::say(const Job& job, const Piece& piece, const FoldScene& scene) {
    const Object& object = objectOf(job, piece);
    const QString paper = QString::fromStdString(job.sheets.paper.name);
    const QString on = scene.with_others   ? tr("printed as one with others")
                       : scene.sheets == 0 ? tr("its sheets are not known yet")
                       : scene.sheets != 1 ? tr("on %1 sheets of %2").arg(scene.sheets).arg(paper)
                       : scene.sharing > 1 ? tr("%1 to a sheet of %2").arg(scene.sharing).arg(paper)
                                           : tr("on one sheet of %1").arg(paper);
    size_text_ = sizeText(printSizeOf(job, piece), job.unit) + QStringLiteral(", ") + on;
    sentence_text_ = mirroringSentence(turnsOf(job, piece));
    title_text_ = object.name.empty() ? tr("Finished")
                                      : tr("Finished, on the %1").arg(QString::fromStdString(object.name));
    bare_text_ = bareText(job, piece);
    print_->setToolTip(QStringLiteral("%1. %2 %3")
                           .arg(size_text_, sentence_text_,
                                scene.mirrored == Mirrored::yes
                                    ? tr("Fold the corner over, or press F, to lay it on the object.")
                                    : tr("Pull the corner across, or press F, to lay it on the object.")));
    finished_->setToolTip(
        QStringLiteral("%1: %2. %3")
            .arg(
                title_text_, bare_text_,
                isMeasured(job, piece) ? tr("How it will look, going by the strip that was read on %1.")
                                             .arg(QDateTime::fromSecsSinceEpoch(piece.measured->made)
                                                      .date()
                                                      .toString(Qt::ISODate))
                : hasWhite(piece)
                    ? tr("How it may look: a guess. The white under it is printed; where it ends, "
                         "the cloth shows.")
                : piece.method->light_ground
                    ? tr("How it may look: a guess. Bare paper prints as nothing, so the object is the white "
                         "of "
                         "the picture.")
                    : tr("How it may look: a guess. The sheet stays on the object, and its white with it.")));
    sentence_->setToolTip(sentence_text_);
    fill();
}

void LeafNotes::fill() {
    const auto wide = [](const QLabel* label, const QString& text) {
        return label->fontMetrics().horizontalAdvance(text);
    };
    const int words = print_->width() - print_->findChild<QLabel*>()->sizeHint().width() -
                      print_->findChild<QPushButton*>()->sizeHint().width() - 4 * spacing;
    // The size stays whole; the sentence gives way.
    showIn(size_, size_text_, words);
    showIn(sentence_, sentence_text_, words - wide(size_, size_text_));
    const int right = finished_->width() - 2 * spacing;
    showIn(title_, title_text_, right);
    showIn(bare_, bare_text_, right - wide(title_, title_text_) - spacing);
}

void LeafNotes::place(int fold_width, bool wanted) {
    const int half = fold_width / 2 - margin - hinge_gap;
    print_->setGeometry(margin, top, half, height - top);
    finished_->setGeometry(fold_width - margin - half, top, half, height - top);
    print_->setVisible(wanted);
    finished_->setVisible(wanted);
    fill();
}

}  // namespace tympan::app
