#include "core/artwork/tiff_facts.h"

#include <algorithm>
#include <cstdint>

namespace tympan {

namespace {

/// Numbers of either byte order, from within the bytes alone.
class TiffBytes {
  public:
    TiffBytes(std::span<const unsigned char> bytes, bool little) : bytes_(bytes), little_(little) {}

    std::optional<std::uint64_t> number(std::uint64_t at, int width) const {
        if (at > bytes_.size() || bytes_.size() - at < static_cast<std::size_t>(width)) return {};
        std::uint64_t value = 0;
        for (int i = 0; i < width; ++i)
            value = value << 8 | bytes_[at + static_cast<std::uint64_t>(little_ ? width - 1 - i : i)];
        return value;
    }

  private:
    std::span<const unsigned char> bytes_;
    bool little_;
};

/// One entry of the directory: up to a few short values.
std::vector<int> valuesAt(const TiffBytes& tiff, std::uint64_t entry, bool big) {
    constexpr int short_type = 3, long_type = 4;
    constexpr std::uint64_t most_values = 8;
    const auto type = tiff.number(entry + 2, 2), count = tiff.number(entry + 4, big ? 8 : 4);
    if (!type || !count) return {};
    const int width = *type == short_type ? 2 : *type == long_type ? 4 : 1;
    std::uint64_t at = entry + (big ? 12 : 8);
    if (*count * static_cast<std::uint64_t>(width) > (big ? 8u : 4u)) {
        const auto elsewhere = tiff.number(at, big ? 8 : 4);
        if (!elsewhere) return {};
        at = *elsewhere;
    }
    std::vector<int> values;
    for (std::uint64_t i = 0; i < std::min(*count, most_values); ++i)
        if (const auto value = tiff.number(at + i * static_cast<std::uint64_t>(width), width))
            values.push_back(static_cast<int>(*value));
    return values;
}

}  // namespace

std::optional<TiffFacts> tiffFactsOf(std::span<const unsigned char> bytes) {
    if (bytes.size() < 8 || bytes[0] != bytes[1] || (bytes[0] != 'I' && bytes[0] != 'M')) return {};
    const TiffBytes tiff(bytes, bytes[0] == 'I');
    const auto version = tiff.number(2, 2);
    if (version != 42 && version != 43) return {};
    const bool big = version == 43;
    const auto directory = tiff.number(big ? 8 : 4, big ? 8 : 4);
    if (!directory) return {};
    const auto entries = tiff.number(*directory, big ? 8 : 2);
    if (!entries) return {};
    TiffFacts facts;
    constexpr std::uint64_t most_entries = 4096;
    for (std::uint64_t i = 0; i < std::min(*entries, most_entries); ++i) {
        const std::uint64_t entry = *directory + (big ? 8 + 20 * i : 2 + 12 * i);
        const auto tag = tiff.number(entry, 2);
        if (!tag) break;
        const std::vector<int> values = valuesAt(tiff, entry, big);
        if (values.empty()) continue;
        if (*tag == 262) facts.photometric = values[0];
        if (*tag == 259) facts.compression = values[0];
        if (*tag == 277) facts.samples = values[0];
        if (*tag == 338) facts.extra = values;
        if (*tag == 530 && values.size() > 1) facts.sub = {values[0], values[1]};
    }
    return facts;
}

int coloursOf(const TiffFacts& facts) {
    return facts.photometric == 5 ? 4 : facts.photometric == 2 || facts.photometric >= 6 ? 3 : 1;
}

}  // namespace tympan
