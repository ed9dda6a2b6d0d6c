#pragma once
#include <QLabel>

#include "app/canvas/wall_view.h"
#include "app/model/log_store.h"
#include "app/stations/logbook/logbook_stage.h"
#include "tests/app/empty_record.h"
#include "tests/app/transfer_station.h"

namespace tympan::tests {

/// A window at the Transfer station whose record is empty.
class LogbookStation : EmptyRecord, public TransferTest {
  protected:
    /// Does all that is planned, at once.
    void workThrough() {
        ASSERT_TRUE(window.planning().begin());
        for (int k = 0; k < 400; ++k) {
            const app::RunBook::Open& run = window.runs().open().front();
            if (run.now.kind == Now::Kind::over) return;
            ASSERT_FALSE(run.now.task.empty());
            ASSERT_TRUE(
                window.runs().happen(run.id, {.kind = Event::Kind::done, .at = {}, .task = run.now.task}));
        }
        FAIL() << "it never ends";
    }
    void open(std::size_t line) {
        app::WallView& wall = window.logbookStage().wall();
        QTest::mouseClick(&wall, Qt::LeftButton, {}, wall.printRect(line).center());
    }
    bool isThere(const char* button) {
        const auto found = window.findChildren<QPushButton*>(QString::fromLatin1(button));
        return std::any_of(found.begin(), found.end(),
                           [&](const QPushButton* each) { return each->isVisibleTo(&window); });
    }
    std::string answer() { return find<QLabel>("log-answer")->text().toStdString(); }
    app::LogStore& log() { return window.log(); }
    /// What is asked is answered.
    bool isAnswered() {
        return waitFor([&] { return !log().looking(); });
    }
    void wrote(const std::vector<LogEntry>& entries) {
        log().write(entries);
        ASSERT_TRUE(isAnswered());
    }
};

}  // namespace tympan::tests
