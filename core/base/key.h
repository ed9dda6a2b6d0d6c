#pragma once
#include <array>
#include <compare>
#include <cstring>
#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <string_view>
#include <type_traits>
#include <variant>
#include <vector>

#include "core/base/fields.h"

namespace tympan {

/// What a computed thing depends on, as a digest (SHA-256): two values have the same key when, and only when,
/// all of their parts are the same.
struct Key {
    std::string digest;
    auto operator<=>(const Key&) const = default;
};

/// Gathers the bytes of values, part by part, whatever they are made of. A field that is added to a struct
/// counts by itself. A type that is the same thing whenever some small value of it is (a picture by its hash)
/// says so with a function `identityOf(const T&)` beside it.
class KeyBytes {
  public:
    template <class T>
    void add(const T& value) {
        if constexpr (requires { identityOf(value); })
            add(identityOf(value));
        else if constexpr (std::is_arithmetic_v<T> || std::is_enum_v<T>)
            raw(&value, sizeof value);
        else
            addParts(value);
    }
    Key key() const;

  private:
    void raw(const void* at, std::size_t size) { bytes_.append(static_cast<const char*>(at), size); }

    void addParts(std::string_view text) {
        add(text.size());
        bytes_.append(text);
    }
    void addParts(const std::string& text) { addParts(std::string_view(text)); }
    void addParts(const char* text) { addParts(std::string_view(text)); }
    template <class T>
    void addParts(const std::vector<T>& list) {
        add(list.size());
        for (const auto& each : list) add(static_cast<const T&>(each));
    }
    template <class T, std::size_t N>
    void addParts(const std::array<T, N>& list) {
        for (const T& each : list) add(each);
    }
    template <class T>
    void addParts(const std::optional<T>& value) {
        add(value.has_value());
        if (value) add(*value);
    }
    template <class T>
    void addParts(const std::shared_ptr<T>& value) {
        add(value != nullptr);
        if (value) add(static_cast<const std::remove_const_t<T>&>(*value));
    }
    template <class... T>
    void addParts(const std::variant<T...>& value) {
        add(value.index());
        std::visit([this](const auto& held) { add(held); }, value);
    }
    template <class T>
    requires std::is_aggregate_v<T>
    void addParts(const T& value) {
        eachField(value, [this](const auto& field) { add(field); });
    }

    std::string bytes_;
};

/// The key of some values together.
template <class... T>
Key keyOf(const T&... values) {
    KeyBytes bytes;
    (bytes.add(values), ...);
    return bytes.key();
}

}  // namespace tympan

template <>
struct std::hash<tympan::Key> {
    /// The digest is as good as random already.
    std::size_t operator()(const tympan::Key& key) const noexcept {
        std::size_t first = 0;
        std::memcpy(&first, key.digest.data(), std::min(sizeof first, key.digest.size()));
        return first;
    }
};
