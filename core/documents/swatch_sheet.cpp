#include "core/documents/swatch_sheet.h"

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/pdf/pdf_file.h"

namespace tympan {

namespace {

constexpr double left_mm = 14, top_mm = 16, wide_mm = 182, field_mm = 15, swatches_gap_mm = 2,
                 swatches_words_mm = 2.6, ppi = 300;
constexpr double lines_mm[] = {0.1, 0.15, 0.2, 0.3, 0.5, 0.8, 1.2};

// From orange to wine: the ones that run and that shops differ in.
constexpr Rgb8 reds[] = {{235, 80, 30}, {225, 40, 35}, {200, 20, 40}, {165, 15, 45}, {120, 20, 40}};
constexpr std::pair<Source, Rgb8> solids[] = {{Source("yellow"), {245, 210, 20}},
                                              {Source("green"), {40, 140, 60}},
                                              {Source("blue"), {35, 50, 145}},
                                              {Source("brown"), {110, 70, 40}}};

class Layout {
  public:
    explicit Layout(const Language& language) : language_(language) {}

    SwatchSheet made;

    void say(const Text& text, bool strong = false) {
        for (const std::string& line : brokenInto(wide_mm, language_(text), swatches_words_mm, strong)) {
            y_ += swatches_words_mm * 1.5;
            made.marks.push_back(Words{line, {left_mm, y_}, swatches_words_mm, 0, strong});
        }
        y_ += 1.5;
    }
    void field(const Text& called, const Rgb8& colour, bool grey = false) {
        const std::string name = language_(called);
        made.swatches.push_back({name, {x_, y_, field_mm, field_mm}, colour, grey});
        made.marks.push_back(
            Words{name, {x_, y_ + field_mm + swatches_words_mm}, swatches_words_mm * 0.8, 0, false});
        x_ += field_mm + swatches_gap_mm;
    }
    void endRow() {
        x_ = left_mm;
        y_ += field_mm + swatches_words_mm + 3;
    }
    void lines() {
        for (const double line : lines_mm) {
            made.marks.push_back(box({x_, y_, line, field_mm}));
            made.marks.push_back(box({x_ + 3, y_ + 2, 16, line}));
            made.marks.push_back(Words{language_(Text("{width} mm", {{"width", line}})),
                                       {x_ + 3, y_ + field_mm / 2 + 3},
                                       swatches_words_mm * 0.8,
                                       0,
                                       false});
            x_ += 26;
        }
        endRow();
    }

  private:
    const Language& language_;
    double x_ = left_mm, y_ = top_mm;
};

Rgb8 greyOf(int hundredths) {
    const auto level = static_cast<std::uint8_t>(255 - hundredths * 255 / 100);
    return {level, level, level};
}

}  // namespace

SwatchSheet swatchSheet(const Language& say, const Printer& printer, const SizeMm& page) {
    if (page.width < left_mm + wide_mm)
        throw Error(Error::Kind::input, "", Text("the paper is too narrow for swatches"),
                    Text("take A4 or Letter, or a napkin on it"));
    Layout layout(say);
    layout.say(
        printer.name.empty() ? Text("Swatches") : Text("Swatches: {printer}", {{"printer", printer.name}}),
        true);
    layout.say(
        Text("Black, asked for in two ways: as grey alone, and out of colours. Which is deeper, and does "
             "either shine or run?"));
    layout.field(Text("as grey"), {0, 0, 0}, true);
    layout.field(Text("of colours"), {0, 0, 0});
    layout.field(Text("warm black"), {35, 12, 8});
    layout.field(Text("cold black"), {8, 12, 35});
    layout.endRow();
    layout.say(
        Text("Greys, as grey alone above, out of colours below. \"Purplish\": a printer with black ink alone "
             "may lay them so. Write the word down with the paper."));
    for (const bool grey : {true, false}) {
        for (const int hundredths : {90, 75, 60, 50, 40, 30, 20, 10, 5})
            layout.field(Text("{percent} %", {{"percent", hundredths}}), greyOf(hundredths), grey);
        layout.endRow();
    }
    layout.say(
        Text("Reds run first: damp one with a swab. Solids: look for stripes and for paper that curls."));
    int number = 0;
    for (const Rgb8& red : reds) layout.field(Text("red {number}", {{"number", ++number}}), red);
    for (const auto& [name, colour] : solids) layout.field(Text::catalogued(name.string()), colour);
    layout.endRow();
    layout.say(Text("Lines: the finest that are whole."));
    layout.lines();
    layout.say(
        Text("Paper or napkin: ______________________   Set in the driver: ______________________   Date: "
             "____________"));
    return layout.made;
}

void writeSwatches(const Language& say, const std::filesystem::path& file, const Printer& printer,
                   const Paper& paper, long long created) {
    const SwatchSheet sheet = swatchSheet(say, printer, paper.size);
    PdfFile pdf(say, file, say(Text("Swatches")), created);
    pdf.printedBy(printer);
    pdf.beginPage(paper.size);
    const PixelGrid grid{ppi};
    for (const Swatch& swatch : sheet.swatches) {
        const cv::Size size(grid.nearest(swatch.at.width), grid.nearest(swatch.at.height));
        const Rgb8& c = swatch.colour;
        const cv::Mat ink = swatch.grey ? cv::Mat(size, CV_8UC1, cv::Scalar(c.red))
                                        : cv::Mat(size, CV_8UC3, cv::Scalar(c.red, c.green, c.blue));
        pdf.picture(ink, grid.nearest(swatch.at.x), grid.nearest(swatch.at.y), grid);
    }
    pdf.marks(sheet.marks);
    pdf.endPage();
    pdf.commit();
}

}  // namespace tympan
