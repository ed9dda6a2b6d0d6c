#pragma once
#include <cairo/cairo.h>

namespace tympan {

/// The program's own faces, read from the files that ship with it: never what the machine happens to have, so
/// that a job makes the same bytes everywhere.
cairo_font_face_t* typeface(bool strong);

}  // namespace tympan
