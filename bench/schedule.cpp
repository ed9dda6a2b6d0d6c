// Planning an evening: all of it, again after something happened, and what each event costs on the disk.
#include <filesystem>

#include <benchmark/benchmark.h>

#include "core/method/catalogue.h"
#include "core/record/run_store.h"
#include "core/run/now.h"
#include "workshop/runs.h"

using namespace tympan;

namespace {

const TimeZone zone("Europe/Lisbon");

/// Objects of all ways that can be prepared, one after the other.
WorkOrder orderOf(int objects) {
    std::vector<const Method*> methods;
    for (const Method& method : shippedMethods()) methods.push_back(&method);
    WorkOrder order;
    order.uuid = order.name = "bench";
    for (int i = 0; i < objects; ++i) {
        const Method& method = *methods[static_cast<std::size_t>(i) % methods.size()];
        OrderedObject object;
        object.id = 2 * i + 1;
        object.name = "object";
        object.material = method.suits.front();
        object.area_cm2 = 120;
        for (const Preparation& each : shippedPreparations())
            if (isNeeded(each, object.material, false, method))
                object.preparation.insert(object.preparation.end(), each.steps.begin(), each.steps.end());
        OrderedPiece piece;
        piece.id = 2 * i + 2;
        piece.name = "piece";
        piece.object = object.id;
        piece.method = method.id;
        piece.steps = method.steps;
        piece.printer = method.printers.front();
        piece.area_cm2 = 100;
        order.objects.push_back(std::move(object));
        order.pieces.push_back(std::move(piece));
    }
    return order;
}

WorkWishes evenings() {
    WorkWishes wishes;
    wishes.hours = "Mo-Fr 18:00-21:30; Sa,Su 10:00-19:00";
    return wishes;
}

void plan(benchmark::State& state) {
    const WorkOrder order = orderOf(static_cast<int>(state.range(0)));
    const Conditions conditions = conditionsOf(evenings(), zone, zone.read("2026-12-03T18:00"));
    for (auto _ : state) benchmark::DoNotOptimize(planned(order, conditions));
}
BENCHMARK(plan)->Arg(1)->Arg(12)->Arg(40)->Arg(300)->Unit(benchmark::kMillisecond);

/// As after every event at the table.
void planAgain(benchmark::State& state) {
    const Moment start = zone.read("2026-12-05T10:00");
    const WorkRun run{{"r", start, orderOf(static_cast<int>(state.range(0))), evenings()}, {}};
    RunState now = stateOf(run);
    for (int k = 0; k < 20; ++k) {
        const Plan plan = planFrom(now, zone, start, {0, 0, 1});
        const Now what = nowOf(now, plan, start);
        if (what.kind == Now::Kind::hands)
            apply(now, {.kind = Event::Kind::done, .at = start, .task = what.task});
    }
    for (auto _ : state) {
        const Plan plan = planFrom(now, zone, start);
        benchmark::DoNotOptimize(nowOf(now, plan, start));
        benchmark::DoNotOptimize(alarmsOf(now, plan));
    }
}
BENCHMARK(planAgain)->Arg(1)->Arg(12)->Arg(40)->Unit(benchmark::kMillisecond);

/// On the disk before it returns.
void keepAnEvent(benchmark::State& state) {
    const auto folder = std::filesystem::temp_directory_path() / "tympan-bench-record";
    std::filesystem::remove_all(folder);
    {
        RunStore store(folder / "record.sqlite");
        store.begin({"r", {}, orderOf(1), {}});
        for (auto _ : state) store.add("r", {.kind = Event::Kind::note, .at = {}, .words = "something"});
    }
    std::filesystem::remove_all(folder);
}
BENCHMARK(keepAnEvent)->Unit(benchmark::kMillisecond);

/// What is done beside is somebody else's: here only what holds the window up counts.
class Never : public workshop::Executor {
  public:
    void post(std::function<void()> call) override { call(); }
    void beside(workshop::Hurry, const std::stop_token&, Work, Failed) override {}
};

class StoppedClock : public workshop::Clock {
  public:
    Moment now() const override { return ::zone.read("2026-12-05T10:00"); }
    const TimeZone& zone() const override { return ::zone; }
    [[nodiscard]] std::shared_ptr<void> after(std::chrono::milliseconds, std::function<void()>) override {
        return {};
    }
};

/// A step is ticked at the table: kept, folded, and what comes next is shown, before the plan is made again
/// beside. Objects have about ten tasks each.
void tap(benchmark::State& state) {
    const auto folder = std::filesystem::temp_directory_path() / "tympan-bench-tap";
    std::filesystem::remove_all(folder);
    {
        Never executor;
        StoppedClock clock;
        workshop::Runs runs(executor, clock, folder / "record.sqlite");
        const std::string id = runs.begin(orderOf(static_cast<int>(state.range(0))), evenings());
        state.counters["tasks"] = static_cast<double>(runs.find(id)->plan.tasks.size());
        for (auto _ : state) runs.happen(id, {.kind = Event::Kind::note, .at = {}, .words = "something"});
    }
    std::filesystem::remove_all(folder);
}
BENCHMARK(tap)->Arg(12)->Arg(300)->Unit(benchmark::kMillisecond);

}  // namespace

BENCHMARK_MAIN();
