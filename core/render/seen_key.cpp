#include "core/render/seen_key.h"

#include "core/artwork/artwork.h"
#include "core/job/matching.h"

namespace tympan {

namespace {

Piece asSeen(Piece piece) {
    piece.id = piece.placement.object = 0;
    piece.name.clear();
    piece.notes.clear();
    piece.copies = 1;
    piece.spares = 0;
    return piece;
}

void addPiece(KeyBytes& bytes, const Job& job, const Piece& piece) {
    bytes.add(asSeen(piece));
    const MatchedSet* set = setOf(job, piece.id);
    if (!set || !set->aspects.tone) return;
    for (int id : set->pieces)
        if (const Piece* member = findPiece(job, id)) bytes.add(asSeen(*member));
}

}  // namespace

Key seenKeyOf(const Job& job, const Piece& piece) {
    KeyBytes bytes;
    Object object = objectOf(job, piece);
    const int id = object.id;
    object.id = 0;
    object.name.clear();
    object.notes.clear();
    bytes.add(object);
    addPiece(bytes, job, piece);
    for (const Piece& other : job.pieces)
        if (other.placement.object == id && other.id != piece.id) {
            bytes.add(&other < &piece);  // which lies under which
            addPiece(bytes, job, other);
        }
    return bytes.key();
}

}  // namespace tympan
