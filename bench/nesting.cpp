// Laying many pieces close, printing them turned, and filling shapes: how long it takes, and how that grows.
#include <cstdlib>
#include <filesystem>

#include <benchmark/benchmark.h>
#include <unistd.h>

#include "core/artwork/read_picture.h"
#include "core/base/cache.h"
#include "core/fill/patchwork.h"
#include "core/job/edits.h"
#include "core/layout/kept_places.h"
#include "core/method/catalogue.h"
#include "core/nest/nest.h"
#include "core/object/shape.h"
#include "core/pdf/sheets_pdf.h"

namespace tympan {
namespace {

NestProblem ovals(int count) {
    NestProblem problem;
    problem.container = rectangleOutline({0, 0, 200, 287});
    problem.gap_mm = 2;
    problem.turning = Turning::free;
    for (int i = 0; i < count; ++i) {
        NestPiece piece;
        piece.id = std::to_string(i);
        piece.outline = ellipseOutline({0, 0}, 20 + i % 37, 15 + i % 23);
        problem.pieces.push_back(std::move(piece));
    }
    return problem;
}

/// The first layout of many pieces, for how it grows with their number.
void firstNesting(benchmark::State& state) {
    const NestProblem problem = ovals(static_cast<int>(state.range(0)));
    NestLimits limits;
    limits.moves = 1;
    std::size_t sheets = 0;
    for (auto _ : state) sheets = nest(problem, limits).containers.size();
    state.counters["sheets"] = static_cast<double>(sheets);
}
BENCHMARK(firstNesting)->Arg(15)->Arg(60)->Arg(150)->Arg(300)->Unit(benchmark::kMillisecond)->UseRealTime();

/// What a few seconds more make of it: sheets, the last one by how much of it is filled, times a thousand.
void nesting(benchmark::State& state) {
    const NestProblem problem = ovals(60);
    NestLimits limits;
    limits.seconds = static_cast<double>(state.range(0));
    NestLayout layout;
    for (auto _ : state) layout = nest(problem, limits);
    state.counters["sheets"] = static_cast<double>(layout.containers.size());
    state.counters["density_permille"] = 1000 * layout.density;
}
BENCHMARK(nesting)->Arg(5)->Unit(benchmark::kSecond)->UseRealTime()->Iterations(1);

/// Sixty pieces of a photograph on six sheets at 300 ppi as PDF: upright, and turned by some degrees (the
/// argument). Goal: turned at most 1.5 times as long.
void sixtyPieces(benchmark::State& state) {
    static const ArtworkPtr photograph =
        readPicture(std::filesystem::path(std::getenv("TYMPAN_BENCH_PICTURE")));
    Job job;
    job.sheets.paper = paperNamed("A4");
    job.sheets.scissor_gap_mm = 2;
    for (int i = 0; i < 60; ++i) {
        NewPiece piece;
        piece.artwork = photograph;
        piece.method = shippedMethods().front();
        piece.size = {62.0 + 0.01 * i, 41.3};  // each its own pixels
        job = withPiece(std::move(job), std::move(piece));
        job = withTone(std::move(job), job.pieces.back().id, {.ink = Tone::InkChoice::grey});
    }
    // Ten on each sheet, in two columns.
    job.kept_sheets.resize(6);
    for (int i = 0; i < 60; ++i)
        job.kept_sheets[static_cast<std::size_t>(i / 10)].places.push_back(
            {job.pieces[static_cast<std::size_t>(i)].id,
             0,
             {55.0 + 95 * (i % 2), 38.0 + 54 * (i % 10 / 2)},
             static_cast<double>(state.range(0)),
             false});
    const Imposition imposition = impose(job);
    const auto file =
        std::filesystem::temp_directory_path() / ("tympan-bench-" + std::to_string(getpid()) + ".pdf");
    for (auto _ : state) {
        cache().clear();
        writeSheets(Language{}, file, job, imposition);
    }
    std::filesystem::remove(file);
    state.counters["sheets"] = static_cast<double>(imposition.sheets.size());
}
BENCHMARK(sixtyPieces)->Arg(0)->Arg(90)->Arg(7)->Unit(benchmark::kSecond)->UseRealTime()->Iterations(1);

/// A patchwork of so many pictures with a face each, in a heart. Goal: under 1 s.
void patchworkOf(benchmark::State& state) {
    const Outline heart = outlineOf(shapeOf(ShapeKind::heart, {300, 270}));
    std::vector<PatchPicture> pictures;
    for (int i = 0; i < static_cast<int>(state.range(0)); ++i)
        pictures.push_back({i % 3 == 0 ? 0.75 : 1.4, 1, {{0.3, 0.2, 0.25, 0.3}}, {}});
    double whole = 0;
    for (auto _ : state) {
        whole = 0;
        for (const Patch& patch : patchwork(heart, pictures, 2, 1)) whole += patch.whole ? 1 : 0;
    }
    state.counters["faces_whole"] = whole;
}
BENCHMARK(patchworkOf)->Arg(3)->Arg(8)->Arg(20)->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace tympan

int main(int argc, char** argv) {
    benchmark::Initialize(&argc, argv);
    cv::setNumThreads(1);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
