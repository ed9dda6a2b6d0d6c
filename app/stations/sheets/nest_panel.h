#pragma once
#include <QWidget>
#include <memory>

#include "core/layout/nesting.h"

class QLabel;
class QProgressBar;
class QPushButton;

namespace tympan::app {

class JobStore;
class RenderService;

/// Lays small pieces closer while one watches: begins a search beside the window, says how it goes, shows
/// each better way at once, and makes the best one step of undo when it ends or is stopped. A job that is
/// changed meanwhile ends it: what was found is of another job.
class NestPanel : public QWidget {
    Q_OBJECT
  public:
    NestPanel(JobStore& store, RenderService& service, QWidget* parent = nullptr);
    ~NestPanel() override;

    bool searching() const { return search_ != nullptr; }
    static QString view() { return QStringLiteral("nest"); }
    /// How long a search looks; tests and the tour look for less.
    void setSeconds(double seconds) { seconds_ = seconds; }

  signals:
    /// What a search has found so far, laid out; nothing: the job itself is shown again.
    void foundSoFar(std::shared_ptr<const Imposition> imposition);

  private:
    struct Search;
    void begin(int seed, bool spares);
    void stop();
    void end();
    void refresh();
    void found(const std::shared_ptr<Search>& search, std::shared_ptr<const Imposition> imposition);

    JobStore& store_;
    RenderService& service_;
    QLabel* says_;
    QProgressBar* progress_;
    QPushButton *closer_, *another_, *fill_, *stop_;
    std::shared_ptr<Search> search_;
    QString last_;
    double seconds_ = 20;
};

/// "4 sheets, 71 % used": of the sheets that carry small pieces, how many there are, and how much of what the
/// printer reaches on them is kept.
QString usedText(const Imposition& imposition);

}  // namespace tympan::app
