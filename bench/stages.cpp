// The stages that a maker waits for, one benchmark each: a change of tone at preview, a sheet's region, the
// source rows.
#include <cstdlib>

#include <benchmark/benchmark.h>

#include "core/artwork/read_picture.h"
#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "core/render/finished.h"
#include "core/render/preview.h"
#include "core/render/render_region.h"

namespace tympan {
namespace {

/// $TYMPAN_BENCH_PICTURE, made by scripts/bench: 24 megapixels.
const Job& job() {
    static const Job made = [] {
        const char* file = std::getenv("TYMPAN_BENCH_PICTURE");
        if (!file) throw std::runtime_error("set TYMPAN_BENCH_PICTURE; scripts/bench does");
        NewPiece piece;
        piece.artwork = readPicture(std::filesystem::path(file));
        piece.method = shippedMethods().front();
        piece.size = {600, 400};
        return withPiece({}, std::move(piece));
    }();
    return made;
}

/// Everything between a slider's move and an image to paint: tone, ground, both leaves.
void toneChangeAtPreview(benchmark::State& state) {
    PixelCache cache(std::size_t{64} << 20);
    const int id = job().pieces.front().id;
    int strength = 0;
    for (auto _ : state) {
        strength = (strength + 7) % 101;
        const Job next = withTone(
            job(), id, {.ink = Tone::InkChoice::grey, .contrast = {Contrast::Kind::strength, strength}});
        const Piece& piece = next.pieces.front();
        const Print print = printOf(next, piece, previewPpi(next, piece, 300, 1e6));
        const cv::Mat ink = previewInk(print, cache);
        cv::Mat printed;
        cv::flip(ink, printed, 1);
        benchmark::DoNotOptimize(onGround(ink, groundUnder(next, piece, print, cache)).data);
        const Object& object = objectOf(next, piece);
        benchmark::DoNotOptimize(
            finishedFace(next, object, windowOn(next, object, 4e5, 300), cache, piece.id).data);
    }
}
BENCHMARK(toneChangeAtPreview)->Unit(benchmark::kMillisecond)->UseRealTime();

void firstPreview(benchmark::State& state) {
    const Piece& piece = job().pieces.front();
    for (auto _ : state) {
        PixelCache cache(std::size_t{64} << 20);
        benchmark::DoNotOptimize(
            previewInk(printOf(job(), piece, previewPpi(job(), piece, 300, 1e6)), cache).data);
    }
}
BENCHMARK(firstPreview)->Unit(benchmark::kMillisecond)->UseRealTime();

void sheetRegion(benchmark::State& state) {
    const Print print = printOf(job(), job().pieces.front(), 300);
    for (auto _ : state) benchmark::DoNotOptimize(renderRegion(print, {1000, 700, 2279, 3390}).data);
}
BENCHMARK(sheetRegion)->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace tympan

int main(int argc, char** argv) {
    benchmark::Initialize(&argc, argv);
    cv::setNumThreads(1);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
