#pragma once
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/artwork/artwork.h"
#include "core/base/fields.h"
#include "core/base/shared_value.h"
#include "core/method/method.h"
#include "core/object/unrolled.h"
#include "core/printer/printer.h"

namespace tympan::tests {

/// Walks through every leaf of a value, whatever it is made of, and changes the one of that number.
class OneLeaf {
  public:
    explicit OneLeaf(int which) : which_(which) {}
    int seen() const { return seen_; }

    template <class T>
    void in(T& value) {
        if constexpr (std::is_same_v<T, bool>) {
            if (mine()) value = !value;
        } else if constexpr (std::is_enum_v<T>) {
            if (mine()) value = static_cast<T>(static_cast<int>(value) + 1);
        } else if constexpr (std::is_arithmetic_v<T>) {
            if (mine()) value = static_cast<T>(value + 1);
        } else {
            parts(value);
        }
    }

  private:
    bool mine() { return seen_++ == which_; }

    void parts(std::string& text) {
        if (mine()) text += "x";
    }
    template <class T>
    void parts(std::vector<T>& list) {
        if (mine()) list.push_back(list.empty() ? T{} : list.back());
        for (T& each : list) in(each);
    }
    template <class T, std::size_t N>
    void parts(std::array<T, N>& list) {
        for (T& each : list) in(each);
    }
    template <class T>
    void parts(std::optional<T>& value) {
        if (mine()) {
            value ? value.reset() : void(value.emplace());
            return;
        }
        if (value) in(*value);
    }
    void parts(ArtworkPtr& artwork) {
        if (!mine()) return;
        Artwork other = *artwork;
        other.sha256 += "x";
        artwork = std::make_shared<const Artwork>(std::move(other));
    }
    template <class T>
    void parts(std::shared_ptr<const T>& value) {
        if (mine()) {
            value.reset();
            return;
        }
        if (!value) return;
        T changed = *value;
        in(changed);
        value = std::make_shared<const T>(std::move(changed));
    }
    template <class T>
    void parts(Shared<T>& value) {
        T changed = *value;
        in(changed);
        value = std::move(changed);
    }
    void parts(Variants&) {}  // how the work is done is no part of what is printed
    void parts(ShopTerms&) {}
    void parts(Unrolled& side) {
        if (mine()) side = Unrolled(311, 222, 133);
    }
    template <class T>
    requires std::is_aggregate_v<T>
    void parts(T& value) {
        eachField(value, [this](auto& field) { in(field); });
    }

    int which_, seen_ = 0;
};

/// The value with one leaf changed, for every leaf.
template <class T>
std::vector<T> withEachLeafChanged(const T& value) {
    T counted = value;
    OneLeaf count(-1);
    count.in(counted);
    std::vector<T> all;
    for (int i = 0; i < count.seen(); ++i) {
        T changed = value;
        OneLeaf(i).in(changed);
        all.push_back(std::move(changed));
    }
    return all;
}

}  // namespace tympan::tests
