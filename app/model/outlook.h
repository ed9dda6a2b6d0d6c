#pragma once
#include <QObject>
#include <chrono>

namespace tympan::app {

class JobStore;
class RenderService;

/// Works out what follows from the job whenever it becomes another: its sheets, and what is worth a look
/// without looking into pictures. With many pieces that takes longer than a frame, so it is done beside the
/// window; meanwhile the store has what followed from the job before.
class Outlook : public QObject {
    Q_OBJECT
  public:
    Outlook(JobStore& store, RenderService& service, QObject* parent = nullptr);

  private:
    void ask();

    JobStore& store_;
    RenderService& service_;
    quint64 asked_ = 0;  ///< the revision that is being worked out
    std::chrono::steady_clock::time_point asked_at_{};
};

}  // namespace tympan::app
