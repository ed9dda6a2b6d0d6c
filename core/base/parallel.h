#pragma once
#include <functional>

namespace tympan {

/// Calls work(first, last) for parts of [0, count) on at most two threads and waits for both. The parts are
/// made so that results may not depend on them; the first exception is thrown again here.
void inTwoParts(int count, const std::function<void(int first, int last)>& work);

/// Calls work(0) here and work(1) on another thread, and waits for both; the first exception is thrown again
/// here.
void onBothCores(const std::function<void(std::size_t side)>& work);

}  // namespace tympan
