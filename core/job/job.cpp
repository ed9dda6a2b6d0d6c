#include "core/job/job.h"

#include <algorithm>
#include <cmath>
#include <stdexcept>

namespace tympan {

namespace {

template <class List>
auto find(const List& list, int id) {
    const auto found =
        std::find_if(list.begin(), list.end(), [&](const auto& item) { return item.id == id; });
    return found == list.end() ? nullptr : &*found;
}

}  // namespace

const Piece* findPiece(const Job& job, int id) { return find(job.pieces, id); }
const Object* findObject(const Job& job, int id) { return find(job.objects, id); }

const Object& objectOf(const Job& job, const Piece& piece) {
    const Object* object = findObject(job, piece.placement.object);
    if (!object) throw std::logic_error("a piece without its object");
    return *object;
}

const Printer& printerOf(const Job& job, const Piece& piece) {
    if (job.printers.empty()) throw std::logic_error("a job without a printer");
    const Printer* printer = find(job.printers, piece.printer);
    return printer ? *printer : job.printers.front();
}

std::string_view name(Fit fit) {
    return fit == Fit::inside ? "inside" : fit == Fit::fill ? "fill" : "by-hand";
}

std::string_view name(Cut cut) {
    constexpr std::string_view names[] = {"none", "object", "silhouette", "cell"};
    return names[static_cast<std::size_t>(cut)];
}

std::string_view name(Rim rim) {
    switch (rim) {
        case Rim::feathered:
            return "feathered";
        case Rim::torn:
            return "torn";
        case Rim::worn:
            return "worn";
        case Rim::sharp:
            break;
    }
    return "sharp";
}

Joint jointOf(const Piece& piece) {
    if (piece.method->laid_whole)
        return Joint::butt;  // nothing is trimmed: what overlapped would be inked twice
    if (piece.joining.joint) return *piece.joining.joint;
    return piece.method->overlaps ? Joint::lap : Joint::butt;
}

double seenFrom(const Piece& piece) {
    return piece.enlarging.seen_from_mm > 0 ? piece.enlarging.seen_from_mm : usuallySeenFrom(piece.size);
}

Ink inkOf(const Piece& piece) {
    switch (piece.tone.ink) {
        case Tone::InkChoice::grey:
            return Ink::grey;
        case Tone::InkChoice::colour:
            return Ink::colour;
        case Tone::InkChoice::as_method_says:
            break;
    }
    if (piece.method->advice == InkAdvice::picture) return piece.artwork->colourful ? Ink::colour : Ink::grey;
    return piece.method->advice == InkAdvice::colour ? Ink::colour : Ink::grey;
}

SourceBox centredCrop(const Artwork& artwork, const SizeMm& asked) {
    const double wanted = asked.width / asked.height, given = artwork.aspect();
    // A size that was computed from the artwork's own shape must not lose a sliver to rounding.
    if (std::abs(wanted / given - 1) < 1e-9) return {};
    if (wanted > given) {
        const double kept = given / wanted;
        return {0, (1 - kept) / 2, 1, (1 + kept) / 2};
    }
    const double kept = wanted / given;
    return {(1 - kept) / 2, 0, (1 + kept) / 2, 1};
}

}  // namespace tympan
