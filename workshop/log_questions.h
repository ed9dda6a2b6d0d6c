#pragma once
#include <map>

#include "core/learning/learning.h"
#include "core/record/logbook.h"
#include "workshop/executor.h"
#include "workshop/notice.h"

namespace tympan::workshop {

/// What the logbook says to a question, as it was when it was read.
struct LogAnswer {
    Asked asked;
    std::vector<LogLine> lines;  ///< the latest first
    Text about;                  ///< what was asked, in words
    Text words;                  ///< the lines, counted
    int count = 0;               ///< entries in all
    /// What there is to choose from, by field: "material", "method", "printer"; the most frequent first.
    std::map<std::string, std::vector<std::string>> values;
    OwnTimes learned;       ///< from the last few hundred entries
    long long changes = 0;  ///< of the logbook, up to which this is true
};

/// Asks the logbook. It may be long, so the answer is made beside; the latest question is the one that is
/// answered, and until then the last answer stands.
class LogQuestions {
  public:
    /// `book` opens the logbook; called on the executor's thread, once a question. Throws Error.
    using Book = std::function<std::shared_ptr<const Logbook>()>;
    LogQuestions(Executor& executor, Book book) : executor_(executor), book_(std::move(book)) {}
    ~LogQuestions() { asking_.request_stop(); }

    /// `about`: what is asked, in words.
    void ask(const Asked& asked, const Text& about);
    bool waiting() const { return waiting_; }
    const LogAnswer& answer() const { return answer_; }
    /// A line's entry is another now: it is counted so, and stays where it is though it may not answer any
    /// more.
    void correct(const LogEntry& entry);
    /// The answer holds for this state of the logbook, too.
    void holdsFor(long long changes) { answer_.changes = changes; }

    Notice<> answered;
    Notice<Text> failed;

  private:
    Executor& executor_;
    Book book_;
    LogAnswer answer_;
    std::stop_source asking_;
    bool waiting_ = false;
    std::shared_ptr<int> alive_ = std::make_shared<int>();
};

/// What the last few hundred entries teach: those before were with other bottles.
OwnTimes learnedFromLatest(const Logbook& book);

}  // namespace tympan::workshop
