#include "core/job/turns.h"

namespace tympan {

std::vector<Turn> turnsOf(const Method& method) {
    std::vector<Turn> turns;
    for (const std::string& words : method.turns) turns.push_back({Turn::Why::method, words});
    if (method.seen_through) turns.push_back({Turn::Why::seen_through, {}});
    return turns;
}

std::vector<Turn> turnsOf(const Job& job, const Piece& piece) {
    std::vector<Turn> turns;
    if (piece.already_reversed) turns.push_back({Turn::Why::already_reversed, {}});
    if (printerOf(job, piece).mirrors) turns.push_back({Turn::Why::printer_mirrors, {}});
    for (Turn& turn : turnsOf(piece.method)) turns.push_back(std::move(turn));
    if (objectOf(job, piece).material.seen_through && !piece.method->seen_through)
        turns.push_back({Turn::Why::seen_through, {}});
    return turns;
}

Mirrored mirroredInPrint(const Job& job, const Piece& piece) {
    const int turns = static_cast<int>(turnsOf(job, piece).size());
    return mirroredBy(piece.already_reversed ? turns - 1 : turns);
}

Mirrored mirroredBy(const std::vector<Turn>& turns) { return mirroredBy(static_cast<int>(turns.size())); }

}  // namespace tympan
