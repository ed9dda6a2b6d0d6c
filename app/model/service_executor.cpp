#include "app/model/service_executor.h"

#include "app/model/render_service.h"

namespace tympan::app {

namespace {

/// Stopped when one of two is.
class Either {
  public:
    Either(const std::stop_token& one, const std::stop_token& other)
        : one_(one, [this] { source.request_stop(); }), other_(other, [this] { source.request_stop(); }) {}
    std::stop_source source;

  private:
    std::stop_callback<std::function<void()>> one_, other_;
};

}  // namespace

void ServiceExecutor::post(std::function<void()> call) {
    QMetaObject::invokeMethod(&owner_, std::move(call), Qt::QueuedConnection);
}

void ServiceExecutor::beside(workshop::Hurry hurry, const std::stop_token& stop, Work work, Failed failed) {
    // Each is a view of its own: none takes another's place. It may be stopped by whoever asked for it, or
    // with the whole service.
    service_.request(
        QStringLiteral("workshop %1").arg(++number_),
        [stop, work = std::move(work),
         failed = std::move(failed)](const std::stop_token& service_stop) -> RenderService::Finish {
            const auto either = std::make_shared<Either>(stop, service_stop);
            Finish finish = workshop::doneOrFailed(work, either->source.get_token(), failed);
            // What it returns may ask whether it was stopped since.
            return [either, finish = std::move(finish)] {
                if (finish) finish();
            };
        },
        hurry == workshop::Hurry::waited_for ? Lane::looked_at : Lane::background, Result::happened);
}

}  // namespace tympan::app
