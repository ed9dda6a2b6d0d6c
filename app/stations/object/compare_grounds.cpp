#include <QDialog>
#include <QPainter>

#include "app/look/theme.h"
#include "app/look/to_image.h"
#include "app/stations/object/what_panel.h"
#include "app/widgets/colour_button.h"
#include "app/widgets/tray_parts.h"
#include "core/render/finished.h"

namespace tympan::app {

namespace {

constexpr int side_px = 230;

/// The finished object on one colour.
QPixmap faceOn(Job job, const Piece& piece, const Rgb8& ground) {
    for (Object& object : job.objects)
        if (object.id == piece.placement.object) object.ground = ground;
    const Object& object = objectOf(job, piece);
    const QImage face =
        toClearImage(finishedFace(job, object, windowOn(job, object, 1.0 * side_px * side_px, 300)));
    QPixmap card(side_px, side_px);
    card.fill(theme().stage);
    QPainter painter(&card);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    QRect at(QPoint(0, 0), face.size().scaled(side_px - 16, side_px - 16, Qt::KeepAspectRatio));
    at.moveCenter(card.rect().center());
    painter.drawImage(at, face);
    return card;
}

}  // namespace

std::optional<Rgb8> compareGrounds(QWidget* parent, Job job, Piece piece) {
    QDialog dialog(parent);
    QVBoxLayout* outer =
        askingDialog(dialog, QStringLiteral("grounds"), WhatPanel::tr("Colours beside each other"));
    outer->addWidget(quietLabel(
        WhatPanel::tr("Bare paper prints as nothing: the object's colour is the white of the picture. Change "
                      "any of the four, then "
                      "take one. A guess on the screen: try paint on a scrap before you decide.")));
    auto* across = new QHBoxLayout;
    across->setSpacing(12);
    outer->addLayout(across);
    const Rgb8 now = objectOf(job, piece).ground;
    std::optional<Rgb8> chosen;
    for (const Rgb8& first : {now, Rgb8{247, 245, 240}, Rgb8{236, 217, 180}, Rgb8{203, 216, 214}}) {
        const auto number = across->count() + 1;
        auto* one = column();
        auto* face = new QLabel;
        face->setPixmap(faceOn(job, piece, first));
        auto* colour =
            new ColourButton(QStringLiteral("ground-%1").arg(number), WhatPanel::tr("Colour %1").arg(number));
        colour->show(first);
        QPushButton* take =
            pushButton(QStringLiteral("take-ground-%1").arg(number), WhatPanel::tr("Take this"));
        auto* below = new QHBoxLayout;
        below->addWidget(colour);
        below->addWidget(take, 1);
        one->addWidget(face);
        one->addLayout(below);
        across->addLayout(one);
        QObject::connect(colour, &ColourButton::picked, &dialog, [=, &job, &piece](const Rgb8& picked) {
            face->setPixmap(faceOn(job, piece, picked));
        });
        QObject::connect(take, &QPushButton::clicked, &dialog, [&dialog, &chosen, colour] {
            chosen = colour->colour();
            dialog.accept();
        });
    }
    dialog.exec();
    return chosen;
}

}  // namespace tympan::app
