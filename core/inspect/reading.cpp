#include "core/inspect/reading.h"

#include <algorithm>
#include <cctype>
#include <memory>
#include <opencv2/imgproc.hpp>

#include <fmt/ranges.h>
#include <tesseract/baseapi.h>
#include <tesseract/resultiterator.h>

#include "core/artwork/grey.h"
#include "core/artwork/text_lines.h"
#include "core/base/error.h"
#include "core/render/render_region.h"

namespace tympan {

namespace {

constexpr double looking_ppi = 200, most_looked_at = 4e6;
constexpr int letter_px = 40, most_lines = 14, enough_letters = 40, most_in_vain = 3;
constexpr int strokes_in_letter = 5;  // as many strokes high is a letter of a bold face
// A way is clear when the other has less than this part of its score; and there must be something to go by.
constexpr double clear_part = 0.62, least_score = 1.6, least_of_many = 2.5, surely = 5;
constexpr double sure = 60;  // of 100: words below are guesses

struct Read {
    double score = 0;  ///< letters weighed by how sure they are
    std::vector<std::string> words;
};

/// One recogniser; it is not shared between threads.
class Recogniser {
  public:
    Recogniser() {
        if (api_.Init(nullptr, "eng", tesseract::OEM_LSTM_ONLY) != 0)
            throw Error(Error::Kind::input, "lettering", Text("what reads lettering is not installed"),
                        Text("install the English data of the recogniser"));
        api_.SetPageSegMode(tesseract::PSM_SINGLE_LINE);
        api_.SetVariable("tessedit_do_invert", "0");
        api_.SetVariable("debug_file", "/dev/null");
    }

    Read read(const cv::Mat& line) {
        api_.SetImage(line.data, line.cols, line.rows, 1, static_cast<int>(line.step));
        api_.SetSourceResolution(300);
        Read read;
        if (api_.Recognize(nullptr) != 0) return read;
        const std::unique_ptr<tesseract::ResultIterator> words(api_.GetIterator());
        if (!words) return read;
        do {
            const std::unique_ptr<char[]> text(words->GetUTF8Text(tesseract::RIL_WORD));
            if (!text) continue;
            weigh(text.get(), words->Confidence(tesseract::RIL_WORD), words->WordIsFromDictionary(), read);
        } while (words->Next(tesseract::RIL_WORD));
        return read;
    }

  private:
    static void weigh(const std::string& word, float confidence, bool known, Read& read) {
        const auto letters =
            std::count_if(word.begin(), word.end(), [](unsigned char c) { return std::isalnum(c); });
        const auto signs = static_cast<std::ptrdiff_t>(word.size()) - letters;
        if (letters < 2 || signs > letters / 2) return;
        // Doubtful words count little, known ones more: confidence alone is also given to what is no word.
        const double c = std::max(0.0, (confidence - 30) / 70.0);
        read.score += static_cast<double>(letters) * c * c * (known ? 1.6 : 1);
        if (confidence >= sure) read.words.push_back(word);
    }

    tesseract::TessBaseAPI api_;
};

/// A line, read both ways.
struct ReadLine {
    TextLine line;
    Read as_it_stands, mirrored;
};

}  // namespace

std::string_view name(Reads reads) {
    return reads == Reads::normal ? "normal" : reads == Reads::reversed ? "reversed" : "unknown";
}

namespace {

/// The lines of one picture, read both ways, and what they come to.
struct Tried {
    std::vector<ReadLine> read;
    double as_it_stands = 0, mirrored = 0;
    double most() const { return std::max(as_it_stands, mirrored); }
    bool clear() const {
        return most() >= least_score && std::min(as_it_stands, mirrored) <= clear_part * most();
    }
};

Tried tried(const cv::Mat& grey, const std::vector<TextLine>& lines, Recogniser& recogniser,
            const Progress& progress) {
    Tried result;
    double letters = 0;
    int in_vain = 0;
    for (const TextLine& line : lines) {
        progress.at(letters / enough_letters);
        cv::Mat cut = cutLine(grey, line, letter_px), flipped;
        cv::flip(cut, flipped, 1);
        const ReadLine both{line, recogniser.read(cut), recogniser.read(flipped)};
        result.as_it_stands += both.as_it_stands.score, result.mirrored += both.mirrored.score;
        const double better = std::max(both.as_it_stands.score, both.mirrored.score);
        if (better > least_score / 2) result.read.push_back(both);
        letters += better;
        if (letters >= enough_letters) break;
        // The likeliest come first: where many of those say nothing, the others do not either.
        in_vain = better > least_score / 4 ? 0 : in_vain + 1;
        if (in_vain >= most_in_vain) break;
    }
    return result;
}

/// Without lines of ink, dark or light, that are thinner than so many pixels: what letters are made of is
/// thicker. Method: a closing, or an opening, by a disc.
cv::Mat withoutThinLines(const cv::Mat& grey, int thinner_px, bool light) {
    cv::Mat plain;
    cv::morphologyEx(grey, plain, light ? cv::MORPH_OPEN : cv::MORPH_CLOSE,
                     cv::getStructuringElement(cv::MORPH_ELLIPSE, {thinner_px, thinner_px}));
    return plain;
}

}  // namespace

Reading readGrey(const cv::Mat& grey, const PixelGrid& grid, const Progress& progress) {
    Reading reading;
    std::optional<Recogniser> recogniser;
    Tried best;
    int tries = 0;
    // As it is; then without what crosses letters and joins them.
    for (const auto& [thinner, light] :
         {std::pair{0, false}, {5, false}, {7, false}, {9, false}, {5, true}}) {
        const cv::Mat seen = thinner == 0 ? grey : withoutThinLines(grey, thinner, light);
        std::vector<TextLine> lines = textLines(seen, most_lines, progress);
        // Letters whose strokes would be gone, too, are not what is left.
        std::erase_if(lines, [n = thinner](const TextLine& line) {
            return line.letter_px < static_cast<float>(strokes_in_letter * n);
        });
        if (lines.empty()) continue;
        if (!recogniser) recogniser.emplace();
        ++tries;
        Tried each = tried(seen, lines, *recogniser, progress);
        if (each.most() > best.most()) best = std::move(each);
        if (best.clear() && best.most() >= surely) break;
    }
    std::vector<ReadLine>& read = best.read;
    const double as_it_stands = best.as_it_stands, mirrored = best.mirrored;
    const double most = std::max(as_it_stands, mirrored), least = std::min(as_it_stands, mirrored);
    // Where much was tried, a word of two letters is found by chance.
    if (most < (best.most() >= surely || tries == 1 ? least_score : least_of_many)) return reading;
    reading.found = true;
    if (least <= clear_part * most) reading.reads = as_it_stands > mirrored ? Reads::normal : Reads::reversed;
    // In the order one reads them.
    std::sort(read.begin(), read.end(),
              [](const ReadLine& x, const ReadLine& y) { return x.line.middle.y < y.line.middle.y; });
    for (const ReadLine& each : read) {
        const TextLine& line = each.line;
        const double p = grid.pixel_mm();
        reading.places.push_back({(line.middle.x - line.width / 2) * p, (line.middle.y - line.height / 2) * p,
                                  line.width * p, line.height * p});
        if (reading.reads == Reads::unknown) continue;
        const Read& way = reading.reads == Reads::normal ? each.as_it_stands : each.mirrored;
        reading.words.insert(reading.words.end(), way.words.begin(), way.words.end());
    }
    return reading;
}

Reading readLettering(const Job& job, const Piece& piece, const Progress& progress) {
    const Print print = plainPrint(job, piece, previewPpi(job, piece, looking_ppi, most_looked_at));
    progress.at(0);
    return readGrey(greyOf(renderWhole(print, {progress.stop, {}})), print.grid, progress);
}

std::vector<Finding> findingsOf(const Reading& reading, const Piece& piece) {
    if (reading.reads != Reads::reversed) return {};
    const std::size_t shown = std::min<std::size_t>(reading.words.size(), 4);
    const std::string words = fmt::format(
        "{}",
        fmt::join(reading.words.begin(), reading.words.begin() + static_cast<std::ptrdiff_t>(shown), " "));
    return {{piece.already_reversed ? finding::What(finding::ReadsBackwards{words})
                                    : finding::What(finding::CameReversed{words}),
             Severity::warning, piece.id, reading.places}};
}

}  // namespace tympan
