#pragma once
#include <functional>

namespace tympan {

/// Calls work(first, last) for parts of [0, count) on at most two threads and waits for both. The parts are
/// made so that results may not depend on them; the first exception is thrown again here.
void inTwoParts(int count, const std::function<void(int first, int last)>& work);

}  // namespace tympan
