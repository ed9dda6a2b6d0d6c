#pragma once
#include "core/base/language.h"
#include "core/marks/marks.h"

namespace tympan {

/// Words set one under the other in a column of a page.
class TextColumn {
  public:
    /// `at`: its upper left corner.
    TextColumn(const Language& language, PointMm at, double width_mm)
        : language_(language), at_(at), width_(width_mm) {}

    /// A paragraph, broken into lines; half a line of air after it.
    void say(const Text& text, double size_mm, bool strong = false);
    void space(double mm) { at_.y += mm; }

    /// Where the next paragraph begins.
    double below() const { return at_.y; }
    const Marks& marks() const { return marks_; }

  private:
    Language language_;
    PointMm at_;
    double width_;
    Marks marks_;
};

}  // namespace tympan
