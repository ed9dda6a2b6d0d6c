#include "app/stations/object/object_panel.h"

#include "core/job/edits.h"

namespace tympan::app {

ObjectPanel::ObjectPanel(JobStore& store) : store_(store) {}

void ObjectPanel::editObject(const QString& what, const std::function<void(Object&)>& change) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    Object object = objectOf(store_.job(), *piece);
    change(object);
    store_.edit(
        what, [&, id = piece->id](Job job) { return withObject(std::move(job), id, object); },
        QStringLiteral("object %1 ").arg(piece->id) + what);
}

void ObjectPanel::editPiece(const QString& what, const std::function<Job(Job, int)>& change) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    store_.edit(
        what, [&, id = piece->id](Job job) { return change(std::move(job), id); },
        QStringLiteral("piece %1 ").arg(piece->id) + what);
}

}  // namespace tympan::app
