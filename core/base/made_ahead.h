#pragma once
#include <deque>
#include <functional>
#include <future>
#include <vector>

namespace tympan {

/// Results that are asked for in a known order, made beside what is done with them: three at a time, so that
/// both cores have work while the first is taken. What one of them throws, `next` throws.
template <class Result>
class MadeAhead {
  public:
    /// The makers run on threads of their own; nothing is made before `next` is called.
    explicit MadeAhead(std::vector<std::function<Result()>> makers) : makers_(std::move(makers)) {}

    Result next() {
        constexpr std::size_t at_once = 3;
        while (coming_.size() < at_once && begun_ < makers_.size())
            coming_.push_back(std::async(std::launch::async, makers_[begun_++]));
        Result result = coming_.front().get();
        coming_.pop_front();
        return result;
    }

  private:
    std::vector<std::function<Result()>> makers_;
    std::size_t begun_ = 0;
    std::deque<std::future<Result>> coming_;  // declared last: it ends before the makers it runs
};

}  // namespace tympan
