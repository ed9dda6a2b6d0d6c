#pragma once
#include <QImage>
#include <QObject>
#include <map>
#include <memory>
#include <set>

#include "core/documents/piece_papers.h"
#include "core/learning/learning.h"
#include "core/record/logbook.h"
#include "core/record/photographs.h"
#include "core/record/supplies.h"

namespace tympan::app {

class RenderService;

/// The logbook as it is asked and shown: what was asked, the pieces that answer it, the one that is open and
/// the one beside it. What is changed is on the disk before it shows.
class LogStore : public QObject {
    Q_OBJECT
  public:
    /// ":memory:" keeps nothing.
    explicit LogStore(std::filesystem::path file, QObject* parent = nullptr);
    ~LogStore() override;

    /// What a run writes by itself.
    void write(const std::vector<LogEntry>& entries);
    void keepPicture(const std::string& entry, const std::string& png);
    bool hasRun(const std::string& run) const;
    /// Reads again what is there.
    void refresh();
    /// Reads again where another program has written since; asked about once a second.
    void look();

    void ask(const Asked& asked);
    const Asked& asked() const { return asked_; }
    const std::vector<LogLine>& lines() const { return lines_; }
    int count() const { return count_; }
    /// The answer to what was asked, as a sentence.
    QString answer() const;
    std::vector<std::string> values(const char* field) const;

    void open(const std::string& id);
    /// What a finger draws on the open piece; nothing: nothing.
    void draw(std::optional<Fault> fault);
    std::optional<Fault> drawing() const { return entry_ ? drawing_ : std::nullopt; }
    /// Lays another piece beside the open one.
    void layBeside(const std::string& id);
    void close();
    const LogEntry* entry() const { return entry_ ? &*entry_ : nullptr; }
    const LogEntry* beside() const { return beside_ ? &*beside_ : nullptr; }
    /// Of the open piece. Whether it could be kept.
    bool change(const std::function<void(LogEntry&)>& change);
    QImage picture(const std::string& id) const;

    /// Keeps a photograph of the open piece, beside the window where there is a service for that; says when
    /// it cannot be read.
    void addPhotograph(Photograph::Of of, const QString& file);
    void workBeside(RenderService& service) { service_ = &service; }
    /// What stands on the shelf; asked the disk once until it is changed here.
    const std::vector<Supply>& supplies() const;
    void keep(const Supply& supply);
    void erase(const Supply& supply);
    std::optional<double> leftOf(const Supply& supply) const;
    /// What there is too little of for work that takes so much, ml by method and step.
    std::vector<Short> shortFor(const std::map<std::string, double>& needs_ml) const;
    /// Of the open piece: its page, and the card for whoever gets it, as known so far.
    void writePage(const QString& file);
    ReceiverCard card() const;
    void writeCard(const QString& file, const ReceiverCard& card);
    /// One that was kept; null where the file is gone.
    QImage photograph(const std::string& sha256) const;

    /// What was resolved for such work; asked the disk once until something is written.
    const std::vector<Resolved>& nextTimes(const std::string& method, const std::string& material) const;

    /// What the last few hundred pieces say of times of waiting, minutes of hands and rounds; read from the
    /// disk when it is first asked.
    const OwnTimes& learned();

  signals:
    void changed();
    void failed(const QString& sentence);
    void wrote(const QString& sentence);

  private:
    template <class Work>
    bool tried(Work work);
    void learn();

    /// Does work that takes longer than a frame beside the window where there is a service for that, then
    /// `done` on its thread; what is wrong is said.
    void beside(const QString& what, std::function<void()> work, std::function<void()> done);
    /// A piece's reference, as a file holds it; empty: there is none.
    std::string pngOf(const std::string& id) const;
    void keepPhotograph(const std::string& entry, const Photograph& photograph);

    std::filesystem::path file_;
    RenderService* service_ = nullptr;
    std::unique_ptr<Logbook> book_;
    Asked asked_;
    std::vector<LogLine> lines_;
    int count_ = 0;
    std::optional<LogEntry> entry_, beside_;
    std::optional<Fault> drawing_;
    OwnTimes learned_;
    bool learnt_ = false;    ///< whether it has been looked for
    long long changes_ = 0;  ///< of the logbook, as far as what is shown has them
    const std::vector<LogEntry>& sinceOpened() const;

    mutable std::optional<std::vector<Supply>> supplies_;
    mutable std::optional<std::vector<LogEntry>> entries_;  ///< of late, for what is left
    mutable std::map<std::string, QImage> pictures_;
    mutable std::map<std::pair<std::string, std::string>, std::vector<Resolved>> resolved_;
};

/// "gel, paper rubbed off on slate, laser printer": what was asked, in words; empty: everything.
QString askedText(const Asked& asked);
/// How pieces went with what was resolved and without it, counted: "Where you did it, 3 of 3 held; where not,
/// 2 of 5." Empty where one of them is not known.
QString helpedText(const Resolved& resolved);
/// What was taken so often may become a way of one's own.
inline constexpr int taken_often = 2;
/// "held", "in parts", "spoiled", "not said".
QString outcomeText(Outcome outcome);
/// "bare pale wood" for "pale-wood".
QString materialText(const std::string& id);

}  // namespace tympan::app
