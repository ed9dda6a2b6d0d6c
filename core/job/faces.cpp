#include "core/job/faces.h"

#include <algorithm>

namespace tympan {

Job withFace(Job job, int piece, Face face, int of) {
    const Piece* on = findPiece(job, piece);
    if (!on) return job;
    const int id = on->placement.object;
    const Object* other = findObject(job, of);
    if (of != 0 && !other) return job;
    const int thing = other ? other->thing() : 0;
    for (Object& object : job.objects) {
        if (object.id == id) {
            object.face = face;
            object.face_of = thing == id ? 0 : thing;
        } else if (object.face_of == id && thing != 0 && thing != id) {
            object.face_of = thing;
        }
    }
    // With nothing to be a side of, the next one stands for the thing.
    if (thing == 0) {
        int next = 0;
        for (Object& object : job.objects)
            if (object.id != id && object.face_of == id) {
                object.face_of = next;
                if (next == 0) next = object.id;
            }
    }
    return job;
}

Job withFacesTidy(Job job) {
    std::map<int, int> stands_for;  // a thing that is not there: the first of its sides
    for (Object& object : job.objects) {
        if (object.face_of == 0) continue;
        const Object* of = findObject(job, object.face_of);
        const int thing = of && of->id != object.id ? of->thing() : object.face_of;
        if (of && of->id != object.id && findObject(job, thing)) {
            object.face_of = thing == object.id ? 0 : thing;
        } else {
            const auto [first, is_new] = stands_for.emplace(thing, object.id);
            object.face_of = is_new ? 0 : first->second;
        }
    }
    return job;
}

std::vector<const Object*> facesOf(const Job& job, const Object& object) {
    std::vector<const Object*> sides;
    for (const Object& each : job.objects)
        if (each.thing() == object.thing()) sides.push_back(&each);
    return sides;
}

Face freeFace(const Job& job, const Object& thing) {
    const std::vector<const Object*> sides = facesOf(job, thing);
    for (const Face face : all_faces)
        if (std::none_of(sides.begin(), sides.end(), [&](const Object* each) { return each->face == face; }))
            return face;
    return Face::edges;
}

}  // namespace tympan
