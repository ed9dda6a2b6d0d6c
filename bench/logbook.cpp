// A logbook of a hundred thousand pieces: questions, and opening the station.
#include <filesystem>

#include <benchmark/benchmark.h>

#include "core/base/uuid.h"
#include "core/learning/learning.h"
#include "core/learning/questions.h"
#include "core/readings/strip_reading.h"
#include "core/record/log_files.h"
#include "tests/support/photographed.h"
#include "tests/support/year.h"

using namespace tympan;

namespace {

constexpr int pieces = 100'000;

/// Made once, for all; gone with the program.
class Book {
  public:
    Book() : folder_(std::filesystem::temp_directory_path() / "tympan-bench-logbook") {
        std::filesystem::remove_all(folder_);
        std::vector<LogEntry> entries;
        const std::vector<LogEntry> year = tests::madeUpYear();
        for (int i = 0; i < pieces; ++i) {
            LogEntry entry = year[static_cast<std::size_t>(i) % year.size()];
            entry.id = uuidOf(std::to_string(i));
            entry.made += std::chrono::hours{i};
            entry.notes = "piece number " + std::to_string(i);
            entries.push_back(std::move(entry));
        }
        Logbook(file()).putOfRun(entries);
    }
    ~Book() { std::filesystem::remove_all(folder_); }
    std::filesystem::path file() const { return folder_ / "record.sqlite"; }

  private:
    std::filesystem::path folder_;
};

const Book& shelf() {
    static const Book book;
    return book;
}

void ask(benchmark::State& state, const Asked& asked) {
    const Logbook book(shelf().file());
    for (auto _ : state) benchmark::DoNotOptimize(answerOf(book.lines(asked), Text::verbatim("it")));
}
BENCHMARK_CAPTURE(ask, everything, Asked{})->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(ask, aWord, Asked{.words = "ran"})->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(ask, aWordOfAll, Asked{.words = "piece"})->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(ask, onWhat, Asked{.material = "slate", .outcome = Outcome::held})
    ->Unit(benchmark::kMillisecond);

/// What the station does when it is opened: all lines, what there is to choose from, what was learnt.
void openStation(benchmark::State& state) {
    for (auto _ : state) {
        const Logbook book(shelf().file());
        benchmark::DoNotOptimize(book.lines());
        for (const char* field : {"material", "method", "printer"})
            benchmark::DoNotOptimize(book.values(field));
        benchmark::DoNotOptimize(learnedWaits(book.latest(500), catalogueWaits()));
    }
}
BENCHMARK(openStation)->Unit(benchmark::kMillisecond);

}  // namespace

/// A strip read from a photograph of 12 Mpx, as a phone takes it.
void readsAStrip(benchmark::State& state) {
    tests::StripShot shot = tests::strippedShot(4);
    shot.width_px = 4000;
    const cv::Mat photo = tests::photographed(shot);
    for (auto _ : state) benchmark::DoNotOptimize(readStrip(photo, "strip"));
}
BENCHMARK(readsAStrip)->Unit(benchmark::kMillisecond)->Iterations(3);

BENCHMARK_MAIN();
