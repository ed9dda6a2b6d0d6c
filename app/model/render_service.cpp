#include "app/model/render_service.h"

#include <algorithm>
#include <opencv2/core.hpp>

#include "app/words/words.h"
#include "core/base/error.h"

namespace tympan::app {

RenderService::RenderService(QObject* parent) : QObject(parent) {
    cv::setNumThreads(1);
    for (const bool background_too : {false, true})
        threads_.emplace_back(
            [this, background_too](const std::stop_token& quit) { run(quit, background_too); });
}

RenderService::~RenderService() { stopAll(); }

void RenderService::stopAll() {
    {
        const std::lock_guard hold(lock_);
        waiting_.clear();
        for (Task& task : running_) task.stop.request_stop();
    }
    for (std::jthread& thread : threads_) thread.request_stop();
    threads_.clear();  // joins
}

std::size_t RenderService::stopView(const QString& view) {
    const std::size_t erased = std::erase_if(waiting_, [&](const Task& task) { return task.view == view; });
    for (Task& task : running_)
        if (task.view == view) task.stop.request_stop();
    return erased;
}

void RenderService::request(const QString& view, Work work, Lane lane, Result result) {
    const std::lock_guard hold(lock_);
    stopView(view);
    waiting_.push_front({view, std::move(work), lane, result, {}});
    wake_.notify_all();  // either thread may be the one that may take it
}

void RenderService::cancel(const QString& view) {
    const std::lock_guard hold(lock_);
    if (stopView(view) == 0) return;
    // It never ran, so nobody else will say that it was stopped.
    ++undelivered_;
    QMetaObject::invokeMethod(
        this,
        [this, view] {
            emit failed(view, {});
            const std::lock_guard held(lock_);
            --undelivered_;
        },
        Qt::QueuedConnection);
}

bool RenderService::idle() const {
    const std::lock_guard hold(lock_);
    return waiting_.empty() && running_.empty() && undelivered_ == 0;
}

std::deque<RenderService::Task>::iterator RenderService::nextTask(bool background_too) {
    const auto looked_at = std::find_if(waiting_.begin(), waiting_.end(),
                                        [](const Task& task) { return task.lane == Lane::looked_at; });
    return looked_at == waiting_.end() && background_too ? waiting_.begin() : looked_at;
}

void RenderService::run(const std::stop_token& quit, bool background_too) {
    for (;;) {
        Task task;
        {
            std::unique_lock hold(lock_);
            if (!wake_.wait(hold, quit, [&] { return nextTask(background_too) != waiting_.end(); })) return;
            const auto next = nextTask(background_too);
            task = std::move(*next);
            waiting_.erase(next);
            running_.push_back(task);
        }
        Finish finish;
        QString fault;
        try {
            finish = task.work(task.stop.get_token());
        } catch (const Error& error) {
            if (error.kind() != Error::Kind::stopped) fault = text(error.words());
        } catch (const std::bad_alloc&) {
            fault =
                tr("The machine's memory is not enough for this. Make it smaller, or close other programs.");
        } catch (const std::exception& error) {
            fault = tr("A fault of the program: %1").arg(QString::fromStdString(error.what()));
        }
        finished(task, finish, fault);
    }
}

void RenderService::finished(const Task& task, const Finish& finish, const QString& fault) {
    {
        const std::lock_guard hold(lock_);
        std::erase_if(running_, [&](const Task& other) { return other.stop == task.stop; });
        ++undelivered_;
    }
    const std::stop_token stopped = task.stop.get_token();
    const QString view = task.view;
    const bool happened = task.result == Result::happened;
    QMetaObject::invokeMethod(this, [this, finish, fault, stopped, view, happened] {
        if (!fault.isEmpty() || !finish)
            emit failed(view, fault);
        else if (happened || !stopped.stop_requested())
            finish();
        else
            emit failed(view, {});
        const std::lock_guard hold(lock_);
        --undelivered_;
    });
}

RenderService::Work tellingErrors(RenderService::Work work, std::function<void(const QString&)> tell) {
    return [work = std::move(work),
            tell = std::move(tell)](const std::stop_token& stop) -> RenderService::Finish {
        try {
            return work(stop);
        } catch (const Error& error) {
            if (error.kind() == Error::Kind::stopped) throw;
            return [tell, sentence = text(error.words())] { tell(sentence); };
        }
    };
}

}  // namespace tympan::app
