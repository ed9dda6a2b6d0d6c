#pragma once
#include <QObject>
#include <optional>

#include "app/stations/logbook/kept.h"
#include "core/record/swabs.h"

namespace tympan::app {

/// What damp swabs said of inks, as it is kept and said. What is kept is on the disk before it shows.
class SwabDesk : public QObject {
    Q_OBJECT
  public:
    explicit SwabDesk(std::filesystem::path record, QObject* parent = nullptr);
    ~SwabDesk() override;

    /// The latest first; read from the disk when it is first asked.
    const std::vector<SwabTest>& all() const;
    /// Said by hand, away from any run.
    void say(const std::string& printer, const std::string& paper, const std::string& method, Swabbed swabbed,
             int more_coats);
    void keepOf(const WorkRun& run);
    void erase(const SwabTest& test);

  signals:
    void changed();
    void failed(const QString& sentence);

  private:
    void change(const std::function<void(Swabs&)>& change);

    mutable Kept<Swabs> kept_;
    mutable std::optional<std::vector<SwabTest>> all_;
};

/// "held after 2 more coats", "ran", "left a trace".
QString swabText(const SwabTest& test);

}  // namespace tympan::app
