#pragma once
#include "workshop/executor.h"

class QObject;

namespace tympan::app {

class RenderService;

/// The workshop's work on the render service's threads; results come to the owner's thread.
class ServiceExecutor : public workshop::Executor {
  public:
    ServiceExecutor(RenderService& service, QObject& owner) : service_(service), owner_(owner) {}
    void post(std::function<void()> call) override;
    void beside(workshop::Hurry hurry, const std::stop_token& stop, Work work, Failed failed) override;

  private:
    RenderService& service_;
    QObject& owner_;
    long long number_ = 0;
};

}  // namespace tympan::app
