#include "core/marks/seam_marks.h"

#include <algorithm>
#include <cmath>
#include <string_view>

namespace tympan {

namespace {

constexpr double line_mm = 0.2;
constexpr double tick_from_mm = 2.5, tick_to_mm = 6.5, shortest_tick_mm = 2;
constexpr double pattern_step_mm = 2, letter_mm = 2.4;
constexpr double from_end_mm = 14, every_mm = 100;
constexpr double cut_gap_mm = 0.05, cut_line_mm = 0.2;

class Drawing {
  public:
    Drawing(const Imposition& imposition, const PlacedRegion& part, const RectMm& area)
        : imposition_(imposition),
          part_(part),
          area_(area),
          grid_(imposition.grid),
          kept_(grid_.mm(part.onPage(trimmed()))) {}

    SeamMarks made() {
        const bool by_line = part_.tile && !plan().tiles[*part_.tile].outline.empty();
        if (!by_line) cutTicks();
        if (part_.tile) {
            for (std::size_t i = 0; i < plan().seams.size(); ++i) {
                const Seam& seam = plan().seams[i];
                if (seam.before != *part_.tile && seam.after != *part_.tile) continue;
                // A bare part is on no sheet that could be matched.
                if (!plan().tiles[seam.before].bare && !plan().tiles[seam.after].bare) matching(i, seam);
                const bool under = seam.joint == Joint::lap && seam.after == *part_.tile;
                if (by_line && !under) drawn(seam);
            }
            middles();
        }
        return std::move(result_);
    }

  private:
    const SeamPlan& plan() const { return imposition_.plans[part_.print]; }
    /// What is left when the waste is off, print frame: the region, and what overlaps.
    RectPx trimmed() const { return part_.tile ? inkedFor(plan(), *part_.tile, 0) : part_.region; }

    PointMm onPage(const PlacePx& at) const {
        return {(at.x - part_.region.x + part_.placed.x) * grid_.pixel_mm(),
                (at.y - part_.region.y + part_.placed.y) * grid_.pixel_mm()};
    }

    void cutTicks() {
        const Sides& seams = part_.seams;
        if (seams.left) upright(kept_.x - line_mm, kept_.x - tick_to_mm, kept_.x - tick_from_mm);
        if (seams.right) upright(kept_.right(), kept_.right() + tick_from_mm, kept_.right() + tick_to_mm);
        if (seams.top) level(kept_.y - line_mm, kept_.y - tick_to_mm, kept_.y - tick_from_mm);
        if (seams.bottom) level(kept_.bottom(), kept_.bottom() + tick_from_mm, kept_.bottom() + tick_to_mm);
    }

    /// A tick, shortened to the printable area; none when too little of it is left.
    bool tick(RectMm r) {
        const double right = std::min(r.right(), area_.right()),
                     bottom = std::min(r.bottom(), area_.bottom());
        const double x = std::max(r.x, area_.x), y = std::max(r.y, area_.y);
        const double length = r.width > r.height ? right - x : bottom - y,
                     breadth = r.width > r.height ? bottom - y : right - x;
        if (length < shortest_tick_mm || breadth < line_mm - 1e-6) return false;
        r = {x, y, right - x, bottom - y};
        if (std::none_of(result_.taken.begin(), result_.taken.end(),
                         [&](const RectMm& t) { return t == r; })) {
            result_.marks.push_back(box(r));
            result_.taken.push_back(r);
        }
        return true;
    }
    /// The cut is an upright line; `x` is the waste side's edge of it, `from` to `to` lie in its band.
    void upright(double x, double from, double to) {
        const double above = kept_.y, below = kept_.bottom();
        const bool first = tick({x, above - tick_to_mm, line_mm, tick_to_mm - tick_from_mm});
        const bool last = tick({x, below + tick_from_mm, line_mm, tick_to_mm - tick_from_mm});
        tick({from, above - line_mm, to - from, line_mm});  // where the neighbouring side is cut
        tick({from, below, to - from, line_mm});
        if (first && last) return;
        result_.gauges = true;
        for (double part : {0.05, 0.95}) tick({from, above + part * kept_.height, to - from, line_mm});
    }
    void level(double y, double from, double to) {
        const double left = kept_.x, right = kept_.right();
        const bool first = tick({left - tick_to_mm, y, tick_to_mm - tick_from_mm, line_mm});
        const bool last = tick({right + tick_from_mm, y, tick_to_mm - tick_from_mm, line_mm});
        tick({left - line_mm, from, line_mm, to - from});
        tick({right, from, line_mm, to - from});
        if (first && last) return;
        result_.gauges = true;
        for (double part : {0.05, 0.95}) tick({left + part * kept_.width, from, line_mm, to - from});
    }

    /// A group of lines across a seam at each of its places, in the band of the side that it lies on.
    void matching(std::size_t number, const Seam& seam) {
        const PointMm a = onPage(seam.path.front()), b = onPage(seam.path.back());
        const bool down = std::abs(b.y - a.y) > std::abs(b.x - a.x);
        const double begin = down ? a.y : a.x, end = down ? b.y : b.x;
        const std::vector<double> pattern = seamPattern(number);
        const double group = pattern.back() + 1 + letter_mm;
        if (end - begin < group + 4) return;
        std::vector<double> at;
        const double last = end - from_end_mm - group;
        for (double from = begin + from_end_mm; from < last - 20; from += every_mm) at.push_back(from);
        at.push_back(last > begin + 2 ? last : (begin + end - group) / 2);
        const bool before = seam.before == *part_.tile;
        // Beyond what is kept of this side, as far as cut ticks stand.
        const double edge = down ? (before ? kept_.right() : kept_.x) : (before ? kept_.bottom() : kept_.y);
        const double from = before ? edge + tick_from_mm : edge - tick_to_mm;
        for (double place : at) {
            bool all = true;
            for (double offset : pattern)
                all = tick(down ? RectMm{from, place + offset, tick_to_mm - tick_from_mm, line_mm}
                                : RectMm{place + offset, from, line_mm, tick_to_mm - tick_from_mm}) &&
                      all;
            if (!all) continue;
            const double after = place + pattern.back() + 0.6;
            const std::string letter = seamLetter(number);
            // Its baseline is a little above the lower end of the lines.
            const PointMm where = down ? PointMm{from + 0.5, after + letter_mm * 0.75}
                                       : PointMm{after, from + 0.8 + letter_mm * 0.75};
            const Words words{letter, where, letter_mm, 0, true};
            const RectMm r = extent(words);
            if (r.right() > area_.right() || r.bottom() > area_.bottom() || r.x < area_.x || r.y < area_.y)
                continue;
            result_.marks.push_back(words);
            result_.taken.push_back(r);
        }
    }

    /// A thin line beside the cut, on the waste side.
    void drawn(const Seam& seam) {
        std::vector<PointMm> path;
        for (const PlacePx& at : seam.path) path.push_back(onPage(at));
        // Seams run to the right or down: what is after them lies on their right hand in the first case, on
        // their left in the second.
        const bool down = std::abs(path.back().y - path.front().y) > std::abs(path.back().x - path.front().x);
        const bool before = seam.before == *part_.tile;
        const double side = (before == down) ? -1 : 1;
        const auto aside = [&](std::size_t i, double by) {
            const PointMm &p = path[i > 0 ? i - 1 : i], &q = path[std::min(i + 1, path.size() - 1)];
            const double length = std::hypot(q.x - p.x, q.y - p.y);
            return PointMm{path[i].x - (q.y - p.y) / length * by * side,
                           path[i].y + (q.x - p.x) / length * by * side};
        };
        // Black to be seen on pale ink, and white beyond it to be seen on dark.
        for (const bool white : {false, true}) {
            const double from = cut_gap_mm + (white ? cut_line_mm : 0);
            FilledShape line;
            line.grey = white ? 1 : 0;
            for (std::size_t i = 0; i < path.size(); ++i) line.corners.push_back(aside(i, from));
            for (std::size_t i = path.size(); i-- > 0;) line.corners.push_back(aside(i, from + cut_line_mm));
            result_.marks.push_back(std::move(line));
        }
    }

    /// Where the middle of the whole print meets its own edge.
    void middles() {
        const RectPx& region = part_.region;
        const PointMm middle = onPage({plan().print.width / 2.0, plan().print.height / 2.0});
        const double x = middle.x - line_mm / 2, y = middle.y - line_mm / 2;
        const auto within = [](double at, double from, double to) { return at > from && at < to; };
        const double length = tick_to_mm - tick_from_mm;
        if (within(plan().print.width / 2.0, region.x, region.right())) {
            if (!part_.seams.top) tick({x, kept_.y - tick_to_mm, line_mm, length});
            if (!part_.seams.bottom) tick({x, kept_.bottom() + tick_from_mm, line_mm, length});
        }
        if (within(plan().print.height / 2.0, region.y, region.bottom())) {
            if (!part_.seams.left) tick({kept_.x - tick_to_mm, y, length, line_mm});
            if (!part_.seams.right) tick({kept_.right() + tick_from_mm, y, length, line_mm});
        }
    }

    const Imposition& imposition_;
    const PlacedRegion& part_;
    RectMm area_;
    PixelGrid grid_;
    RectMm kept_;
    SeamMarks result_;
};

}  // namespace

std::string seamLetter(std::size_t seam) {
    constexpr std::string_view alphabet = "abcdefghjkmnpqrstuvwxyz";
    std::string letters;
    for (std::size_t n = seam + 1; n > 0; n = (n - 1) / alphabet.size())
        letters.insert(letters.begin(), alphabet[(n - 1) % alphabet.size()]);
    return letters;
}

std::vector<double> seamPattern(std::size_t seam) {
    // The first line always stands; four others do or do not, in the order of the bits of 1 to 15.
    const std::size_t bits = seam % 15 + 1;
    std::vector<double> at{0};
    for (int i = 0; i < 4; ++i)
        if (bits >> i & 1) at.push_back((i + 1) * pattern_step_mm);
    return at;
}

SeamMarks seamMarks(const Imposition& imposition, const PlacedRegion& part, const RectMm& area) {
    return Drawing(imposition, part, area).made();
}

}  // namespace tympan
