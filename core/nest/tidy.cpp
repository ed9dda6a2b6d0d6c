#include <algorithm>
#include <numeric>
#include <set>

#include "core/measure/outline_operations.h"
#include "core/nest/nest_search.h"

// Layouts that people like to cut: rows and columns that line up.

namespace tympan {

namespace {

constexpr double as_much = 1.01;  // of the paper: so little more is not seen
// Of pieces that are nearly equal on sheets, what is left of the last sheet is no loss: rows are cut sooner.
// Of a roll every centimetre counts.
constexpr double nearly_equal = 1.1, longest_sheet = 2;
constexpr double apart_mm = 1e-3;  // so that rounding lets none touch

/// Upright rectangles that rows may fill, at most five: the box, and where the room has a few corners more
/// (corner marks take some) the largest that lie within it.
std::vector<RectMm> rowRooms(const NestRoom& room) {
    constexpr std::size_t few_corners = 16, most = 4;
    constexpr double hair_mm = 1e-6;
    if (room.upright()) return {room.box()};
    const Outline& outline = room.outline();
    if (outline.rings.size() != 1 || outline.rings.front().size() > few_corners) return {};
    std::set<double> across, down;
    for (const PointMm& corner : outline.rings.front()) across.insert(corner.x), down.insert(corner.y);
    const auto lies = [&](const RectMm& box) {
        const RectMm inner = grown(box, -hair_mm);
        for (const double x : {inner.x, inner.right()})
            for (const double y : {inner.y, inner.bottom()})
                if (!contains(outline, {x, y})) return false;
        return std::ranges::none_of(outline.rings.front(), [&](const PointMm& corner) {
            return corner.x > inner.x && corner.x < inner.right() && corner.y > inner.y &&
                   corner.y < inner.bottom();
        });
    };
    std::vector<RectMm> within;
    for (auto left = across.begin(); left != across.end(); ++left)
        for (auto right = std::next(left); right != across.end(); ++right)
            for (auto top = down.begin(); top != down.end(); ++top)
                for (auto bottom = std::next(top); bottom != down.end(); ++bottom)
                    if (const RectMm box{*left, *top, *right - *left, *bottom - *top}; lies(box))
                        within.push_back(box);
    std::ranges::stable_sort(within, std::greater(),
                             [](const RectMm& box) { return box.width * box.height; });
    within.resize(std::min(most, within.size()));
    within.insert(within.begin(), room.box());
    return within;
}

}  // namespace

std::optional<std::vector<NestItem>> NestSearch::inRows(const RectMm& room, double rotation_deg) const {
    std::vector<RectMm> boxes;
    for (const NestShape& shape : shapes_) {
        boxes.push_back(grown(bounds(rotated(shape.outline, rotation_deg)), apart_mm));
        if (boxes.back().width > room.width || boxes.back().height > room.height) return {};
    }
    std::vector<std::size_t> order(best_.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
        return boxes[best_[a].shape].height > boxes[best_[b].shape].height;
    });
    std::vector<NestItem> items = best_;
    int container = 0;
    double x = room.x, y = room.y, row = 0;
    for (const std::size_t i : order) {
        const RectMm& box = boxes[items[i].shape];
        if (row == 0) row = box.height;
        if (x + box.width > room.right() + 1e-9) x = room.x, y += row, row = box.height;
        if (y + box.height > room.bottom() + 1e-9) ++container, x = room.x, y = room.y, row = box.height;
        items[i].container = container;
        items[i].pose = {rotation_deg, {x - box.x, y - box.y}};
        x += box.width;
    }
    if (container >= most_) return {};
    return items;
}

void NestSearch::tidyUp() {
    const bool fixed = fewest_ > 0 || !limits_.from.empty();
    if (fixed || !too_large_.empty() || best_.size() < 2 || containers() == 0) return;
    const std::vector<NestItem> found = best_;
    const auto [without, count, extent] = costs();
    std::optional<std::vector<NestItem>> tidiest;
    const auto [smallest, largest] =
        std::minmax_element(shapes_.begin(), shapes_.end(),
                            [](const NestShape& a, const NestShape& b) { return a.size < b.size; });
    const RectMm& box = room_.box();
    const bool sheet = std::max(box.width, box.height) <= longest_sheet * std::min(box.width, box.height);
    const bool equal = largest->size <= nearly_equal * smallest->size;
    double least = sheet && equal ? 1 : as_much * extent;
    const auto mayTurn = [&](double turn) {
        return turn == 0 || (problem_.turning != Turning::none &&
                             std::ranges::all_of(
                                 shapes_, [&](const NestShape& shape) { return shape.most_turn >= turn; }));
    };
    for (const RectMm& room : rowRooms(room_))
        for (const double turn : {0.0, 90.0}) {
            if (!mayTurn(turn)) continue;
            const auto rows = inRows(room, turn);
            if (!rows) continue;
            Separation check(shapes_, rooms(count), problem_.turning, 1);
            if (std::any_of(rows->begin(), rows->end(),
                            [&, n = count](const NestItem& item) { return item.container >= n; }))
                continue;
            check.set(*rows);
            if (!check.colliding().empty()) continue;
            best_ = *rows;
            const double far = std::get<2>(costs());
            if (far < least || (far == least && !tidiest)) least = far, tidiest = rows;
        }
    best_ = tidiest.value_or(found);
    if (tidiest) told();
}

}  // namespace tympan
