#include "core/job/answers.h"

namespace tympan {

std::optional<bool> answered(const Piece& piece, const std::string& words) {
    for (const Answer& answer : piece.answers)
        if (answer.words == words) return answer.taken;
    return {};
}

Job withAnswer(Job job, int id, const NextTime& next, bool taken) {
    const Piece* asked = findPiece(job, id);
    if (!asked) return job;
    const std::string method = asked->method->id, material = objectOf(job, *asked).material.id;
    for (Piece& piece : job.pieces) {
        if (piece.method->id != method || objectOf(job, piece).material.id != material ||
            answered(piece, next.words))
            continue;
        piece.answers.push_back({next.words, taken});
        if (taken && canTake(piece.method, next)) piece.method = withNextTime(piece.method, next);
    }
    return job;
}

}  // namespace tympan
