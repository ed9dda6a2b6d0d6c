#pragma once
#include <functional>
#include <memory>
#include <string>
#include <string_view>

#include "core/base/text.h"

namespace tympan {

/// A language that texts are put into: where a page is written or a message is shown, never before.
class Language {
  public:
    /// The pattern of a source in this language; the source itself where it has none.
    using Translation = std::function<std::string(std::string_view source)>;

    /// English, as the sources are written.
    Language() = default;
    /// `locale`: such as "de" or "fr_CH"; it says how numbers are written and plurals are chosen.
    /// `translation` may be called from any thread.
    Language(std::string locale, Translation translation);

    /// A translation that is no pattern, or leaves out a place, is taken as it is: what can be read of it is
    /// shown.
    std::string operator()(const Text& text) const;

    const std::string& locale() const { return locale_; }

  private:
    std::string locale_ = "en";
    std::shared_ptr<const Translation> translation_;
};

/// For the log, JSON and tests.
std::string inEnglish(const Text& text);

}  // namespace tympan
