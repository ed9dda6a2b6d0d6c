#include "core/base/parallel.h"

#include <exception>
#include <thread>

namespace tympan {

void inTwoParts(int count, const std::function<void(int, int)>& work) {
    if (count < 2) {
        if (count == 1) work(0, 1);
        return;
    }
    onBothCores([&](std::size_t side) {
        if (side == 0)
            work(0, count / 2);
        else
            work(count / 2, count);
    });
}

void onBothCores(const std::function<void(std::size_t)>& work) {
    std::exception_ptr failed_beside;
    {
        std::jthread beside([&] {
            try {
                work(1);
            } catch (...) {
                failed_beside = std::current_exception();
            }
        });
        work(0);
    }
    if (failed_beside) std::rethrow_exception(failed_beside);
}

}  // namespace tympan
