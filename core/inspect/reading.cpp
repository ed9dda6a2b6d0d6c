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
constexpr int letter_px = 40, most_lines = 14, enough_letters = 40;
// A way is clear when the other has less than this part of its score; and there must be something to go by.
constexpr double clear_part = 0.62, least_score = 1.6;
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
            throw Error(Error::Kind::input, "lettering", "what reads lettering is not installed",
                        "install the English data of the recogniser");
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

Reading readGrey(const cv::Mat& grey, const PixelGrid& grid, const Progress& progress) {
    Reading reading;
    const std::vector<TextLine> lines = textLines(grey, most_lines, progress);
    if (lines.empty()) return reading;
    Recogniser recogniser;
    std::vector<ReadLine> read;
    double as_it_stands = 0, mirrored = 0, letters = 0;
    for (const TextLine& line : lines) {
        progress.at(letters / enough_letters);
        cv::Mat cut = cutLine(grey, line, letter_px), flipped;
        cv::flip(cut, flipped, 1);
        const ReadLine both{line, recogniser.read(cut), recogniser.read(flipped)};
        as_it_stands += both.as_it_stands.score, mirrored += both.mirrored.score;
        const double better = std::max(both.as_it_stands.score, both.mirrored.score);
        if (better > least_score / 2) read.push_back(both);
        letters += better;
        if (letters >= enough_letters) break;
    }
    const double most = std::max(as_it_stands, mirrored), least = std::min(as_it_stands, mirrored);
    if (most < least_score) return reading;
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
