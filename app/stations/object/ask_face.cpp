#include "app/stations/object/ask_face.h"

#include <QComboBox>

#include "app/shell/job_store.h"
#include "app/widgets/tray_parts.h"
#include "core/job/faces.h"

namespace tympan::app {

namespace {

QString tr(const char* words) { return QCoreApplication::translate("Sides", words); }

QString faceName(Face face) {
    switch (face) {
        case Face::front:
            return tr("front");
        case Face::back:
            return tr("back, or board side");
        case Face::left:
            return tr("left side");
        case Face::right:
            return tr("right side");
        case Face::edges:
            return tr("edges");
    }
    return {};
}

QString nameOf(const Object& object) {
    return object.name.empty() ? tr("what has no name yet") : QString::fromStdString(object.name);
}

}  // namespace

QString faceText(const Job& job, const Object& object) {
    if (facesOf(job, object).size() < 2) return tr("one side of several…");
    const Object* thing = findObject(job, object.thing());
    return thing == &object ? tr("%1; has other sides…").arg(faceName(object.face))
                            : tr("%1 of: %2…").arg(faceName(object.face), nameOf(*thing));
}

void askFace(QWidget* parent, JobStore& store) {
    if (!store.piece()) return;
    // A copy: while the dialog is open the job may become another.
    const Job job = store.job();
    const Piece* piece = findPiece(job, store.piece()->id);
    const Object& object = objectOf(job, *piece);
    QDialog dialog(parent->window());
    auto* outer = askingDialog(dialog, QStringLiteral("ask-side"), tr("Which side of what it is"));
    auto* about =
        quietLabel(tr("A crate, a can or a board that is seen from both sides: each side has its picture and "
                      "its coats, and none "
                      "is lain on while it is tacky. The plan then turns it over when it may."));
    about->setFixedWidth(420);
    outer->addWidget(about);
    auto* of = choiceBox(QStringLiteral("side-of"), tr("What it is a side of"), 300);
    of->addItem(tr("a thing of its own"), 0);
    for (const Object& each : job.objects)
        // A thing is chosen by the object that stands for it.
        if (each.id != object.id && (each.face_of == 0 || each.face_of == object.id))
            of->addItem(tr("another side of: %1").arg(nameOf(each)), each.id);
    auto* side = choiceBox(QStringLiteral("side"), tr("Which side"), 200);
    for (const Face each : all_faces) side->addItem(faceName(each), static_cast<int>(each));
    auto* fields = rows();
    fields->addRow(tr("It is"), of);
    fields->addRow(tr("Its"), side);
    outer->addLayout(fields);
    const std::vector<const Object*> sides = facesOf(job, object);
    if (sides.size() > 1) {
        const Object* with = object.face_of != 0   ? findObject(job, object.face_of)
                             : sides[0] != &object ? sides[0]
                                                   : sides[1];
        of->setCurrentIndex(std::max(0, of->findData(with->id)));
    }
    side->setCurrentIndex(static_cast<int>(object.face));
    side->setEnabled(of->currentIndex() > 0);
    QObject::connect(of, &QComboBox::activated, side, [&, of, side] {
        const Object* thing = findObject(job, of->currentData().toInt());
        side->setEnabled(thing);
        const bool there = thing && thing->thing() == object.thing();
        side->setCurrentIndex(static_cast<int>(!thing  ? Face::front
                                               : there ? object.face
                                                       : freeFace(job, *thing)));
    });
    takeOrLeave(dialog, QStringLiteral("take-side"), tr("So it is"));
    if (dialog.exec() != QDialog::Accepted) return;
    store.edit(tr("say which side it is"),
               [id = piece->id, side = static_cast<Face>(side->currentData().toInt()),
                of = of->currentData().toInt()](Job changed) {
                   return findPiece(changed, id) ? withFace(std::move(changed), id, side, of) : changed;
               });
}

}  // namespace tympan::app
