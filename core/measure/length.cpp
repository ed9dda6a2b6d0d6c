#include "core/measure/length.h"

#include <charconv>
#include <cmath>

#include <fmt/format.h>

namespace tympan {

namespace {

/// A cursor over the text; every reader either takes a whole thing or leaves the cursor where it was.
struct Reader {
    std::string_view rest;

    void spaces() {
        while (!rest.empty() && (rest.front() == ' ' || rest.front() == '\t')) rest.remove_prefix(1);
        if (rest.starts_with("\u00a0")) rest.remove_prefix(2), spaces();
    }
    bool take(std::string_view word) {
        if (!rest.starts_with(word)) return false;
        rest.remove_prefix(word.size());
        return true;
    }
    std::optional<long> digits() {
        long value = 0;
        const auto [end, failed] = std::from_chars(rest.data(), rest.data() + rest.size(), value);
        if (failed != std::errc{} || rest.empty() || rest.front() == '-') return {};
        rest.remove_prefix(static_cast<std::size_t>(end - rest.data()));
        return value;
    }
    /// "18", "18.7", "18,7", ".5"
    std::optional<double> decimal() {
        std::string plain;
        std::size_t at = 0;
        bool point = false, figure = false;
        for (; at < rest.size(); ++at) {
            const char c = rest[at];
            if (c >= '0' && c <= '9') {
                plain += c, figure = true;
            } else if ((c == '.' || c == ',') && !point) {
                plain += '.', point = true;
            } else {
                break;
            }
        }
        if (!figure) return {};
        double value = 0;
        const auto [end, failed] = std::from_chars(plain.data(), plain.data() + plain.size(), value);
        if (failed != std::errc{} || end != plain.data() + plain.size()) return {};
        rest.remove_prefix(at);
        return value;
    }
    std::optional<double> sign() {
        for (const auto& [text, value] : {std::pair{"½", 0.5},
                                          {"¼", 0.25},
                                          {"¾", 0.75},
                                          {"⅛", 0.125},
                                          {"⅜", 0.375},
                                          {"⅝", 0.625},
                                          {"⅞", 0.875}})
            if (take(text)) return value;
        return {};
    }
    /// "3/8" or a fraction sign.
    std::optional<double> fraction() {
        if (auto value = sign()) return value;
        const std::string_view before = rest;
        const auto above = digits();
        if (above && take("/"))
            if (const auto below = digits(); below && *below > 0)
                return static_cast<double>(*above) / static_cast<double>(*below);
        rest = before;
        return {};
    }
    /// "7 3/8", "3/8", "18.7"
    std::optional<double> number() {
        if (auto value = fraction()) return value;
        auto whole = decimal();
        if (!whole) return {};
        const std::string_view before = rest;
        take("-");  // 7-3/8
        spaces();
        if (auto part = fraction()) return *whole + *part;
        rest = before;
        return whole;
    }
    std::optional<double> unitInMm() {
        for (const auto& [text, mm] : {std::pair{"mm", 1.0},
                                       {"cm", 10.0},
                                       {"inches", mm_per_inch},
                                       {"inch", mm_per_inch},
                                       {"in", mm_per_inch},
                                       {"\"", mm_per_inch},
                                       {"″", mm_per_inch},
                                       {"”", mm_per_inch},
                                       {"ft", 12 * mm_per_inch},
                                       {"'", 12 * mm_per_inch},
                                       {"′", 12 * mm_per_inch},
                                       {"’", 12 * mm_per_inch},
                                       {"m", 1000.0}})
            if (take(text)) return mm;
        return {};
    }
};

std::string lower(std::string_view text) {
    std::string small(text);
    for (char& c : small)
        if (c >= 'A' && c <= 'Z') c = static_cast<char>(c - 'A' + 'a');
    return small;
}

}  // namespace

double millimetresIn(Unit unit) {
    switch (unit) {
        case Unit::mm:
            return 1;
        case Unit::cm:
            return 10;
        case Unit::in:
            return mm_per_inch;
    }
    return 1;
}

std::optional<double> parseLength(std::string_view text, Unit bare) {
    const std::string small = lower(text);
    Reader reader{small};
    double total = 0;
    bool feet = false;
    for (int part = 0; part < 2; ++part) {
        reader.spaces();
        const auto value = reader.number();
        if (!value) return {};
        reader.spaces();
        const auto unit = reader.unitInMm();
        // After feet a bare number is inches: 2' 3
        total += *value * unit.value_or(feet ? mm_per_inch : millimetresIn(bare));
        reader.spaces();
        if (reader.rest.empty()) return std::isfinite(total) ? std::optional(total) : std::nullopt;
        feet = unit && *unit == 12 * mm_per_inch;
        if (!feet) return {};
    }
    return {};
}

std::string formatSize(double width_mm, double height_mm, Unit unit) {
    return fmt::format("{} x {}", formatNumber(width_mm, unit), formatLength(height_mm, unit));
}

std::string formatNumber(double mm, Unit unit) {
    std::string text = fmt::format("{:.{}f}", mm / millimetresIn(unit), unit == Unit::mm ? 1 : 2);
    while (text.back() == '0') text.pop_back();
    if (text.back() == '.') text.pop_back();
    return text == "-0" ? "0" : text;
}

std::string_view sign(Unit unit) { return unit == Unit::mm ? "mm" : unit == Unit::cm ? "cm" : "in"; }

std::string formatLength(double mm, Unit unit) {
    return formatNumber(mm, unit) + " " + std::string(sign(unit));
}

}  // namespace tympan
