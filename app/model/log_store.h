#pragma once
#include <QImage>
#include <QObject>
#include <map>
#include <memory>
#include <set>

#include "app/model/service_executor.h"
#include "core/documents/piece_papers.h"
#include "core/record/photographs.h"
#include "core/record/supplies.h"
#include "workshop/log_questions.h"

namespace tympan::app {

class RenderService;

/// The logbook as it is asked and shown: what was asked, the pieces that answer it, the one that is open and
/// the one beside it. What is changed is on the disk before it shows. Questions and pictures are answered
/// beside the window where there is a service for that.
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
    /// The last answer; that to a newer question follows with `changed`.
    const workshop::LogAnswer& answer() const { return questions_->answer(); }
    const std::vector<LogLine>& lines() const { return answer().lines; }
    /// Whether an answer is on its way.
    bool looking() const { return questions_->waiting(); }
    /// The answer as a sentence.
    QString answerText() const;

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
    /// The same where it is known; null until it has been read, then `pictured`.
    QImage pictureBeside(const std::string& id);

    /// Keeps a photograph of the open piece, beside the window where there is a service for that; says when
    /// it cannot be read.
    void addPhotograph(Photograph::Of of, const QString& file);
    void workBeside(RenderService& service);
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
    /// disk when it is first asked, and with each answer.
    const OwnTimes& learned();

  signals:
    void changed();
    void pictured();
    void failed(const QString& sentence);
    void wrote(const QString& sentence);

  private:
    template <class Work>
    bool tried(Work work);
    void listenTo(std::unique_ptr<workshop::LogQuestions> questions);
    void takeAnswer();
    /// What was just written here is in what is shown; more was another program's, and is looked at next.
    void knowOwnChange();
    void readPictures();

    /// Does work that takes longer than a frame beside the window where there is a service for that, then
    /// `done` on its thread; what is wrong is said.
    void beside(const QString& what, std::function<void()> work, std::function<void()> done);
    /// A piece's reference, as a file holds it; empty: there is none.
    std::string pngOf(const std::string& id) const;
    void keepPhotograph(const std::string& entry, const Photograph& photograph);

    std::filesystem::path file_;
    RenderService* service_ = nullptr;
    std::shared_ptr<Logbook> book_;
    Asked asked_;
    workshop::AtOnce at_once_;
    std::unique_ptr<ServiceExecutor> executor_;
    std::unique_ptr<workshop::LogQuestions> questions_;
    std::vector<std::shared_ptr<void>> listens_;
    std::optional<LogEntry> entry_, beside_;
    std::optional<Fault> drawing_;
    OwnTimes learned_;
    bool learnt_ = false;  ///< whether it has been looked for
    const std::vector<LogEntry>& sinceOpened() const;

    mutable std::optional<std::vector<Supply>> supplies_;
    mutable std::optional<std::vector<LogEntry>> entries_;  ///< of late, for what is left
    mutable std::map<std::string, QImage> pictures_;
    std::set<std::string> unread_pictures_;
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
