#include "core/readings/proof_reading.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/photograph/grey_card.h"
#include "core/photograph/linear_light.h"

namespace tympan {

namespace {

constexpr double card_reflects = 0.18;
constexpr double looked_at = 4, sharp_at = 8, face_at = 4;  // px to a millimetre
constexpr double least_for_sharp = 5;  // of the photograph: less shows no half millimetres
// What is told apart from one photograph to the next, on made-up ones; and what the eye sees side by side.
constexpr double chroma_part = 0.08, chroma_least = 2, contrast_least = 3, sharp_part = 0.15,
                 colour_least = 6;

/// How bright the light is, place by place, beside the page's middle: a slope of its logarithm.
struct Slope {
    double across = 0, down = 0;
    PointMm middle;
    double at(double x, double y) const { return std::exp(across * (x - middle.x) + down * (y - middle.y)); }
};

LabColour labOf(const cv::Vec3d& linear) {
    cv::Mat pixel(1, 1, CV_32FC3);
    for (int c = 0; c < 3; ++c)
        pixel.at<cv::Vec3f>(0, 0)[c] = static_cast<float>(std::clamp(encoded(linear[c]), 0.0, 1.0));
    cv::cvtColor(pixel, pixel, cv::COLOR_RGB2Lab);
    const auto& lab = pixel.at<cv::Vec3f>(0, 0);
    return {lab[0], lab[1], lab[2]};
}

/// A photographed page in even, neutral light.
class Page {
  public:
    Page(const cv::Mat& photo, const std::string& name, const ProofLayout& layout, const MarkedSheet& sheet)
        : photo_(photo), layout_(layout) {
        cv::Mat grey;
        cv::cvtColor(photo, grey, cv::COLOR_RGB2GRAY);
        found_ = findMarked(grey, name, sheet);
        findSlope();
        const auto card = greyCardIn(photo, found_, layout.page, paper_);
        if (!card)
            throw Error(Error::Kind::input, name, Text("there is no grey card to be seen beside the proof"),
                        Text("lay an even grey card beside it, all of it in the picture, in the same light"));
        const cv::Vec3d mm = found_.to_photo.inv() * cv::Vec3d(card->at.x, card->at.y, 1);
        const double light = slope_.at(mm[0] / mm[2], mm[1] / mm[2]);
        for (int c = 0; c < 3; ++c) gain_[c] = card_reflects * light / std::max(1e-4, card->light[c]);
    }

    const FoundSheet& found() const { return found_; }
    LabColour paper() const { return labOf(paper_.mul(gain_)); }
    LabColour colourIn(const RectMm& box) const { return labOf(meanIn(box).mul(gain_)); }
    cv::Mat seen(const RectMm& box, double px_per_mm) const {
        return squared(photo_, found_.to_photo, box, px_per_mm);
    }

    /// The same as encoded RGB in neutral, even light, CV_32FC3.
    cv::Mat evened(const RectMm& box, double px_per_mm) const {
        const cv::Mat rgb = seen(box, px_per_mm);
        cv::Mat even(rgb.size(), CV_32FC3);
        for (int y = 0; y < rgb.rows; ++y)
            for (int x = 0; x < rgb.cols; ++x) {
                const cv::Vec3d light = linearAt(rgb, {x, y}).mul(gain_) *
                                        (1 / slope_.at(box.x + x / px_per_mm, box.y + y / px_per_mm));
                for (int c = 0; c < 3; ++c)
                    even.at<cv::Vec3f>(y, x)[c] = static_cast<float>(std::clamp(encoded(light[c]), 0.0, 1.0));
            }
        return even;
    }

  private:
    /// Linear, without the slope; of the middle, clear of the rim.
    cv::Vec3d meanIn(const RectMm& box) const {
        const RectMm inner{box.x + 0.2 * box.width, box.y + 0.2 * box.height, 0.6 * box.width,
                           0.6 * box.height};
        const cv::Mat rgb = seen(inner, looked_at);
        cv::Vec3d sum{};
        for (int y = 0; y < rgb.rows; ++y)
            for (int x = 0; x < rgb.cols; ++x) sum += linearAt(rgb, {x, y});
        const double light = slope_.at(inner.x + inner.width / 2, inner.y + inner.height / 2);
        return sum / (static_cast<double>(rgb.total()) * light);
    }

    /// From the bare paper at both sides: a plane through the logarithm of its brightness.
    void findSlope() {
        constexpr double in_mm = 4, wide_mm = 7, high_mm = 5, clear_mm = 22, apart_mm = 8;
        const SizeMm& page = layout_.page;
        slope_.middle = {page.width / 2, page.height / 2};
        std::vector<RectMm> bare;
        for (const double x : {in_mm, page.width - in_mm - wide_mm})
            for (double y = clear_mm; y + high_mm < page.height - clear_mm; y += apart_mm)
                bare.push_back({x, y, wide_mm, high_mm});
        cv::Mat a(static_cast<int>(bare.size()), 3, CV_64F), b(a.rows, 1, CV_64F), plane;
        std::vector<cv::Vec3d> light;
        for (std::size_t i = 0; i < bare.size(); ++i) {
            light.push_back(meanIn(bare[i]));  // the slope is still none
            const int row = static_cast<int>(i);
            a.at<double>(row, 0) = 1;
            a.at<double>(row, 1) = bare[i].x + wide_mm / 2 - slope_.middle.x;
            a.at<double>(row, 2) = bare[i].y + high_mm / 2 - slope_.middle.y;
            b.at<double>(row) = std::log(std::max(1e-4, light.back()[1]));
        }
        cv::solve(a, b, plane, cv::DECOMP_SVD);
        slope_.across = plane.at<double>(1);
        slope_.down = plane.at<double>(2);
        for (std::size_t i = 0; i < bare.size(); ++i)
            paper_ += light[i] / (slope_.at(bare[i].x + wide_mm / 2, bare[i].y + high_mm / 2) *
                                  static_cast<double>(bare.size()));
    }

    const cv::Mat& photo_;
    const ProofLayout& layout_;
    FoundSheet found_;
    Slope slope_;
    cv::Vec3d paper_{}, gain_{1, 1, 1};
};

MarkedSheet markedProof(const Job& job, const Piece& piece, const ProofLayout& layout) {
    MarkedSheet sheet{Text("proof"), Text("with the grey card beside it"), layout.page, layout.corners, {}};
    const cv::Mat page = drawn(proofMarks(layout), layout.page, ideal_px_per_mm);
    cv::cvtColor(page, sheet.ideal, cv::COLOR_RGB2GRAY);
    cv::Mat picture = proofPicture(job, piece, ideal_px_per_mm);
    if (picture.channels() == 3) cv::cvtColor(picture, picture, cv::COLOR_RGB2GRAY);
    const cv::Rect at =
        cv::Rect(cvRound(layout.picture.x * ideal_px_per_mm), cvRound(layout.picture.y * ideal_px_per_mm),
                 cvRound(layout.picture.width * ideal_px_per_mm),
                 cvRound(layout.picture.height * ideal_px_per_mm)) &
        cv::Rect(0, 0, page.cols, page.rows);
    cv::resize(picture, picture, at.size(), 0, 0, cv::INTER_AREA);
    picture.copyTo(sheet.ideal(at));
    return sheet;
}

double meanChroma(const cv::Mat& encoded_rgb) {
    cv::Mat lab;
    cv::cvtColor(encoded_rgb, lab, cv::COLOR_RGB2Lab);
    double sum = 0;
    for (int y = 0; y < lab.rows; ++y)
        for (int x = 0; x < lab.cols; ++x) {
            const auto& v = lab.at<cv::Vec3f>(y, x);
            sum += std::hypot(v[1], v[2]);
        }
    return sum / static_cast<double>(lab.total());
}

/// Shapes between two sizes, as Gaussians of so many millimetres part them.
cv::Mat band(const cv::Mat& grey, double finer_mm, double coarser_mm) {
    cv::Mat fine, coarse;
    cv::GaussianBlur(grey, fine, {0, 0}, finer_mm * sharp_at);
    cv::GaussianBlur(grey, coarse, {0, 0}, coarser_mm * sharp_at);
    return fine - coarse;
}

/// How much of the picture's finer shapes is there beside its coarser ones: slopes of what is seen over what
/// was printed, tile by tile, each laid where it fits best within half a millimetre. 0: nothing fine to see.
double sharpnessOf(const cv::Mat& seen, const cv::Mat& printed) {
    constexpr double finest_mm = 0.12, fine_mm = 0.5, coarse_mm = 2, tile_mm = 10, off_mm = 0.5,
                     least_match = 0.3;
    const cv::Mat seen_fine = band(seen, finest_mm, fine_mm),
                  printed_fine = band(printed, finest_mm, fine_mm);
    const cv::Mat seen_coarse = band(seen, fine_mm, coarse_mm),
                  printed_coarse = band(printed, fine_mm, coarse_mm);
    const int tile = cvRound(tile_mm * sharp_at), off = cvRound(off_mm * sharp_at);
    double fine_both = 0, fine_own = 0, coarse_both = 0, coarse_own = 0;
    for (int y = off; y + tile + off <= printed.rows; y += tile)
        for (int x = off; x + tile + off <= printed.cols; x += tile) {
            const cv::Rect at(x, y, tile, tile), about(x - off, y - off, tile + 2 * off, tile + 2 * off);
            const double own = printed_fine(at).dot(printed_fine(at));
            if (own < 1e-5 * tile * tile) continue;
            cv::Mat match;
            cv::matchTemplate(seen_fine(about), printed_fine(at), match, cv::TM_CCORR_NORMED);
            double best = 0;
            cv::Point shift;
            cv::minMaxLoc(match, nullptr, &best, nullptr, &shift);
            if (best < least_match) continue;
            const cv::Rect there(x - off + shift.x, y - off + shift.y, tile, tile);
            fine_both += seen_fine(there).dot(printed_fine(at));
            fine_own += own;
            coarse_both += seen_coarse(there).dot(printed_coarse(at));
            coarse_own += printed_coarse(at).dot(printed_coarse(at));
        }
    if (fine_own <= 0 || coarse_own <= 0 || coarse_both <= 0) return 0;
    return (fine_both / fine_own) / (coarse_both / coarse_own);
}

cv::Mat greyOf(const cv::Mat& ink) {
    cv::Mat grey = ink;
    if (grey.depth() != CV_32F) grey.convertTo(grey, CV_32F, 1 / 255.0);
    if (grey.channels() == 3) cv::cvtColor(grey, grey, cv::COLOR_RGB2GRAY);
    return grey;
}

}  // namespace

ReadProof readProof(const cv::Mat& photo, const std::string& name, const Job& job, const Piece& piece) {
    const ProofLayout layout = proofLayout(job, piece);
    const Page page(photo, name, layout, markedProof(job, piece, layout));
    ReadProof read;
    ProofReading& reading = read.reading;
    reading.backwards = page.found().backwards;
    reading.paper = page.paper();
    double colourful = 0;
    int counted = 0;
    for (const ProofPatch& patch : layout.patches) {
        reading.patches.push_back(page.colourIn(patch.at));
        if (patch.colour.red == patch.colour.green && patch.colour.green == patch.colour.blue) continue;
        colourful += chroma(reading.patches.back());
        ++counted;
    }
    reading.black = reading.patches.front();
    reading.vivid = inkOf(piece) == Ink::colour ? meanChroma(page.evened(layout.picture, looked_at))
                                                : colourful / counted;
    if (page.found().px_per_mm >= least_for_sharp) {
        cv::Mat printed = greyOf(proofPicture(job, piece, sharp_at));
        const cv::Mat seen = greyOf(page.evened(layout.picture, sharp_at));
        cv::resize(printed, printed, seen.size(), 0, 0, cv::INTER_AREA);
        reading.sharp = sharpnessOf(seen, printed);
    }
    read.face = page.seen({0, 0, layout.page.width, layout.page.height}, face_at);
    return read;
}

Text comparedIn(const std::string& one_shop, const ProofReading& one, const std::string& other_shop,
                const ProofReading& other, const std::vector<ProofPatch>& patches) {
    std::vector<Text> sentences;
    const auto more = [&](double a, double b, double least, int digits, Source better, const Text& alike) {
        if (a <= 0 || b <= 0) return;
        const bool differ = std::abs(a - b) >= least;
        sentences.push_back(differ ? Text(better, {{"shop", a > b ? one_shop : other_shop},
                                                   {"more", Rounded{std::max(a, b), digits}},
                                                   {"less", Rounded{std::min(a, b), digits}}})
                                   : alike);
    };
    more(one.vivid, other.vivid, std::max(chroma_least, chroma_part * std::max(one.vivid, other.vivid)), 0,
         Source("More vivid: {shop} ({more} beside {less})."), Text("They are equally vivid."));
    more(one.contrast(), other.contrast(), contrast_least, 0,
         Source("More contrast: {shop} ({more} beside {less})."), Text("Their contrast is alike."));
    more(one.sharp, other.sharp, sharp_part * std::max(one.sharp, other.sharp), 2,
         Source("Sharper: {shop} ({more} beside {less})."), Text("They are equally sharp."));
    std::vector<std::pair<double, std::string>> parted;
    for (std::size_t i = 0; i < patches.size() && i < one.patches.size() && i < other.patches.size(); ++i)
        if (const double far = apart(one.patches[i], other.patches[i]); far >= colour_least)
            parted.emplace_back(far, patches[i].name);
    std::sort(parted.rbegin(), parted.rend());
    std::vector<Text> names;
    for (std::size_t i = 0; i < std::min<std::size_t>(3, parted.size()); ++i)
        names.push_back(Text::catalogued(parted[i].second));
    sentences.push_back(names.empty() ? Text("No colour differs much.")
                                      : Text("Most different: {names}.", {{"names", Text::listed(names)}}));
    return Text::listed(std::move(sentences), " ");
}

}  // namespace tympan
