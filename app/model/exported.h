#pragma once
#include <QString>
#include <filesystem>
#include <memory>
#include <vector>

namespace tympan::workshop {
struct Sent;
}

namespace tympan::app {

struct Tried;

/// What has left the program: kept by whoever remembers it, said by `sentence`.
struct Exported {
    enum class What {
        sheets,
        picture,
        reference,
        test_sheet,
        guide,
        reduced,
        seam_strip,
        patch,
        cut_paths,
        placement_template,
        size_ladder,
        proof_strip,
        calendar,
        plan_sheet,
        for_shop,  ///< `files` lie in `place`
        printed,   ///< on the printer `to`
        tried,     ///< on the simulated printer `to`: see `tray`
    };
    What what = What::sheets;
    std::filesystem::path place;  ///< the file or folder that was asked for; none when printed
    std::vector<std::filesystem::path>
        files;               ///< all that were written; a test sheet may lie beside the sheets
    std::size_t sheets = 0;  ///< of sheets, printed or written
    QString to;
    std::shared_ptr<const Tried> tray = {};
    std::shared_ptr<const workshop::Sent> sent = {};
};

QString sentence(const Exported& exported);

}  // namespace tympan::app
