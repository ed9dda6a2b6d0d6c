#include "core/render/source_rows.h"

#include "core/artwork/colour.h"

namespace tympan {

namespace {

std::uint16_t times(std::uint32_t value, std::uint32_t alpha) {
    return static_cast<std::uint16_t>((value * alpha + 32767u) / 65535u);
}

}  // namespace

SourceRows::SourceRows(cv::Mat pixels, Ink ink, Light light, const GreyWeights& mix)
    : pixels_(std::move(pixels)), light_(light), mix_(mix) {
    const int given = pixels_.channels();
    alpha_ = given % 2 == 0;
    to_grey_ = ink == Ink::grey && given >= 3;
    colours_ = given >= 3 && ink == Ink::colour ? 3 : 1;
    const bool linear = to_grey_ || light == Light::linear;
    const Table16& table = linearOfEncoded();
    for (std::uint32_t byte = 0; byte < 256; ++byte)
        of_byte_.push_back(linear ? table[byte * 257] : static_cast<std::uint16_t>(byte * 257));
}

template <class Sample>
void SourceRows::readAs(const Sample* p, int count, std::uint16_t* out) const {
    const Table16& linear = linearOfEncoded();
    const Table16& encoded = encodedOfLinear();
    const bool decode = to_grey_ || light_ == Light::linear;
    const auto value = [&](Sample sample) -> std::uint16_t {
        if constexpr (sizeof(Sample) == 1) return of_byte_[sample];
        return decode ? linear[sample] : sample;
    };
    const int given = pixels_.channels();
    for (int i = 0; i < count; ++i, p += given) {
        std::uint32_t alpha = 65535;
        if (alpha_) alpha = static_cast<std::uint32_t>(p[given - 1]) * (sizeof(Sample) == 1 ? 257u : 1u);
        if (to_grey_) {
            std::uint16_t grey = mixed(mix_, value(p[0]), value(p[1]), value(p[2]));
            if (light_ == Light::encoded) grey = encoded[grey];
            *out++ = alpha_ ? times(grey, alpha) : grey;
        } else {
            for (int c = 0; c < colours_; ++c) *out++ = alpha_ ? times(value(p[c]), alpha) : value(p[c]);
        }
        if (alpha_) *out++ = static_cast<std::uint16_t>(alpha);
    }
}

void SourceRows::read(int row, int first, int last, std::uint16_t* values) const {
    const int skip = first * pixels_.channels();
    if (pixels_.depth() == CV_8U)
        readAs(pixels_.ptr<std::uint8_t>(row) + skip, last - first, values);
    else
        readAs(pixels_.ptr<std::uint16_t>(row) + skip, last - first, values);
}

}  // namespace tympan
