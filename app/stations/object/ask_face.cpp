#include "app/stations/object/ask_face.h"

#include <QComboBox>

#include "app/model/job_store.h"
#include "app/widgets/tray_parts.h"
#include "core/job/faces.h"

namespace tympan::app {

namespace {

struct SidesText {
    Q_DECLARE_TR_FUNCTIONS(Sides)
};

QString faceName(Face face) {
    switch (face) {
        case Face::front:
            return SidesText::tr("front");
        case Face::back:
            return SidesText::tr("back, or board side");
        case Face::left:
            return SidesText::tr("left side");
        case Face::right:
            return SidesText::tr("right side");
        case Face::edges:
            return SidesText::tr("edges");
    }
    return {};
}

QString nameOf(const Object& object) {
    return object.name.empty() ? SidesText::tr("what has no name yet") : QString::fromStdString(object.name);
}

}  // namespace

QString faceText(const Job& job, const Object& object) {
    if (facesOf(job, object).size() < 2) return SidesText::tr("one side of several…");
    const Object* thing = findObject(job, object.thing());
    return thing == &object ? SidesText::tr("%1; has other sides…").arg(faceName(object.face))
                            : SidesText::tr("%1 of: %2…").arg(faceName(object.face), nameOf(*thing));
}

void askFace(QWidget* parent, JobStore& store) {
    if (!store.piece()) return;
    // A copy: while the dialog is open the job may become another.
    const Job job = store.job();
    const Piece* piece = findPiece(job, store.piece()->id);
    const Object& object = objectOf(job, *piece);
    QDialog dialog(parent->window());
    auto* outer = askingDialog(dialog, QStringLiteral("ask-side"), SidesText::tr("Which side of what it is"));
    auto* about = quietLabel(
        SidesText::tr("A crate, a can or a board that is seen from both sides: each side has its picture and "
                      "its coats, and none "
                      "is lain on while it is tacky. The plan then turns it over when it may."));
    keepWide(about, 420);
    outer->addWidget(about);
    auto* of = choiceBox(QStringLiteral("side-of"), SidesText::tr("What it is a side of"), 300);
    of->addItem(SidesText::tr("a thing of its own"), 0);
    for (const Object& each : job.objects)
        // A thing is chosen by the object that stands for it.
        if (each.id != object.id && (each.face_of == 0 || each.face_of == object.id))
            of->addItem(SidesText::tr("another side of: %1").arg(nameOf(each)), each.id);
    auto* side = choiceBox(QStringLiteral("side"), SidesText::tr("Which side"), 200);
    for (const Face each : all_faces) side->addItem(faceName(each), static_cast<int>(each));
    auto* fields = rows();
    fields->addRow(SidesText::tr("It is"), of);
    fields->addRow(SidesText::tr("Its"), side);
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
    takeOrLeave(dialog, QStringLiteral("take-side"), SidesText::tr("So it is"));
    if (dialog.exec() != QDialog::Accepted) return;
    store.edit(SidesText::tr("say which side it is"),
               [id = piece->id, side = static_cast<Face>(side->currentData().toInt()),
                of = of->currentData().toInt()](Job changed) {
                   return findPiece(changed, id) ? withFace(std::move(changed), id, side, of) : changed;
               });
}

}  // namespace tympan::app
