#pragma once
#include <functional>
#include <list>
#include <memory>
#include <utility>

namespace tympan::workshop {

/// Tells whoever joined of something, in the order of joining. It belongs to one thread, its owner's.
template <class... Facts>
class Notice {
  public:
    using Listener = std::function<void(Facts...)>;

    /// Listens until the returned handle goes. The handle may outlive the notice.
    [[nodiscard]] std::shared_ptr<void> join(Listener listener) {
        auto kept = std::make_shared<Listener>(std::move(listener));
        listeners_.push_back(kept);
        return kept;
    }
    void operator()(const Facts&... facts) const {
        // Whoever joins or goes meanwhile changes nothing of this telling.
        const std::list<std::weak_ptr<Listener>> now = listeners_;
        for (const auto& each : now)
            if (const std::shared_ptr<Listener> listener = each.lock()) (*listener)(facts...);
        listeners_.remove_if([](const std::weak_ptr<Listener>& each) { return each.expired(); });
    }

  private:
    mutable std::list<std::weak_ptr<Listener>> listeners_;
};

}  // namespace tympan::workshop
