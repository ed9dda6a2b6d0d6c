#pragma once
#include "core/marks/text_column.h"
#include "core/pdf/pdf_file.h"

namespace tympan {

/// Pages of one column each, begun anew where they are full.
class SetPages {
  public:
    SetPages(PdfFile& pdf, SizeMm page) : pdf_(pdf), page_(page), column_(fresh()) { pdf_.beginPage(page_); }

    void say(const Text& text, double size, bool strong = false) {
        // A heading does not stand alone at the foot.
        if (column_.below() > page_.height - top_mm - (strong ? 24 : 10)) turn();
        column_.say(text, size, strong);
    }
    void space(double mm) { column_.space(mm); }
    void end() {
        pdf_.marks(column_.marks());
        pdf_.endPage();
    }

    /// Where the next paragraph begins, on the page that is open.
    double below() const { return column_.below(); }
    double side() const { return side_mm; }

  private:
    static constexpr double side_mm = 18, top_mm = 16;

    TextColumn fresh() const {
        return TextColumn(pdf_.language(), {side_mm, top_mm}, page_.width - 2 * side_mm);
    }
    void turn() {
        end();
        pdf_.beginPage(page_);
        column_ = fresh();
    }

    PdfFile& pdf_;
    SizeMm page_;
    TextColumn column_;
};

}  // namespace tympan
