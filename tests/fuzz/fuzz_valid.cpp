// Makes jobs, drawings and pictures that are all valid, anywhere within the limits that the program states,
// and does with them what a maker does. Nothing may crash, be refused as though it were damaged, be lost by
// saving and opening, or go on for more than ten seconds without saying how far it is.
//     fuzz-valid --minutes 10 [--seed N] [--silent SECONDS]
// A finding names its seed; `--seed N --minutes 0` tries that one again.
#include <atomic>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <cstring>
#include <nlohmann/json.hpp>
#include <numbers>
#include <opencv2/imgproc.hpp>
#include <random>
#include <thread>

#include <fmt/format.h>

#include "core/artwork/read_picture.h"
#include "core/base/language.h"
#include "core/documents/cut_paths.h"
#include "core/enlarge/redraw.h"
#include "core/fill/fill_object.h"
#include "core/inspect/look.h"
#include "core/job/edits.h"
#include "core/job/job_json.h"
#include "core/job/limits.h"
#include "core/layout/kept_places.h"
#include "core/layout/nesting.h"
#include "core/layout/plan_json.h"
#include "core/marks/cut_marks.h"
#include "core/marks/sheet_marks.h"
#include "core/method/catalogue.h"
#include "core/object/outline_file.h"
#include "core/render/finished.h"
#include "core/render/render_region.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

using Clock = std::chrono::steady_clock;
double most_silent_s = 12;  // the helper ends silent work after ten

std::atomic<Clock::rep> last_sign = 0;
std::atomic<std::uint64_t> trying = 0;
std::atomic<const char*> doing = "";

void sign(const char* what) {
    doing = what;
    last_sign = Clock::now().time_since_epoch().count();
}

/// Progress that notes each sign of life.
Progress watched() {
    return {{}, [](double) { last_sign = Clock::now().time_since_epoch().count(); }};
}

[[noreturn]] void report(const std::string& what) {
    std::fprintf(stderr, "fuzz-valid: seed %lu, %s: %s\n", static_cast<unsigned long>(trying.load()),
                 doing.load(), what.c_str());
    std::fflush(stderr);
    std::_Exit(1);
}

/// Values of every size are as likely: what breaks things is as often tiny as huge.
class Random {
  public:
    explicit Random(std::uint64_t seed) : engine_(seed) {}
    std::size_t below(std::size_t limit) { return engine_() % limit; }
    bool once_in(std::size_t times) { return below(times) == 0; }
    double within(const Range& range) {
        if (once_in(6)) return range.least;
        if (once_in(6)) return range.most;
        std::uniform_real_distribution<double> part(0, 1);
        if (range.least <= 0) return std::lerp(range.least, range.most, std::pow(part(engine_), 3));
        return range.least * std::pow(range.most / range.least, part(engine_));
    }
    int whole(const Range& range) { return static_cast<int>(std::lround(within(range))); }
    template <class T>
    const T& one(const std::vector<T>& list) {
        return list[below(list.size())];
    }

  private:
    std::mt19937_64 engine_;
};

ArtworkPtr anyPicture(Random& random, const ScratchFolder& folder) {
    const double pixels = std::pow(10, 1 + static_cast<double>(random.below(60)) / 10);
    const double aspect = random.once_in(4) ? random.within({1e-4, 1e4}) : random.within({0.3, 3});
    const int width = std::clamp(static_cast<int>(std::sqrt(pixels * aspect)), 1, 30000);
    const int height = std::clamp(static_cast<int>(pixels / width), 1, 30000);
    const int channels = 1 + static_cast<int>(random.below(4));
    const int type = CV_MAKETYPE(random.once_in(3) ? CV_16U : CV_8U, channels);
    cv::Mat made = random.once_in(3) ? noise({width, height}, type) : cv::Mat(height, width, type);
    if (!random.once_in(3)) {
        const int depth = made.depth() == CV_16U ? 65535 : 255;
        made.setTo(cv::Scalar::all(depth));
        cv::circle(made, {width / 2, height / 2}, std::max(1, std::min(width, height) / 3),
                   cv::Scalar(0, depth / 3.0, depth, depth), std::max(1, width / 40));
    }
    const char* ending = random.once_in(2) ? "a.png" : "a.tif";
    save(folder / ending, made, random.once_in(2) ? random.within({20, 2400}) : 0);
    return readPicture(folder / ending, watched());
}

/// Stars, rings in rings and overlapping boxes under transforms: up to a hundred thousand points.
std::string anyDrawing(Random& random) {
    std::string body;
    const std::size_t shapes = 1 + random.below(random.once_in(5) ? 300 : 8);
    const std::size_t points =
        3 + static_cast<std::size_t>(random.within({1, 100'000 / static_cast<double>(shapes)}));
    for (std::size_t s = 0; s < shapes; ++s) {
        const double x = random.within({0, 180}), y = random.within({0, 180}), r = random.within({1, 90});
        std::string path;
        const std::size_t step = random.once_in(4) ? 2 + random.below(5) : 1;  // a star crosses itself
        for (std::size_t i = 0; i < points; ++i) {
            const double angle =
                2 * std::numbers::pi * static_cast<double>(i * step % points) / static_cast<double>(points);
            const double at = r * (i % 2 == 0 ? 1 : 0.8);
            path += fmt::format("{}{:.4f} {:.4f}", i == 0 ? "M" : "L", x + at * std::cos(angle),
                                y + at * std::sin(angle));
        }
        body += fmt::format("<g transform=\"rotate({:.2f} 90 90) scale({:.3f})\"><path d=\"{}z\"/></g>",
                            random.within({0, 360}), random.within({0.5, 2}), path);
    }
    return "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"200mm\" height=\"200mm\" "
           "viewBox=\"0 0 200 200\">" +
           body + "</svg>";
}

Object anyObject(Random& random, const ScratchFolder& folder) {
    Object object;
    object.name = "thing";
    if (random.once_in(3)) {
        object.shape = shapeOf(ShapeKind::heart);
        write(folder / "drawn.svg", anyDrawing(random));
        sign("reading a drawn outline");
        try {
            const Outline drawn = readOutlineFile(folder / "drawn.svg").outline;
            object.shape = shapeOf(ShapeKind::drawn);
            object.shape.outline = drawn;
        } catch (const Error&) {
            // Too many corners, or edges that cross too often: said within ten seconds.
        }
    } else {
        const ShapeKind kind = random.one(shapeKinds());
        std::vector<double> measures;
        for (const Measure& measure : measuresOf(kind))
            measures.push_back(random.within({measure.least, measure.most}));
        object.shape = kind == ShapeKind::drawn ? shapeOf(ShapeKind::heart) : shapeOf(kind, measures);
    }
    for (std::size_t i = random.below(4); i > 0; --i)
        object.zones.push_back({static_cast<ZoneKind>(random.below(3)),
                                "zone",
                                shapeOf(ShapeKind::circle, {random.within({2, 80})}),
                                {random.within({-200, 200}), random.within({-200, 200})},
                                {20, 30, 40}});
    return object;
}

Tone anyTone(Random& random) {
    Tone tone;
    tone.ink = static_cast<Tone::InkChoice>(random.below(3));
    tone.contrast = {static_cast<Contrast::Kind>(random.below(3)), random.whole(limits::percent)};
    tone.mix.kind = static_cast<GreyMix::Kind>(random.below(3));
    tone.local = {random.whole(limits::percent), random.within(limits::local_mm)};
    tone.line_art.kind = static_cast<LineArt::Kind>(random.below(4));
    tone.solids.kind = static_cast<Solids::Kind>(random.below(4));
    tone.screen.kind = static_cast<Screen::Kind>(random.below(8));
    tone.screen.per_cm = random.within(limits::screen_per_cm);
    tone.inverted = random.once_in(5);
    tone.compensated = random.once_in(3);
    return tone;
}

Job anyJob(Random& random, const ScratchFolder& folder) {
    Job job;
    job.sheets.ppi = random.within({20, 600});
    job.sheets.paper =
        paperNamed(fmt::format("{:.1f}x{:.1f}", random.within({100, 900}), random.within({900, 1200})));
    job.sheets.scissor_gap_mm = random.within({0, 30});
    job.sheets.turning = static_cast<Turning>(random.below(3));
    job.sheets.cut_lines = random.once_in(2);
    job.sheets.corner_marks = random.once_in(2);
    job.sheets.cut_beyond_mm = random.within(limits::cut_beyond_mm);
    job.printers.front().margins = evenMargins(random.within({0, 40}));
    for (std::size_t i = 0, pieces = 1 + random.below(6); i < pieces; ++i) {
        NewPiece piece;
        sign("reading a picture");
        piece.artwork = anyPicture(random, folder);
        piece.object = anyObject(random, folder);
        piece.method = random.one(shippedMethods());
        piece.size = {random.within({1, 1500}), random.within({1, 1500})};
        piece.copies = random.whole({1, 30});
        job = withPiece(std::move(job), piece);
        const int id = job.pieces.back().id;
        sign("editing");
        job = withTone(std::move(job), id, anyTone(random));
        Edge edge;
        edge.cut = static_cast<Cut>(random.below(3));
        edge.stop_mm = random.within({-20, 20});
        edge.rim = static_cast<Rim>(random.below(4));
        edge.rim_mm = random.within(limits::rim_mm);
        edge.tab = random.once_in(3);
        job = withEdge(std::move(job), id, edge);
        job = withPlace(std::move(job), id, {random.within({-300, 300}), random.within({-300, 300})},
                        random.within(limits::rotation_deg));
        if (random.once_in(3))
            job = withFit(std::move(job), id, random.once_in(2) ? Fit::inside : Fit::fill, 2);
    }
    return job;
}

/// What a maker does with a job: sheets, plan, marks, a spot of the print, the finished face, a look.
void use(Job job, Random& random) {
    sign("laying out sheets");
    try {
        const Imposition imposition = impose(job, {}, watched());
        planJson(job, imposition);
        for (std::size_t i = 0; i < std::min<std::size_t>(imposition.sheets.size(), 5); ++i)
            sheetMarks(Language{}, imposition, imposition.sheets[i], "sheet");
        if (random.once_in(3)) job = withPlacesKept(std::move(job), imposition);
        sign("laying pieces closer");
        if (random.once_in(3)) {
            job = nested(job, imposition, {5, 30, 1, random.once_in(2), 0}, {}, watched());
            const Imposition closer = impose(job, {}, watched());
            if (closer.sheets.size() > imposition.sheets.size() + 1)
                report("laid closer, it takes more sheets");
            for (const std::size_t sheet : sheetsToCut(closer)) {
                cutPathsSvg(Language{}, job, closer, sheet, CutFrom::back);
                cutLines(job, closer, closer.sheets[sheet]);
                cornerMarks(job, closer, closer.sheets[sheet]);
            }
        }
    } catch (const Error& error) {
        // Too large a print, or margins that leave no room: said, and the rest of the job still serves.
        if (error.kind() != Error::Kind::input) report(error.what());
    }
    sign("filling an object");
    if (random.once_in(3)) {
        Filling filling;
        filling.manner = static_cast<FillManner>(random.below(3));
        filling.gap_mm = random.within({0, 30});
        filling.margin_mm = random.within({0, 30});
        filling.most_turn_deg = random.within({0, 180});
        for (int more = random.whole({0, 4}); more > 0; --more)
            job = withAnother(std::move(job), job.pieces.front().id, job.pieces.front().artwork, {30, 20});
        job = fillObject(job, job.pieces.front().placement.object, filling, {1, 10}).job;
    }
    sign("saving and opening");
    std::size_t next = 0;
    const ReadJob again = readJob({"again.json", jsonOf(job)}, [&](const std::string&, const std::string&) {
        const Artwork& artwork = *job.pieces[next++].artwork;
        return artwork.original ? artwork.original : job.pieces[next - 1].artwork;
    });
    if (!again.faults.empty()) report("not read again: " + inEnglish(again.faults.front()));
    if (again.job.pieces != job.pieces || again.job.objects != job.objects ||
        again.job.kept_sheets != job.kept_sheets) {
        const nlohmann::json before = nlohmann::json::parse(jsonOf(job)),
                             after = nlohmann::json::parse(jsonOf(again.job));
        report("saved and opened, it is another job: " +
               nlohmann::json::diff(before, after).dump().substr(0, 500));
    }
    const Piece& piece = random.one(job.pieces);
    try {
        sign("rendering a spot");
        const Print print = printOf(job, piece, previewPpi(job, piece, job.sheets.ppi, 2e6));
        const RectPx all{0, 0, print.size.width, print.size.height};
        const RectPx box = intersection(all, {print.size.width / 3, print.size.height / 3, 300, 200});
        renderRegion(print, box, watched());
        sign("looking");
        if (random.once_in(3)) lookAt(job, piece, watched());
        sign("redrawing");
        if (random.once_in(4)) redrawn(*piece.artwork, Redrawing{}, watched());
    } catch (const Error& error) {
        if (error.kind() != Error::Kind::input) report(error.what());
    }
}

}  // namespace

int main(int argc, char** argv) {
    double minutes = 0.03;
    std::uint64_t seed = 1;
    for (int i = 1; i + 1 < argc; i += 2) {
        if (std::strcmp(argv[i], "--minutes") == 0) minutes = std::atof(argv[i + 1]);
        if (std::strcmp(argv[i], "--silent") == 0) most_silent_s = std::atof(argv[i + 1]);
        if (std::strcmp(argv[i], "--seed") == 0) seed = std::strtoull(argv[i + 1], nullptr, 10);
    }
    sign("starting");
    std::jthread watch([](const std::stop_token& stop) {
        while (!stop.stop_requested()) {
            std::this_thread::sleep_for(std::chrono::milliseconds(200));
            const auto silent = Clock::now().time_since_epoch() - Clock::duration(last_sign.load());
            if (std::chrono::duration<double>(silent).count() > most_silent_s)
                report(fmt::format("{} s without a sign of progress", most_silent_s));
        }
    });
    const ScratchFolder folder;
    const auto end = Clock::now() + std::chrono::duration<double>(minutes * 60);
    long count = 0;
    double slowest = 0;
    do {
        trying = seed;
        Random random(seed++);
        const auto began = Clock::now();
        try {
            use(anyJob(random, folder), random);
        } catch (const std::exception& fault) {
            report(fault.what());
        }
        slowest = std::max(slowest, std::chrono::duration<double>(Clock::now() - began).count());
        ++count;
    } while (Clock::now() < end);
    std::printf("fuzz-valid: %ld jobs, no finding, the slowest took %.1f s\n", count, slowest);
    return 0;
}
