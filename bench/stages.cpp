// The stages that a maker waits for, one benchmark each: a change of tone at preview, a sheet's region, the
// source rows.
#include <cstdlib>

#include <benchmark/benchmark.h>

#include "core/artwork/edited.h"
#include "core/artwork/read_picture.h"
#include "core/base/cache.h"
#include "core/inspect/look.h"
#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "core/pdf/sheets_pdf.h"
#include "core/render/finished.h"
#include "core/render/preview.h"
#include "core/render/render_region.h"
#include "core/seams/moved_seams.h"
#include "core/seams/seam_planning.h"

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
        Job made_of = withPiece({}, std::move(piece));
        const int id = made_of.pieces.front().id;
        return withTone(std::move(made_of), id, {.ink = Tone::InkChoice::grey});  // its colours would be kept
    }();
    return made;
}

/// The same for dark cloth, in two passes.
Job onDarkCloth(int limit = DarkCloth{}.limit) {
    Job made =
        withMethod(job(), job().pieces.front().id, findMethod(shippedMethods(), "two-part-dark-cloth"));
    made.objects.front().ground = {30, 32, 38};
    made.pieces.front().tone = {.ink = Tone::InkChoice::colour};
    made.pieces.front().tone.dark_cloth.limit = limit;
    return made;
}

/// Everything between a slider's move and an image to paint: tone, ground, both leaves.
void toneChangeAtPreview(benchmark::State& state) {
    cache().clear();
    const int id = job().pieces.front().id;
    int strength = 0;
    for (auto _ : state) {
        strength = (strength + 7) % 101;
        const Job next = withTone(
            job(), id, {.ink = Tone::InkChoice::grey, .contrast = {Contrast::Kind::strength, strength}});
        const Piece& piece = next.pieces.front();
        const Print print = printOf(next, piece, previewPpi(next, piece, 300, 1e6));
        const cv::Mat ink = previewInk(print);
        cv::Mat printed;
        cv::flip(ink, printed, 1);
        benchmark::DoNotOptimize(onGround(ink, groundUnder(next, piece, print)).data);
        const Object& object = objectOf(next, piece);
        benchmark::DoNotOptimize(finishedFace(next, object, windowOn(next, object, 4e5, 300), piece.id).data);
    }
}
BENCHMARK(toneChangeAtPreview)->Unit(benchmark::kMillisecond)->UseRealTime();

/// A slide of what is left to the cloth: colour, white and what both come to.
void clothChangeAtPreview(benchmark::State& state) {
    cache().clear();
    int limit = 0;
    for (auto _ : state) {
        limit = (limit + 3) % 40;
        const Job next = onDarkCloth(limit);
        const Piece& piece = next.pieces.front();
        const Print print = printOf(next, piece, previewPpi(next, piece, 300, 1e6));
        const cv::Mat ink = previewInk(print);
        benchmark::DoNotOptimize(finishedPrint(next, piece, print, ink, {}).data);
    }
}
BENCHMARK(clothChangeAtPreview)->Unit(benchmark::kMillisecond)->UseRealTime();

void firstPreview(benchmark::State& state) {
    const Piece& piece = job().pieces.front();
    for (auto _ : state) {
        cache().clear();
        benchmark::DoNotOptimize(previewInk(printOf(job(), piece, previewPpi(job(), piece, 300, 1e6))).data);
    }
}
BENCHMARK(firstPreview)->Unit(benchmark::kMillisecond)->UseRealTime();

void sheetRegion(benchmark::State& state) {
    const Print print = printOf(job(), job().pieces.front(), 300);
    for (auto _ : state) benchmark::DoNotOptimize(renderRegion(print, {1000, 700, 2279, 3390}).data);
}
BENCHMARK(sheetRegion)->Unit(benchmark::kMillisecond)->UseRealTime();

/// A sheet's region in colour on paper (0), and as the colour (1) and the white (2) of a print for dark
/// cloth.
void clothRegion(benchmark::State& state) {
    Job made = onDarkCloth();
    if (state.range(0) == 0)
        made = withMethod(made, made.pieces.front().id, findMethod(shippedMethods(), "opaque-dark-cloth"));
    Print print = printOf(made, made.pieces.front(), 300);
    if (state.range(0) == 2) print.layer = PrintLayer::white;
    for (auto _ : state) benchmark::DoNotOptimize(renderRegion(print, {100, 100, 2400, 3300}).data);
}
BENCHMARK(clothRegion)->DenseRange(0, 2)->Unit(benchmark::kMillisecond)->UseRealTime();

/// The tones that look around a pixel, at preview: local contrast, black and white by place with mending,
/// solids hatched, a screen.
void busyToneAtPreview(benchmark::State& state) {
    std::vector<Tone> tones(4, {.ink = Tone::InkChoice::grey});
    tones[0].local = {60, 3};
    tones[1].line_art = {LineArt::Kind::local, 128, 5, 0.3, 0.4};
    tones[2].solids.kind = Solids::Kind::hatched;
    tones[3].screen = {Screen::Kind::round, 12, 30};
    const Tone& tone = tones[static_cast<std::size_t>(state.range(0))];
    cache().clear();
    const Job toned = withTone(job(), job().pieces.front().id, tone);
    const Piece& piece = toned.pieces.front();
    const Print print = printOf(toned, piece, previewPpi(toned, piece, 300, 1e6));
    for (auto _ : state) benchmark::DoNotOptimize(previewInk(print).data);
}
BENCHMARK(busyToneAtPreview)->DenseRange(0, 3)->Unit(benchmark::kMillisecond)->UseRealTime();

/// What a screenful of the print takes at full quality, with everything that looks around.
void visibleRegionAtFullQuality(benchmark::State& state) {
    Tone tone{.ink = Tone::InkChoice::grey};
    tone.local = {60, 3};
    tone.solids.kind = Solids::Kind::hatched;
    const Job toned = withTone(job(), job().pieces.front().id, tone);
    const Print print = printOf(toned, toned.pieces.front(), 300);
    for (auto _ : state) benchmark::DoNotOptimize(renderRegion(print, {2000, 1500, 1280, 800}).data);
}
BENCHMARK(visibleRegionAtFullQuality)->Unit(benchmark::kMillisecond)->UseRealTime();

/// All findings of pixels but lettering; the goal is 1.5 s.
void findingsButLettering(benchmark::State& state) {
    for (auto _ : state) benchmark::DoNotOptimize(lookAt(job(), job().pieces.front()).ink_coverage);
}
BENCHMARK(findingsButLettering)->Unit(benchmark::kMillisecond)->UseRealTime();

/// Where seams are seen least, from nothing: looking at the print, and the search; of 900 x 600 mm (the goal
/// is 1 s) and of 2000 x 1000 mm (2 s). The second argument: straight or wandering.
void seamPlan(benchmark::State& state) {
    Job large = job();
    large.pieces.front().size = {static_cast<double>(state.range(0)), state.range(0) > 1000 ? 1000.0 : 600.0};
    large.sheets.seams = static_cast<SeamManner>(state.range(1));
    const Piece& piece = large.pieces.front();
    const PrintGeometry print = geometryOf(large, piece, large.sheets.ppi);
    for (auto _ : state) {
        cache().clear();
        benchmark::DoNotOptimize(planSeams(large, piece, print).tiles.size());
    }
    state.counters["sheets"] = static_cast<double>(planSeams(large, piece, print).tiles.size());
}
BENCHMARK(seamPlan)
    ->ArgsProduct({{900, 2000},
                   {static_cast<int>(SeamManner::quiet), static_cast<int>(SeamManner::wandering)}})
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

/// Sheets of A4 at 300 ppi written, once it is known how the print is parted: a large print, and a part of it
/// as large as there. The time for each sheet is to be the same for few and for many.
void writtenSheets(benchmark::State& state) {
    constexpr SizeMm all{1480, 2700};
    const SizeMm part{static_cast<double>(state.range(0)), static_cast<double>(state.range(1))};
    Job large = job();
    PictureEdit edit;
    edit.crop = {0, 0, part.width / all.width, part.height / all.height};
    large.pieces.front().artwork = edited(large.pieces.front().artwork, edit);
    large.pieces.front().size = part;
    large.pieces.front().enlarging.engine =
        Engine::smooth;  // people stand nearer to the part: it would be made larger
    const Imposition imposition = impose(large);
    const auto file = std::filesystem::temp_directory_path() / "tympan-bench.pdf";
    for (auto _ : state) writeSheets(Language{}, file, large, imposition);
    std::filesystem::remove(file);
    const auto sheets = static_cast<double>(imposition.sheets.size());
    state.counters["sheets"] = sheets;
    state.counters["each"] = benchmark::Counter(
        sheets, benchmark::Counter::kIsIterationInvariantRate | benchmark::Counter::kInvert);
}
BENCHMARK(writtenSheets)->Args({370, 540})->Args({1480, 2700})->Unit(benchmark::kMillisecond)->UseRealTime();

/// A seam that is dragged, with all quiet places near it tried; the goal is 50 ms with its repaint.
void draggedSeam(benchmark::State& state) {
    Job large = job();
    large.pieces.front().size = {2000, 1000};
    const Piece& piece = large.pieces.front();
    const PrintGeometry print = geometryOf(large, piece, large.sheets.ppi);
    const auto costs = seamCostsOf(large, piece, large.sheets.ppi);
    Bands bands = flipped(planSeams(large, piece, print).bands, print.size.width, print.mirrored);
    const SheetRoom room = roomOf(large, piece);
    int at = bands.edges.front().corners.front().y, by = 37;
    for (auto _ : state) {
        by = -by;
        bands = withLineAt(bands, {{}, 0}, at + by, *costs, room, 60);
        benchmark::DoNotOptimize(planOf(print.size, bands, Joint::butt, 0).seams.size());
    }
}
BENCHMARK(draggedSeam)->Unit(benchmark::kMillisecond)->UseRealTime();

/// A scan cleaned of everything.
void cleanUp(benchmark::State& state) {
    PictureEdit edit;
    edit.clean = {100, 100, 5, true};
    for (auto _ : state) {
        edit.clean.even_light = 50 + static_cast<int>(state.iterations() % 50);  // never found again
        const ArtworkPtr picture = edited(job().pieces.front().artwork, edit);
        benchmark::DoNotOptimize(pixelsFor(*picture, 1).data);
    }
}
BENCHMARK(cleanUp)->Unit(benchmark::kMillisecond)->UseRealTime()->Iterations(3);

}  // namespace
}  // namespace tympan

int main(int argc, char** argv) {
    benchmark::Initialize(&argc, argv);
    cv::setNumThreads(1);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
