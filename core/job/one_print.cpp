#include "core/job/one_print.h"

#include <algorithm>

#include "core/job/turns.h"
#include "core/job/two_passes.h"

namespace tympan {

namespace {

bool maySharePrint(const Job& job, const Piece& a, const Piece& b) {
    return a.placement.object == b.placement.object && a.printer == b.printer && a.method == b.method &&
           mirroredInPrint(job, a) == mirroredInPrint(job, b);
}

bool asks(const Job& job, const Piece& piece) {
    const Object& object = objectOf(job, piece);
    return object.one_print && !hasWhite(piece) && !object.spot() && object.shape.kind != ShapeKind::tapered;
}

}  // namespace

std::vector<std::vector<std::size_t>> printedAsOne(const Job& job) {
    std::vector<std::vector<std::size_t>> groups;
    for (std::size_t i = 0; i < job.pieces.size(); ++i) {
        const Piece& piece = job.pieces[i];
        if (!asks(job, piece)) continue;
        const auto group = std::find_if(groups.begin(), groups.end(), [&](const auto& each) {
            return maySharePrint(job, job.pieces[each.front()], piece);
        });
        if (group == groups.end())
            groups.push_back({i});
        else
            group->push_back(i);
    }
    std::erase_if(groups, [](const auto& group) { return group.size() < 2; });
    return groups;
}

bool printedWithOthers(const Job& job, const Piece& piece) {
    return asks(job, piece) && std::any_of(job.pieces.begin(), job.pieces.end(), [&](const Piece& other) {
               return other.id != piece.id && maySharePrint(job, piece, other);
           });
}

const Piece* printedFor(const Job& printed, int piece) {
    for (const PrintedFor& each : printed.printed_for)
        if (each.piece.id == piece) return findPiece(printed, each.by);
    return findPiece(printed, piece);
}

const Piece* pictureOf(const Job& job, int piece) {
    for (const PrintedFor& each : job.printed_for)
        if (each.piece.id == piece) return &each.piece;
    return findPiece(job, piece);
}

}  // namespace tympan
