#include "app/stations/picture/match_pieces.h"

#include <QCheckBox>
#include <QCoreApplication>
#include <QDialog>
#include <QListWidget>
#include <QPushButton>

#include "app/widgets/tray_parts.h"
#include "core/job/matching.h"

namespace tympan::app {

namespace {

struct MatchingText {
    Q_DECLARE_TR_FUNCTIONS(Matching)
};

}  // namespace

std::optional<Matching> askMatching(QWidget* parent, Job job, Piece piece) {
    QDialog dialog(parent);
    QVBoxLayout* outer =
        askingDialog(dialog, QStringLiteral("matching"), MatchingText::tr("Match with other pieces"));
    outer->addWidget(strongLabel(
        MatchingText::tr("Give what \u201c%1\u201d has to").arg(QString::fromStdString(piece.name))));
    const MatchedSet* set = setOf(job, piece.id);
    auto* others = new QListWidget;
    others->setObjectName(QStringLiteral("matching-pieces"));
    others->setAccessibleName(MatchingText::tr("Other pieces"));
    for (const Piece& other : job.pieces) {
        if (other.id == piece.id) continue;
        auto* item = new QListWidgetItem(QString::fromStdString(other.name), others);
        item->setData(Qt::UserRole, other.id);
        item->setFlags(Qt::ItemIsUserCheckable | Qt::ItemIsEnabled);
        const bool in_set =
            set && std::find(set->pieces.begin(), set->pieces.end(), other.id) != set->pieces.end();
        item->setCheckState(in_set ? Qt::Checked : Qt::Unchecked);
    }
    others->setFixedHeight(150);
    outer->addWidget(others);
    const Aspects now = set ? set->aspects : Aspects{};
    auto* aspects = new QHBoxLayout;
    const auto aspect = [&](const char* name, const QString& words, bool on) {
        auto* box = new QCheckBox(words);
        box->setObjectName(QLatin1String(name));
        box->setChecked(on);
        aspects->addWidget(box);
        return box;
    };
    QCheckBox* tone = aspect("matching-tone", MatchingText::tr("tone"), now.tone);
    QCheckBox* size = aspect("matching-size", MatchingText::tr("width"), now.size);
    QCheckBox* method = aspect("matching-method", MatchingText::tr("how it gets there"), now.method);
    QCheckBox* edge = aspect("matching-edge", MatchingText::tr("edge"), now.edge);
    outer->addLayout(aspects);
    outer->addWidget(quietLabel(
        set ? MatchingText::tr("These pieces are a matched set: a change of one is a change of all.")
            : MatchingText::tr(
                  "Once: they are given it now. As a matched set: from now on a change of one is a "
                  "change of all.")));
    auto* buttons = new QHBoxLayout;
    Matching answer;
    const auto button = [&](const char* name, const QString& words, Matching::How how) {
        QPushButton* made = pushButton(QLatin1String(name), words);
        buttons->addWidget(made);
        QObject::connect(made, &QPushButton::clicked, &dialog, [&dialog, &answer, how] {
            answer.how = how;
            dialog.accept();
        });
    };
    buttons->addStretch(1);
    QPushButton* cancel = pushButton(QStringLiteral("matching-cancel"), MatchingText::tr("Not now"));
    QObject::connect(cancel, &QPushButton::clicked, &dialog, &QDialog::reject);
    buttons->addWidget(cancel);
    if (set) button("matching-unlink", MatchingText::tr("End the set"), Matching::How::unlink);
    button("matching-copy", MatchingText::tr("Once"), Matching::How::copy);
    button("matching-link", MatchingText::tr("As a matched set"), Matching::How::link);
    outer->addLayout(buttons);
    if (dialog.exec() != QDialog::Accepted) return {};
    for (int i = 0; i < others->count(); ++i)
        if (others->item(i)->checkState() == Qt::Checked)
            answer.pieces.push_back(others->item(i)->data(Qt::UserRole).toInt());
    answer.aspects = {tone->isChecked(), size->isChecked(), method->isChecked(), edge->isChecked()};
    return answer;
}

}  // namespace tympan::app
