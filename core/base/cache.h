#pragma once
#include <condition_variable>
#include <list>
#include <memory>
#include <mutex>
#include <stop_token>
#include <unordered_map>
#include <unordered_set>

#include "core/base/key.h"

namespace tympan {

/// Computed things worth keeping, by the key of everything they depend on. Holds at most a budget of bytes;
/// what was used longest ago goes first, and the latest stays whatever it weighs. Safe from any thread;
/// nothing is computed under its lock.
class Cache {
  public:
    explicit Cache(std::size_t budget_bytes) : budget_(budget_bytes) {}

    /// The kept thing, or nullptr. `T` must be what was kept under this key.
    template <class T>
    std::shared_ptr<const T> find(const Key& key) {
        return std::static_pointer_cast<const T>(findAny(key));
    }
    /// Keeps a thing and returns it.
    template <class T>
    std::shared_ptr<const T> keep(const Key& key, T thing) {
        const std::size_t bytes = sizeof(T) + heldBytes(thing);
        auto shared = std::make_shared<const T>(std::move(thing));
        keepAny(key, shared, bytes);
        return shared;
    }
    /// The kept thing, or the one that `make()` returns, which is then kept. Two threads that want the same
    /// thing at once may both make it: it is the same.
    template <class Make>
    auto get(const Key& key, Make make) {
        using T = std::decay_t<decltype(make())>;
        if (auto found = find<T>(key)) return found;
        return keep(key, make());
    }

    /// As `get`, for what takes long: of two threads that want the same thing at once, one makes it and the
    /// other waits for it. Throws Error (stopped) when that one is asked to stop meanwhile.
    template <class Make>
    auto getOnce(const Key& key, const std::stop_token& stop, Make make) {
        using T = std::decay_t<decltype(make())>;
        if (auto found = find<T>(key)) return found;
        const Claim claim(*this, key, stop);
        return get(key, make);
    }

    std::size_t bytes() const;
    void clear();

  private:
    struct Entry {
        Key key;
        std::shared_ptr<const void> thing;
        std::size_t bytes;
    };
    /// That a thing is being made, for as long as this lives.
    class Claim {
      public:
        Claim(Cache& cache, Key key, const std::stop_token& stop);
        ~Claim();
        Claim(const Claim&) = delete;
        Claim& operator=(const Claim&) = delete;

      private:
        Cache& cache_;
        Key key_;
    };
    template <class T>
    static std::size_t heldBytes(const T& thing) {
        if constexpr (requires { bytesOf(thing); })
            return bytesOf(thing);
        else
            return 0;
    }
    std::shared_ptr<const void> findAny(const Key& key);
    void keepAny(const Key& key, std::shared_ptr<const void> thing, std::size_t bytes);

    mutable std::mutex lock_;
    std::list<Entry> entries_;  // the latest used first
    std::unordered_map<Key, std::list<Entry>::iterator> at_;
    std::size_t budget_, used_ = 0;
    std::unordered_set<Key> claimed_;
    std::condition_variable_any released_;
};

/// The one cache of the process.
Cache& cache();

/// What `make(values…)` returns, made once for as long as there is room. `make` is given what its key is made
/// of and must look at nothing else; `name` tells one kind of thing from another. A type that holds memory of
/// its own says how much with a function `bytesOf(const T&)` beside it.
template <class Make, class... T>
auto remembered(std::string_view name, Make make, const T&... values) {
    static_assert(std::is_empty_v<Make>, "what is captured would not be in the key");
    return cache().get(keyOf(name, values...), [&] { return make(values...); });
}

}  // namespace tympan
