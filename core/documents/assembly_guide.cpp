#include "core/documents/assembly_guide.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/documents/assembly_map.h"
#include "core/documents/assembly_words.h"
#include "core/marks/text_column.h"
#include "core/measure/length.h"
#include "core/pdf/pdf_file.h"
#include "core/pdf/sheets_pdf.h"
#include "core/render/render_region.h"

namespace tympan {

namespace {

constexpr double side_mm = 15, foot_mm = 12;
constexpr double title_mm = 6, text_mm = 3.6, small_mm = 2.8;
constexpr double look_ppi = 150;  // of pictures that are only looked at
constexpr double paleness = 0.6;  // of the picture under a map

void add(Marks& marks, const Marks& more) { marks.insert(marks.end(), more.begin(), more.end()); }

/// The pages of one piece's guide.
class Guide {
  public:
    Guide(PdfFile& pdf, const Job& job, const Imposition& imposition, std::size_t print,
          const Progress& progress)
        : pdf_(pdf),
          job_(job),
          imposition_(imposition),
          piece_(job.pieces[print]),
          print_(print),
          plan_(imposition.plans[print]),
          steps_(joiningOrder(plan_)),
          progress_(progress),
          page_(job.sheets.paper.size) {
        if (page_.width > page_.height) std::swap(page_.width, page_.height);
        // It is for reading: on paper that is too small or too large for that, it is A4.
        if (page_.width < 140 || page_.height < 190 || page_.height > 440) page_ = paperNamed("A4").size;
    }

    void write() {
        overview();
        maps();
        steps();
        sheets();
        labels();
    }

  private:
    RectMm room() const {
        return {side_mm, side_mm, page_.width - 2 * side_mm, page_.height - side_mm - foot_mm};
    }
    void begin() { pdf_.beginPage(page_); }
    void end() {
        ++number_;
        const std::string date = dateOf(job_);
        const std::string whose = piece_.name == job_.name ? job_.name : piece_.name + " · " + job_.name;
        const std::string foot =
            say(Text("{name} · how to put it together, page {number}",
                     {{"name", whose + (date.empty() ? "" : " · " + date)}, {"number", number_}}));
        pdf_.marks({Words{foot, {side_mm, page_.height - 7}, small_mm, 0, false}});
        pdf_.endPage();
    }

    /// The picture, right way round or as it is printed, no more pixels than are looked at.
    cv::Mat seen(const SizeMm& within, Mirrored mirrored) const {
        const SizeMm whole = imposition_.grid.mm(RectPx{0, 0, plan_.print.width, plan_.print.height}).size();
        const double scale = std::min(within.width / whole.width, within.height / whole.height);
        Print print = printOf(job_, piece_, std::max(1.0, look_ppi * scale));
        print.mirrored = mirrored;
        return renderWhole(print, {progress_.stop, {}});
    }

    void overview() {
        begin();
        const RectMm all = room();
        TextColumn column(pdf_.language(), {all.x, all.y}, all.width);
        column.say(Text("How to put \"{name}\" together", {{"name", piece_.name}}), title_mm, true);
        const RectPx whole{0, 0, plan_.print.width, plan_.print.height};
        const RectMm size = imposition_.grid.mm(whole);
        const int copies = printed(piece_);
        const Argument sheets("count", sheetsOf(plan_)), paper("paper", job_.sheets.paper.name),
            measure("size", formatSize(size.width, size.height, job_.unit));
        column.say(
            copies > 1
                ? Text("{count} sheets of {paper}, {times} times over. Finished, the picture measures {size} "
                       "and looks like this:",
                       {sheets, paper, {"times", copies}, measure})
                : Text(
                      "{count} sheets of {paper}. Finished, the picture measures {size} and looks like this:",
                      {sheets, paper, measure}),
            text_mm);
        const RectMm place{all.x, column.below() + 1, all.width, 0.36 * all.height};
        const AssemblyMap frame(plan_, place, AssemblyMap::From::front);
        pdf_.pictureIn(frame.where(), seen(frame.where().size(), Mirrored::no));
        add(marks_, frame.rim());
        column.space(frame.where().height + 6);
        column.say(Text("You need"), 4.4, true);
        for (const Text& thing : whatIsNeeded(piece_, plan_))
            column.say(Text::listed({Text::verbatim("· "), thing}, " "), text_mm);
        column.space(2);
        column.say(Text("First"), 4.4, true);
        for (const Text& line : atFirst(piece_, plan_)) column.say(line, text_mm);
        flush(column);
        end();
    }

    void maps() {
        begin();
        const RectMm all = room();
        const double each = all.height / 2;
        const bool mirrored = imposition_.prints[print_].mirrored == Mirrored::yes;
        for (const auto from : {AssemblyMap::From::front, AssemblyMap::From::back}) {
            const bool front = from == AssemblyMap::From::front;
            TextColumn column(pdf_.language(), {all.x, all.y + (front ? 0 : each)}, all.width);
            column.say(front ? Text("From the front: the printed side") : Text("From the back: face down"),
                       4.4, true);
            column.say(front ? (mirrored ? Text("The picture is printed mirrored, and right so.")
                                         : Text("The picture is printed as it reads."))
                             : Text("As it lies when you turn it over like a page. The letters are those of "
                                    "the seams."),
                       small_mm + 0.4);
            const AssemblyMap map(
                plan_,
                {all.x, column.below(), all.width, all.y + (front ? each : 2 * each) - column.below() - 6},
                from);
            if (front) {
                cv::Mat pale = seen(map.where().size(), imposition_.prints[print_].mirrored);
                pale.convertTo(pale, -1, 1 - paleness, 255 * paleness);
                pdf_.pictureIn(map.where(), pale);
            }
            flush(column);
            drawn(map, map.allSeams(), 0.4, 0.7);
        }
        end();
    }

    /// Seams, letters and names, as large as there is room for them. `letter`: their size, of the names'.
    void drawn(const AssemblyMap& map, const std::vector<std::size_t>& lettered, double line, double letter) {
        const double across =
            std::sqrt(map.where().width * map.where().height / static_cast<double>(plan_.tiles.size()));
        const double name = std::clamp(across * 0.16, 1.6, 6.0);
        add(marks_, map.rim());
        add(marks_, map.seams(map.allSeams(), line, 0));
        add(marks_, map.labels(pdf_.language(), name));
        add(marks_, map.letters(lettered, name * letter));
        pdf_.marks(marks_);
        marks_.clear();
    }

    void steps() {
        const RectMm all = room();
        const double picture = 62;
        const double aspect = 1.0 * plan_.print.height / plan_.print.width;
        const double high = std::clamp(picture * aspect, 34.0, 74.0) + 8;
        double y = all.bottom();
        bool open = false;
        const auto next = [&] {
            if (open) end();
            begin();
            open = true;
            y = all.y;
        };
        for (std::size_t i = 0; i < steps_.size(); ++i) {
            progress_.at(0.1 + 0.5 * static_cast<double>(i) / static_cast<double>(steps_.size()));
            if (y + high > all.bottom()) next();
            step(i, {all.x, y, picture, high - 8}, {all.x + picture + 6, y, all.width - picture - 6, high});
            y += high;
        }
        TextColumn column(pdf_.language(), {all.x, y + 2}, all.width);
        const std::vector<Text> last = atLast(job_, piece_, plan_);
        if (y + 14 + 9 * static_cast<double>(last.size()) > all.bottom()) {
            next();
            column = TextColumn(pdf_.language(), {all.x, all.y}, all.width);
        }
        column.say(Text("Last"), 4.4, true);
        for (const Text& line : last) column.say(line, text_mm);
        flush(column);
        end();
    }

    void step(std::size_t number, const RectMm& picture, const RectMm& words) {
        const JoiningStep& of = steps_[number];
        const AssemblyMap map(plan_, picture, AssemblyMap::From::front);
        add(marks_, map.shaded(of.before, 0.86));
        add(marks_, map.shaded(of.after, 0.72));
        add(marks_, map.seams(of.seams, 1.1, 0));
        drawn(map, of.seams, 0.15, 1.3);
        const StepWords said = wordsOf(job_, piece_, plan_, of);
        TextColumn column(pdf_.language(), {words.x, words.y}, words.width);
        column.say(Text::listed({Text::verbatim(std::to_string(number + 1)), said.title}, "   "), text_mm,
                   true);
        column.say(said.how, text_mm - 0.3);
        column.say(said.then, text_mm - 0.3, true);
        flush(column);
    }

    /// How each sheet looks when it leaves the printer, and which page of the file it is.
    void sheets() {
        const RectMm all = room();
        constexpr int columns = 3;
        const double wide = all.width / columns;
        double tallest = 0;
        for (const Sheet& sheet : imposition_.sheets)
            if (isFirstOf(sheet)) tallest = std::max(tallest, sheet.page.height / sheet.page.width);
        const int rows = std::max(1, static_cast<int>((all.height - 14) / (tallest * (wide - 6) + 12)));
        const double high = (all.height - 14) / rows;
        int at = 0;
        for (std::size_t i = 0; i < imposition_.sheets.size(); ++i) {
            const Sheet& sheet = imposition_.sheets[i];
            if (!isFirstOf(sheet)) continue;
            if (at % (columns * rows) == 0) {
                if (at > 0) end();
                begin();
                TextColumn column(pdf_.language(), {all.x, all.y}, all.width);
                column.say(Text("The sheets as they leave the printer"), 4.4, true);
                flush(column);
            }
            progress_.at(0.6 + 0.4 * static_cast<double>(i) / static_cast<double>(imposition_.sheets.size()));
            const int cell = at++ % (columns * rows);
            const PointMm corner{all.x + cell % columns * wide, all.y + 14 + cell / columns * high};
            const double scale = std::min((wide - 6) / sheet.page.width, (high - 12) / sheet.page.height);
            const RectMm place{corner.x, corner.y + 5, sheet.page.width * scale, sheet.page.height * scale};
            cv::Mat page;
            cv::cvtColor(
                sheetPicture(pdf_.language(), job_, imposition_, i, look_ppi * scale, {progress_.stop, {}}),
                page, cv::COLOR_BGRA2RGB);
            pdf_.pictureIn(place, page);
            Marks marks{Words{sheet.label, {place.x, place.y - 1.6}, 4, 0, true},
                        Words{say(Text("page {number} of the sheets", {{"number", i + 1}})),
                              {place.x + 3 + widthOf(sheet.label, 4, true), place.y - 1.6},
                              small_mm,
                              0,
                              false}};
            add(marks, frame(place, 0.2, 0.5));
            pdf_.marks(marks);
        }
        if (at > 0) end();
    }

    /// A sheet of this piece's first copy.
    bool isFirstOf(const Sheet& sheet) const {
        const PlacedRegion& part = sheet.regions.front();
        return part.print == print_ && part.tile && part.copy == 0;
    }

    /// One for the back of each sheet, of every copy.
    void labels() {
        const RectMm all = room();
        constexpr int columns = 3;
        constexpr double high = 26;
        const double wide = all.width / columns;
        const int rows = std::max(1, static_cast<int>((all.height - 16) / high));
        const std::string date = dateOf(job_);
        int at = 0;
        for (const Sheet& sheet : imposition_.sheets) {
            const PlacedRegion& part = sheet.regions.front();
            if (part.print != print_ || !part.tile) continue;
            if (at % (columns * rows) == 0) {
                if (at > 0) end();
                begin();
                TextColumn column(pdf_.language(), {all.x, all.y}, all.width);
                column.say(Text("Labels for the backs: cut them out, arrow up"), 4.4, true);
                flush(column);
            }
            const int cell = at++ % (columns * rows);
            label(part, {all.x + cell % columns * wide, all.y + 12 + cell / columns * high, wide, high},
                  date);
        }
        if (at > 0) end();
    }

    void label(const PlacedRegion& part, const RectMm& place, const std::string& date) {
        Marks marks = frame(place, 0.15, 0.4);
        marks.push_back(upArrow({place.x + 4, place.y + 4}, 6, 10));
        marks.push_back(Words{part.label, {place.x + 13, place.y + 12.5}, 9, 0, true});
        const bool glued = !piece_.method->turns.empty();
        double y = place.y + 18;
        const Argument copy("copy", part.copy + 1);
        const Text back = printed(piece_) > 1
                              ? (glued ? Text("back, copy {copy}: no glue on this side", {copy})
                                       : Text("back, copy {copy}: glue this side", {copy}))
                              : (glued ? Text("back: no glue on this side") : Text("back: glue this side"));
        for (const std::string& line : {say(back), job_.name + (date.empty() ? "" : " · " + date)}) {
            const double size = std::min(2.6, 2.6 * (place.width - 8) / widthOf(line, 2.6));
            marks.push_back(Words{line, {place.x + 4, y}, size, 0, false});
            y += 4;
        }
        pdf_.marks(marks);
    }

    std::string say(const Text& text) const { return pdf_.language()(text); }
    void flush(const TextColumn& column) {
        pdf_.marks(column.marks());
        pdf_.marks(marks_);
        marks_.clear();
    }

    PdfFile& pdf_;
    const Job& job_;
    const Imposition& imposition_;
    const Piece& piece_;
    std::size_t print_;
    const SeamPlan& plan_;
    std::vector<JoiningStep> steps_;
    const Progress& progress_;
    SizeMm page_;
    int number_ = 0;
    Marks marks_;
};

bool isParted(const SeamPlan& plan) { return sheetsOf(plan) > 1; }

}  // namespace

bool needsGuide(const Imposition& imposition) {
    return std::any_of(imposition.plans.begin(), imposition.plans.end(), isParted);
}

void writeGuide(const Language& say, const std::filesystem::path& file, const Job& job,
                const Imposition& imposition, const Progress& progress) {
    if (!needsGuide(imposition))
        throw Error(Error::Kind::input, job.name,
                    Text("every picture fits one sheet, so nothing has to be put together"),
                    Text("leave the guide out, or make a picture larger"));
    PdfFile pdf(say, file, say(Text("{name}: how to put it together", {{"name", job.name}})), job.created);
    for (std::size_t i = 0; i < imposition.plans.size(); ++i)
        if (isParted(imposition.plans[i])) Guide(pdf, job, imposition, i, progress).write();
    pdf.commit(progress);
}

}  // namespace tympan
