#include "core/marks/typeface.h"

#include <mutex>

#include <cairo/cairo-ft.h>

#include "core/base/data_folder.h"
#include "core/base/error.h"

namespace tympan {

namespace {

cairo_font_face_t* open(const char* name) {
    static FT_Library library = [] {
        FT_Library made = nullptr;
        FT_Init_FreeType(&made);
        return made;
    }();
    const std::string file = (dataFolder() / "fonts" / name).string();
    FT_Face face = nullptr;
    if (FT_New_Face(library, file.c_str(), 0, &face) != 0)
        throw Error(Error::Kind::input, file, Text("the typeface cannot be read"),
                    Text("install Tympan again"));
    return cairo_ft_font_face_create_for_ft_face(face, FT_LOAD_NO_HINTING);
}

}  // namespace

cairo_font_face_t* typeface(bool strong) {
    static std::mutex lock;
    const std::lock_guard hold(lock);
    static cairo_font_face_t* const faces[] = {open("Cabin-Regular.otf"), open("Cabin-SemiBold.otf")};
    return faces[strong ? 1 : 0];
}

}  // namespace tympan
