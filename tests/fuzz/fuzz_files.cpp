// Feeds damaged job files, job texts and SVG outlines to their readers, for as long as asked. Whatever comes,
// a reader either reads it or throws tympan::Error; a crash, another exception or a hang is a finding. Best
// built with sanitizers:
//     build/asan/bin/fuzz-files --minutes 10 [--seed N]
// A finding leaves its input in fuzz-finding.bin; `--replay FILE` tries that again.
#include <chrono>
#include <cstdio>
#include <cstring>
#include <fstream>
#include <nlohmann/json.hpp>
#include <random>

#include "core/artwork/edited.h"
#include "core/artwork/read_picture.h"
#include "core/inspect/findings.h"
#include "core/job/edits.h"
#include "core/job/job_file.h"
#include "core/job/landing.h"
#include "core/object/svg_outline.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

using Random = std::mt19937_64;

std::size_t below(Random& random, std::size_t limit) { return limit == 0 ? 0 : random() % limit; }

const std::vector<std::string> words{"null",
                                     "-1",
                                     "0",
                                     "1e308",
                                     "-1e308",
                                     "1e-300",
                                     "99999999999999999999",
                                     "\"\"",
                                     "[]",
                                     "{}",
                                     "true",
                                     "\"polygon\"",
                                     "\"tapered\"",
                                     "\"drawn\"",
                                     "\"x_mm\"",
                                     ",",
                                     ":",
                                     "{",
                                     "}",
                                     "[",
                                     "]",
                                     "<g>",
                                     "</g>",
                                     "<path d=\"",
                                     "M0 0",
                                     "a1 1 0 1 1 0 0",
                                     "transform=\"rotate(",
                                     "matrix(1e300 0 0 0 0 0)",
                                     "data-role=\"keep-out\"",
                                     "viewBox=\"0 0 0 0\"",
                                     "&#0;",
                                     "\xff",
                                     "%"};

/// One to six changes of a text or file.
std::string damaged(std::string text, Random& random) {
    for (std::size_t i = 0, changes = 1 + below(random, 6); i < changes && !text.empty(); ++i) {
        const std::size_t at = below(random, text.size()),
                          length = 1 + below(random, std::min<std::size_t>(40, text.size() - at));
        switch (below(random, 7)) {
            case 0:
                text[at] = static_cast<char>(random());
                break;
            case 1:
                text[at] = static_cast<char>(text[at] ^ (1 << below(random, 8)));
                break;
            case 2:
                text.erase(at, length);
                break;
            case 3:
                text.insert(at, text.substr(below(random, text.size()), length));
                break;
            case 4:
                text.insert(at, words[below(random, words.size())]);
                break;
            case 5:
                text.resize(at);
                break;
            default:
                text.replace(at, length, words[below(random, words.size())]);
        }
    }
    return text;
}

/// A JSON value somewhere in a job is replaced: the text stays well-formed, so that readers get farther.
void change(nlohmann::json& value, Random& random) {
    if ((value.is_object() || value.is_array()) && !value.empty() && below(random, 8) != 0) {
        auto at = value.begin();
        std::advance(at, static_cast<std::ptrdiff_t>(below(random, value.size())));
        change(*at, random);
        return;
    }
    const nlohmann::json replacements[] = {nullptr,
                                           -1,
                                           0,
                                           3,
                                           1e308,
                                           1e-9,
                                           20000,
                                           "",
                                           "polygon",
                                           "tapered",
                                           "spot",
                                           "plank",
                                           nlohmann::json::array(),
                                           nlohmann::json::object(),
                                           true,
                                           2147483648.0,
                                           value};
    value = replacements[below(random, std::size(replacements))];
}

void look(const Job& job) {
    findings(job);
    for (const Piece& piece : job.pieces) inkOnObject(job, piece);
    const std::string text = jsonOf(job);
    readJob({"again", text},
            [&](const std::string&, const std::string&) { return job.pieces.front().artwork; });
}

struct Inputs {
    std::string container, text;
    ArtworkPtr artwork;
    std::vector<std::string> drawings;
};

void tryText(const Inputs& inputs, const std::string& text) {
    const ReadJob read =
        readJob({"fuzz", text}, [&](const std::string&, const std::string&) { return inputs.artwork; });
    look(read.job);
}

void tryContainer(const std::filesystem::path& file, const std::string& bytes) {
    write(file, bytes);
    look(openJobFile(file).job);
}

/// 0: a text, 1: well-formed JSON, 2: a file, 3: a drawing.
void tryOne(int kind, const std::string& input, const Inputs& inputs, const std::filesystem::path& file) {
    try {
        if (kind <= 1) tryText(inputs, input);
        if (kind == 2) tryContainer(file, input);
        if (kind == 3) readSvgOutline(input, "fuzz.svg");
    } catch (const Error&) {
    }
}

Job jobToDamage(const ArtworkPtr& artwork) {
    Job job = jobOf(artwork, {60, 40});
    for (ShapeKind kind : shapeKinds()) {
        if (kind == ShapeKind::spot || kind == ShapeKind::drawn) continue;
        Object object = objectOf(std::string(name(kind)), kind, {});
        object.zones.push_back({ZoneKind::hole, "hole", shapeOf(ShapeKind::circle, {8}), {0, -20}, {}});
        NewPiece piece{artwork, object, job.pieces.front().method, {60, 40}, 2};
        job = withPiece(std::move(job), piece);
        const int id = job.pieces.back().id;
        Edge edge;
        edge.cut = Cut::object;
        edge.stop_mm = 2;
        job = withFit(withEdge(std::move(job), id, edge), id,
                      kind == ShapeKind::heart ? Fit::fill : Fit::by_hand, 0);
    }
    // One picture with everything done to it, and every wish of tone.
    PictureEdit edit;
    edit.quarters = 1;
    edit.corners = {PointMm{0.1, 0.1}, PointMm{0.9, 0.15}, PointMm{0.85, 0.9}, PointMm{0.1, 0.9}};
    edit.straighten_deg = 3;
    edit.crop = {0.1, 0.1, 0.7, 0.8};
    edit.clean = {60, 50, 4, true};
    edit.cut = {true, {{false, 0.02, {{0.2, 0.2}, {0.3, 0.4}}}}};
    job = withPicture(std::move(job), 2, edited(artwork, edit));
    Tone tone;
    tone.mix = {GreyMix::Kind::by_hand, {10, 60, 30}};
    tone.local = {40, 2};
    tone.line_art = {LineArt::Kind::local, 128, 4, 0.5, 0.5};
    tone.solids = {Solids::Kind::hatched, 50};
    tone.screen.kind = Screen::Kind::scatter;
    job = withTone(std::move(job), 4, tone);
    return withCare(std::move(job), 2, {{"face", {0.2, 0.2, 0.3, 0.3}}});
}

}  // namespace

int main(int argc, char** argv) {
    double minutes = 0.03;
    std::uint64_t seed = 1;
    std::string replay;
    for (int i = 1; i + 1 < argc; i += 2) {
        if (std::strcmp(argv[i], "--minutes") == 0) minutes = std::atof(argv[i + 1]);
        if (std::strcmp(argv[i], "--seed") == 0) seed = std::strtoull(argv[i + 1], nullptr, 10);
        if (std::strcmp(argv[i], "--replay") == 0) replay = argv[i + 1];
    }
    const ScratchFolder folder;
    save(folder / "moth.png", marked({90, 60}, 3));
    const ArtworkPtr artwork = readPicture(folder / "moth.png");
    const Job job = jobToDamage(artwork);
    saveJobFile(folder / "job.tympan", job, {});
    Inputs inputs{contentOf(folder / "job.tympan"), jsonOf(job), artwork, {}};
    for (const Object& object : job.objects)
        if (!object.spot()) inputs.drawings.push_back(svgOf(outlineOf(object.shape)));
    inputs.drawings.push_back(
        "<svg width=\"10cm\" viewBox=\"0 0 100 80\"><g transform=\"translate(3) rotate(30 5 5)\"><rect "
        "width=\"60\" "
        "height=\"40\" rx=\"5\"/><circle cx=\"9\" cy=\"9\" r=\"3\" data-role=\"keep-out\"/></g><path d=\"M1 "
        "2c3 4 5 6 7 8s1 "
        "1 2 2q1 1 2 2t1 1a5 3 20 0 1 9 9z\"/><text>no</text></svg>");
    const std::filesystem::path finding = "fuzz-finding.bin";
    if (!replay.empty()) {
        const std::string stored = contentOf(replay);
        tryOne(stored.at(0) - '0', stored.substr(1), inputs, folder / "fuzz.tympan");
        return 0;
    }
    Random random(seed);
    const auto begin = std::chrono::steady_clock::now();
    const auto end = begin + std::chrono::duration<double>(minutes * 60);
    long count = 0;
    double slowest = 0;
    for (; std::chrono::steady_clock::now() < end; ++count) {
        const int kind = static_cast<int>(below(random, 4));
        std::string input;
        if (kind == 0) input = damaged(inputs.text, random);
        if (kind == 1) {
            nlohmann::json value = nlohmann::json::parse(inputs.text);
            for (std::size_t i = 0, changes = 1 + below(random, 3); i < changes; ++i) change(value, random);
            input = value.dump();
        }
        if (kind == 2) input = damaged(inputs.container, random);
        if (kind == 3) input = damaged(inputs.drawings[below(random, inputs.drawings.size())], random);
        // Written before it is tried: a crash leaves it there.
        {
            std::ofstream stored(finding, std::ios::binary);
            stored << kind << input;
        }
        const auto started = std::chrono::steady_clock::now();
        try {
            tryOne(kind, input, inputs, folder / "fuzz.tympan");
        } catch (const std::exception& fault) {
            std::fprintf(stderr, "fuzz-files: seed %lu, input %ld: %s\n", static_cast<unsigned long>(seed),
                         count, fault.what());
            return 1;
        }
        const double took = std::chrono::duration<double>(std::chrono::steady_clock::now() - started).count();
        slowest = std::max(slowest, took);
        if (took > 20) {
            std::fprintf(stderr, "fuzz-files: seed %lu, input %ld took %.1f s\n",
                         static_cast<unsigned long>(seed), count, took);
            return 1;
        }
    }
    std::filesystem::remove(finding);
    std::printf("fuzz-files: %ld inputs, no finding, the slowest took %.2f s\n", count, slowest);
    return 0;
}
