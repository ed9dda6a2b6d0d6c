#include "workshop/executor.h"

#include <new>

#include "core/base/error.h"

namespace tympan::workshop {

Executor::Finish doneOrFailed(const Executor::Work& work, const std::stop_token& stop,
                              const Executor::Failed& failed) {
    Failure failure;
    try {
        return work(stop);
    } catch (const Error& error) {
        failure.stopped = error.kind() == Error::Kind::stopped;
        if (!failure.stopped) failure.words = error.words();
    } catch (const std::bad_alloc&) {
        failure.words = Text("There isn't enough memory for this. Make it smaller, or close other programs.");
    } catch (const std::exception& error) {
        failure.words = Text("A fault of the program: {fault}", {{"fault", std::string(error.what())}});
    }
    return [failed, failure] {
        if (failed) failed(failure);
    };
}

void AtOnce::beside(Hurry, const std::stop_token& stop, Work work, Failed failed) {
    if (const Finish finish = doneOrFailed(work, stop, failed)) finish();
}

}  // namespace tympan::workshop
