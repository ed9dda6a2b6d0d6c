#include "core/base/language.h"

#include <unicode/locid.h>
#include <unicode/msgfmt.h>
#include <unicode/numberformatter.h>

#include "core/base/number.h"
#include "core/base/overloaded.h"

namespace tympan {

namespace {

icu::UnicodeString fromUtf8(std::string_view text) {
    return icu::UnicodeString::fromUTF8({text.data(), static_cast<std::int32_t>(text.size())});
}

std::string toUtf8(const icu::UnicodeString& text) {
    std::string bytes;
    text.toUTF8String(bytes);
    return bytes;
}

icu::UnicodeString written(const Rounded& number, const icu::Locale& locale) {
    using namespace icu::number;
    UErrorCode fault = U_ZERO_ERROR;
    const Precision precision =
        number.decimals < 0 ? Precision::maxSignificantDigits(6) : Precision::fixedFraction(number.decimals);
    return NumberFormatter::withLocale(locale)
        .precision(precision)
        .grouping(UNUM_GROUPING_OFF)
        .formatDouble(number.value, fault)
        .toString(fault);
}

}  // namespace

Language::Language(std::string locale, Translation translation)
    : locale_(std::move(locale)), translation_(std::make_shared<const Translation>(std::move(translation))) {}

std::string Language::operator()(const Text& text) const {
    if (text.kind_ == Text::Kind::verbatim) return text.source_;
    if (text.kind_ == Text::Kind::list) {
        std::string all;
        for (const Text& part : text.parts_) {
            if (&part != &text.parts_.front()) all += text.source_;
            all += (*this)(part);
        }
        return all;
    }
    if (text.source_.empty()) return {};
    const std::string pattern = translation_ ? (*translation_)(text.source_) : text.source_;
    if (text.arguments_.empty()) return pattern;

    const icu::Locale locale(locale_.c_str());
    std::vector<icu::UnicodeString> places;
    std::vector<icu::Formattable> values;
    for (const Argument& argument : text.arguments_) {
        places.push_back(fromUtf8(argument.place));
        values.push_back(std::visit(
            Overloaded{[&](std::int64_t number) {
                           // Counted, or as it is: a year, a page and a line have no thousands.
                           const bool counted = pattern.find("{" + argument.place + ",") != std::string::npos;
                           return counted ? icu::Formattable(number)
                                          : icu::Formattable(fromUtf8(std::to_string(number)));
                       },
                       [&](const Rounded& number) { return icu::Formattable(written(number, locale)); },
                       [&](const Text& words) { return icu::Formattable(fromUtf8((*this)(words))); }},
            argument.value));
    }
    UErrorCode fault = U_ZERO_ERROR;
    icu::UnicodeString sentence;
    const icu::MessageFormat format(fromUtf8(pattern), locale, fault);
    format.format(places.data(), values.data(), static_cast<std::int32_t>(places.size()), sentence, fault);
    return U_SUCCESS(fault) ? toUtf8(sentence) : pattern;
}

std::string inEnglish(const Text& text) { return Language{}(text); }

}  // namespace tympan
