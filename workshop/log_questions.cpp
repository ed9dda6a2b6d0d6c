#include "workshop/log_questions.h"

#include "core/learning/questions.h"

namespace tympan::workshop {

namespace {

constexpr int learnt_from = 500;

LogAnswer answered(const Logbook& book, const Asked& asked, const Text& about) {
    LogAnswer answer;
    answer.asked = asked;
    answer.about = about;
    answer.changes = book.changes();  // what is written from here on is seen when it looks again
    answer.lines = book.lines(asked);
    answer.words = answerOf(answer.lines, about);
    answer.count = book.count();
    for (const char* field : {"material", "method", "printer"}) answer.values[field] = book.values(field);
    answer.learned = learnedFromLatest(book);
    return answer;
}

}  // namespace

OwnTimes learnedFromLatest(const Logbook& book) { return learnedFrom(book.latest(learnt_from)); }

void LogQuestions::ask(const Asked& asked, const Text& about) {
    asking_.request_stop();
    asking_ = std::stop_source();
    waiting_ = true;
    const std::stop_token stop = asking_.get_token();
    const auto isMeant = [stop, alive = std::weak_ptr(alive_)] {
        return !alive.expired() && !stop.stop_requested();
    };
    executor_.beside(
        Hurry::waited_for, stop,
        [this, isMeant, book = book_, asked, about](const std::stop_token&) -> Executor::Finish {
            if (!isMeant()) return [] {};
            auto answer = std::make_shared<LogAnswer>(tympan::workshop::answered(*book(), asked, about));
            return [this, isMeant, answer] {
                if (!isMeant()) return;
                waiting_ = false;
                answer_ = std::move(*answer);
                answered();
            };
        },
        [this, isMeant](const Failure& failure) {
            if (!isMeant()) return;
            waiting_ = false;
            if (!failure.stopped) failed(failure.words);
        });
}

void LogQuestions::correct(const LogEntry& entry) {
    for (LogLine& line : answer_.lines) {
        if (line.id != entry.id) continue;
        LogLine corrected = lineOf(entry);
        if (corrected == line) return;
        line = std::move(corrected);
        answer_.words = answerOf(answer_.lines, answer_.about);
        return;
    }
}

}  // namespace tympan::workshop
