#pragma once
#include <memory>
#include <utility>

namespace tympan {

/// A value that never changes and is shared by all who hold it: copying it costs a pointer. It converts from
/// and to the value by itself.
template <class T>
class Shared {
  public:
    Shared() : value_(unset()) {}
    Shared(T value) : value_(std::make_shared<const T>(std::move(value))) {}

    const T& operator*() const { return *value_; }
    const T* operator->() const { return value_.get(); }
    operator const T&() const { return *value_; }

    bool operator==(const Shared& other) const { return value_ == other.value_ || *value_ == *other.value_; }
    bool operator==(const T& other) const { return *value_ == other; }

    /// For keys: it is the same thing when its value is.
    friend const T& identityOf(const Shared& shared) { return *shared.value_; }

  private:
    static const std::shared_ptr<const T>& unset() {
        static const auto value = std::make_shared<const T>();
        return value;
    }
    std::shared_ptr<const T> value_;
};

}  // namespace tympan
