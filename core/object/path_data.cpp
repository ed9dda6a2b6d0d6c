#include "core/object/path_data.h"

#include <charconv>
#include <numbers>
#include <optional>

#include <fmt/format.h>

#include "core/base/error.h"

namespace tympan {

namespace {

constexpr std::size_t most_points = 2'000'000;

/// Reads commands and numbers one after the other.
class Scanner {
  public:
    explicit Scanner(std::string_view text) : all_(text), rest_(text) {}

    bool end() {
        skip();
        return rest_.empty();
    }
    std::optional<char> command() {
        skip();
        if (rest_.empty() ||
            std::string_view("MmLlHhVvCcSsQqTtAaZz").find(rest_.front()) == std::string_view::npos)
            return {};
        const char c = rest_.front();
        rest_.remove_prefix(1);
        return c;
    }
    double number() {
        skip();
        if (!rest_.empty() && rest_.front() == '+') rest_.remove_prefix(1);
        double value = 0;
        const auto [end, fault] = std::from_chars(rest_.data(), rest_.data() + rest_.size(), value);
        if (fault != std::errc{} || !std::isfinite(value)) fail(Text("a number"));
        rest_.remove_prefix(static_cast<std::size_t>(end - rest_.data()));
        return value;
    }
    /// Flags of an arc may stand without a gap: "a1 1 0 0110 10".
    bool flag() {
        skip();
        if (rest_.empty() || (rest_.front() != '0' && rest_.front() != '1')) fail(Text("0 or 1"));
        const bool set = rest_.front() == '1';
        rest_.remove_prefix(1);
        return set;
    }
    [[noreturn]] void fail(const Text& expected) const {
        throw Error(Error::Kind::input, "",
                    Text("path data, character {number}: {expected} is expected there",
                         {{"number", all_.size() - rest_.size() + 1}, {"expected", expected}}),
                    Text("save the outline again from the program that drew it"));
    }

  private:
    void skip() {
        while (!rest_.empty() && (rest_.front() == ',' || static_cast<unsigned char>(rest_.front()) <= ' '))
            rest_.remove_prefix(1);
    }
    std::string_view all_, rest_;
};

/// Collects the points of subpaths in mm.
class Pen {
  public:
    explicit Pen(const Affine& to_mm) : to_mm_(to_mm), stretch_(std::max(to_mm.stretch(), 1e-12)) {}

    PointMm at;
    std::vector<Ring> rings;

    void move(const PointMm& to) {
        rings.emplace_back();
        start_ = to;
        add(to);
    }
    void line(const PointMm& to) { add(to); }
    void cubic(const PointMm& a, const PointMm& b, const PointMm& to) {
        // The chords of n equal parts leave a cubic by at most sqrt(3)/18 of its largest second difference
        // over n² times 6/8 (W. Wang, "Curve flattening bounds"); a plain bound with room to spare.
        const PointMm from = at;
        const double bend = std::max(std::hypot(from.x - 2 * a.x + b.x, from.y - 2 * a.y + b.y),
                                     std::hypot(a.x - 2 * b.x + to.x, a.y - 2 * b.y + to.y));
        const int n = parts(std::sqrt(0.75 * bend * stretch_ / flattening_mm));
        for (int i = 1; i <= n; ++i) {
            const double t = 1.0 * i / n, u = 1 - t;
            add({u * u * u * from.x + 3 * u * u * t * a.x + 3 * u * t * t * b.x + t * t * t * to.x,
                 u * u * u * from.y + 3 * u * u * t * a.y + 3 * u * t * t * b.y + t * t * t * to.y});
        }
        at = to;
    }
    void quadratic(const PointMm& a, const PointMm& to) {
        const PointMm from = at;
        cubic({from.x + 2.0 / 3 * (a.x - from.x), from.y + 2.0 / 3 * (a.y - from.y)},
              {to.x + 2.0 / 3 * (a.x - to.x), to.y + 2.0 / 3 * (a.y - to.y)}, to);
    }
    /// SVG 1.1, appendix F.6: from end points to centre.
    void arc(double rx, double ry, double tilt_deg, bool large, bool clockwise, const PointMm& to) {
        const PointMm from = at;
        rx = std::abs(rx), ry = std::abs(ry);
        if (rx == 0 || ry == 0 || from == to) {
            line(to);
            return;
        }
        const double tilt = tilt_deg * std::numbers::pi / 180, cos = std::cos(tilt), sin = std::sin(tilt);
        const double hx = (from.x - to.x) / 2, hy = (from.y - to.y) / 2;
        const double x = cos * hx + sin * hy, y = -sin * hx + cos * hy;
        const double need = x * x / (rx * rx) + y * y / (ry * ry);
        if (need > 1) rx *= std::sqrt(need), ry *= std::sqrt(need);
        const double below = rx * rx * y * y + ry * ry * x * x;
        double k = std::sqrt(std::max(0.0, (rx * rx * ry * ry - below) / below));
        if (large == clockwise) k = -k;
        const double cx = k * rx * y / ry, cy = -k * ry * x / rx;
        const PointMm centre{cos * cx - sin * cy + (from.x + to.x) / 2,
                             sin * cx + cos * cy + (from.y + to.y) / 2};
        const double begin = std::atan2((y - cy) / ry, (x - cx) / rx);
        double sweep = std::atan2((-y - cy) / ry, (-x - cx) / rx) - begin;
        if (clockwise && sweep < 0) sweep += 2 * std::numbers::pi;
        if (!clockwise && sweep > 0) sweep -= 2 * std::numbers::pi;
        const double radius = std::max(rx, ry) * stretch_;
        const double step = 2 * std::acos(1 - std::min(1.0, flattening_mm / radius));
        const int n = parts(std::abs(sweep) / step);
        for (int i = 1; i < n; ++i) {
            const double angle = begin + sweep * i / n;
            const double px = rx * std::cos(angle), py = ry * std::sin(angle);
            add({cos * px - sin * py + centre.x, sin * px + cos * py + centre.y});
        }
        line(to);
    }
    void close() { at = start_; }

  private:
    static int parts(double wanted) {
        return std::clamp(static_cast<int>(std::ceil(std::min(wanted, 1e5))), 1, 10000);
    }
    void add(const PointMm& point) {
        if (rings.empty()) rings.emplace_back();
        if (++points_ > most_points)
            throw Error(Error::Kind::input, "", Text("the outline has more than two million points"),
                        Text("draw it with fewer"));
        rings.back().push_back(to_mm_(point));
        at = point;
    }
    Affine to_mm_;
    double stretch_;
    PointMm start_;
    std::size_t points_ = 0;
};

/// One command at a time; a command letter that is left out repeats the one before.
class PathReader {
  public:
    PathReader(std::string_view data, const Affine& to_mm) : scan_(data), pen_(to_mm) {}

    std::vector<Ring> read() {
        while (!scan_.end()) {
            if (const auto next = scan_.command())
                command_ = *next;
            else if (command_ == 0 || command_ == 'Z' || command_ == 'z')
                scan_.fail(Text("a command"));
            step();
            if (command_ == 'M') command_ = 'L';
            if (command_ == 'm') command_ = 'l';
        }
        return std::move(pen_.rings);
    }

  private:
    PointMm point() {
        const double x = scan_.number(), y = scan_.number();
        return relative() ? PointMm{from_.x + x, from_.y + y} : PointMm{x, y};
    }
    bool relative() const { return command_ >= 'a'; }
    /// The mirror image of the last control point, when the command before had one of this kind.
    PointMm reflected(bool same_kind) const {
        return same_kind ? PointMm{2 * from_.x - control_.x, 2 * from_.y - control_.y} : from_;
    }
    void step() {
        from_ = pen_.at;
        const char kind = static_cast<char>(command_ & ~0x20);
        if (kind != 'M' && kind != 'Z' && pen_.rings.empty()) scan_.fail(Text("M, to begin with"));
        if (closed_ && kind != 'M' && kind != 'Z') pen_.move(from_);
        closed_ = kind == 'Z';
        switch (kind) {
            case 'M':
                pen_.move(point());
                break;
            case 'L':
                pen_.line(point());
                break;
            case 'H':
                pen_.line({scan_.number() + (relative() ? from_.x : 0), from_.y});
                break;
            case 'V':
                pen_.line({from_.x, scan_.number() + (relative() ? from_.y : 0)});
                break;
            case 'C':
            case 'S': {
                const PointMm a = kind == 'C' ? point() : reflected(before_ == 'C');
                const PointMm b = point(), to = point();
                pen_.cubic(a, b, to);
                control_ = b;
                break;
            }
            case 'Q':
            case 'T': {
                const PointMm a = kind == 'Q' ? point() : reflected(before_ == 'Q');
                const PointMm to = point();
                pen_.quadratic(a, to);
                control_ = a;
                break;
            }
            case 'A': {
                const double rx = scan_.number(), ry = scan_.number(), tilt = scan_.number();
                const bool large = scan_.flag(), clockwise = scan_.flag();
                pen_.arc(rx, ry, tilt, large, clockwise, point());
                break;
            }
            default:
                pen_.close();
        }
        before_ = kind == 'S' ? 'C' : kind == 'T' ? 'Q' : kind;
    }
    Scanner scan_;
    Pen pen_;
    PointMm from_, control_;
    char command_ = 0, before_ = 0;
    bool closed_ = false;
};

}  // namespace

std::vector<Ring> ringsOfPath(std::string_view data, const Affine& to_mm) {
    return PathReader(data, to_mm).read();
}

std::vector<double> numbersIn(std::string_view text) {
    Scanner scan(text);
    std::vector<double> numbers;
    while (!scan.end()) numbers.push_back(scan.number());
    return numbers;
}

}  // namespace tympan
