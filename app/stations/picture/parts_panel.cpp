#include "app/stations/picture/parts_panel.h"

#include <QComboBox>
#include <QLineEdit>

#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/artwork/lettering.h"
#include "core/artwork/take_apart.h"
#include "core/base/error.h"
#include "core/job/edits.h"

namespace tympan::app {

PartsPanel::PartsPanel(JobStore& store, PictureEditing& editing) : PicturePanel(store, editing) {
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(32);

    auto* page = column();
    page->addWidget(strongLabel(tr("Several pictures on one page")));
    about_ = quietLabel({});
    about_->setObjectName(QStringLiteral("about-parts"));
    keepWide(about_, 240);
    page->addWidget(about_);
    apart_ = pushButton(QStringLiteral("take-apart"), tr("Take it apart"));
    page->addWidget(apart_, 0, Qt::AlignLeft);
    page->addStretch(1);
    outer->addLayout(page);

    auto* lettering = column();
    lettering->addWidget(strongLabel(tr("A line of lettering")));
    auto* form = rows();
    words_ = new QLineEdit;
    words_->setObjectName(QStringLiteral("lettering-words"));
    words_->setAccessibleName(tr("The words"));
    words_->setPlaceholderText(tr("the words"));
    words_->setMaxLength(static_cast<int>(most_letters));
    keepWide(words_, 220);
    form->addRow(tr("Words"), words_);
    auto* how = new QHBoxLayout;
    how->setSpacing(8);
    cap_ = new LengthEdit(QStringLiteral("lettering-cap"), tr("How tall its capitals are"));
    face_ = new QComboBox;
    face_->setObjectName(QStringLiteral("lettering-face"));
    face_->setAccessibleName(tr("Typeface"));
    for (const std::string& face : letteringFaces()) face_->addItem(QString::fromStdString(face));
    how->addWidget(cap_);
    how->addWidget(face_);
    how->addStretch(1);
    form->addRow(tr("Capitals"), how);
    lettering->addLayout(form);
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(8);
    auto* hang = pushButton(QStringLiteral("lettering-hang"), tr("Hang it up"));
    change_ = pushButton(QStringLiteral("lettering-change"), tr("Change this piece"));
    buttons->addWidget(hang);
    buttons->addWidget(change_);
    buttons->addStretch(1);
    lettering->addLayout(buttons);
    lettering->addStretch(1);
    outer->addLayout(lettering);
    outer->addStretch(1);

    cap_->show(20, store_.job().unit);
    connect(apart_, &QPushButton::clicked, this, [this] { editing_.hangParts(found_, false); });
    connect(hang, &QPushButton::clicked, this, [this] { letter(false); });
    connect(change_, &QPushButton::clicked, this, [this] { letter(true); });
}

void PartsPanel::letter(bool change) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    try {
        const ArtworkPtr picture = letteringPicture(
            {words_->text().trimmed().toStdString(), face_->currentText().toStdString(), cap_->value()});
        const SizeMm size = picture->naturalSize().value_or(SizeMm{100, 100});
        store_.edit(change ? tr("change the lettering") : tr("hang up lettering"),
                    [&, id = piece->id](Job job) {
                        if (!change) return withAnother(std::move(job), id, picture, size);
                        job = withSize(withPicture(std::move(job), id, picture), id, size);
                        return withName(std::move(job), id, picture->name);
                    });
    } catch (const Error& error) {
        emit said(tr("The lettering: %1; %2.").arg(text(error.wrong()), text(error.remedy())), false);
    }
}

void PartsPanel::refresh(const Piece& piece) {
    const QString now = QString::fromStdString(piece.artwork->sha256);
    if (now != looked_at_) {
        looked_at_ = now;
        found_ = picturesOn(*piece.artwork);
        if (const auto lettering = letteringOf(*piece.artwork)) {
            words_->setText(QString::fromStdString(lettering->words));
            face_->setCurrentText(QString::fromStdString(lettering->face));
            cap_->show(lettering->cap_mm, store_.job().unit);
        }
    }
    change_->setVisible(letteringOf(*piece.artwork).has_value());
    apart_->setEnabled(!found_.empty());
    about_->setText(
        found_.empty()
            ? tr("Only one picture is found on this one. A page whose pictures stand apart on even "
                 "paper can be taken apart.")
            : counted(static_cast<qsizetype>(found_.size()), tr("%1 picture is found."),
                      tr("%1 pictures are found. Each is straightened and becomes a piece of its own; "
                         "all share the original.")));
}

std::optional<DeskScene> PartsPanel::scene(const Piece& piece) {
    DeskScene scene = deskOf(piece, piece.artwork->edit);
    const SizePx original = piece.artwork->pageSize();
    for (const PictureEdit& part : found_) {
        std::array<PointMm, 4> corners;
        const std::array<PointMm, 4> all{PointMm{0, 0}, PointMm{1, 0}, PointMm{1, 1}, PointMm{0, 1}};
        for (std::size_t i = 0; i < 4; ++i) corners[i] = placeIn(piece.artwork->edit, part, original, all[i]);
        scene.found.push_back(corners);
    }
    if (!scene.picture.isNull() && !found_.empty()) scene.hint = tr("Each numbered picture becomes a piece.");
    return scene;
}

}  // namespace tympan::app
