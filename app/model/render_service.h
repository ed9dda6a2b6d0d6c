#pragma once
#include <QObject>
#include <QString>
#include <condition_variable>
#include <deque>
#include <functional>
#include <mutex>
#include <stop_token>
#include <thread>
#include <vector>

namespace tympan::app {

/// What a request is for: `looked_at` is waited for by somebody's eyes; `background` (looking into pictures,
/// searching, writing files) may take its time.
enum class Lane { looked_at, background };

/// What becomes of a result that was stopped after it was there: one that is only shown is dropped; what has
/// happened outside the program (a file written, sheets handed over) is told all the same.
enum class Result { shown, happened };

/// Two threads for everything that takes longer than a frame. Each request belongs to a view ("fold", "ticket
/// 3", "export"): a newer request of the same view replaces one that waits and stops one that runs; among
/// views the newest goes first. One of the threads never does background work, and the other does none while
/// something that is looked at waits. Work is given a stop token and returns what to do with its result on
/// the interface thread.
class RenderService : public QObject {
    Q_OBJECT
  public:
    using Finish = std::function<void()>;
    using Work = std::function<Finish(const std::stop_token&)>;

    explicit RenderService(QObject* parent = nullptr);
    ~RenderService() override;

    void request(const QString& view, Work work, Lane lane = Lane::looked_at, Result result = Result::shown);
    void cancel(const QString& view);
    /// Stops everything and waits until no work runs. What was asked later never runs.
    void stopAll();
    /// True when nothing waits or runs; for tests and screenshots.
    bool idle() const;

  signals:
    /// Work threw: `sentence` says what is wrong and what to do. Empty when it was stopped by `cancel`.
    void failed(const QString& view, const QString& sentence);

  private:
    struct Task {
        QString view;
        Work work;
        Lane lane = Lane::looked_at;
        Result result = Result::shown;
        std::stop_source stop;
    };
    void run(const std::stop_token& quit, bool background_too);
    /// Returns how many waited and now never run.
    std::size_t stopView(const QString& view);
    void finished(const Task& task, const Finish& finish, const QString& fault);

    mutable std::mutex lock_;
    std::condition_variable_any wake_;
    /// The next task that a thread may take; the end where there is none.
    std::deque<Task>::iterator nextTask(bool background_too);

    std::deque<Task> waiting_;  // the newest first
    std::vector<Task> running_;
    int undelivered_ = 0;
    std::vector<std::jthread> threads_;
};

/// The same work; of an Error in it, `tell` gets the sentence on the interface thread, in place of `failed`.
RenderService::Work tellingErrors(RenderService::Work work, std::function<void(const QString&)> tell);

}  // namespace tympan::app
