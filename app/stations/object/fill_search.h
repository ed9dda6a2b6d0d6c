#pragma once
#include <QObject>
#include <memory>

#include "app/model/job_store.h"
#include "core/fill/fill_object.h"

namespace tympan::app {

class RenderService;

/// One search for places on an object at a time, beside the window. Each better way becomes the job at once,
/// all of it one step of undo. A job that is changed meanwhile ends it.
class FillSearch : public QObject {
    Q_OBJECT
  public:
    FillSearch(JobStore& store, RenderService& service, QObject* parent);
    ~FillSearch() override;

    static QString view() { return QStringLiteral("fill"); }
    bool on() const { return search_ != nullptr; }
    /// Another search that is on ends.
    void begin(int object, const Filling& filling, double seconds);
    /// What is found by now is taken.
    void stop();

  signals:
    void begun();
    void progressed(int thousandths);
    /// Nothing more will be found; `filled`: nullptr when the job was changed by somebody else.
    void ended(const tympan::Filled* filled);

  private:
    struct Search;
    void shown(const std::shared_ptr<Search>& search, const Job& job);
    void end(const std::shared_ptr<Search>& search, const Filled& filled);

    JobStore& store_;
    RenderService& service_;
    std::shared_ptr<Search> search_;
    int searches_ = 0;
};

}  // namespace tympan::app
