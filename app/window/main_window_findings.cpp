// What the window does about what is worth a look.
#include "app/window/main_window.h"
#include "core/base/overloaded.h"
#include "core/inspect/mend.h"

namespace tympan::app {

MainWindow::Station MainWindow::stationOf(const Finding& found) {
    using namespace finding;
    const Overloaded station{
        [](const LargerThanObject&) { return MainWindow::object; },
        [](const MissesObject&) { return MainWindow::object; },
        [](const CrossesKeepOut&) { return MainWindow::object; },
        [](const UnsuitedMaterial&) { return MainWindow::object; },
        [](const FinishOrder&) { return MainWindow::transfer; },
        [](const MaterialWithCare&) { return MainWindow::object; },
        [](const UnsuitedPrinter&) { return MainWindow::object; },
        [](const DarkGround&) { return MainWindow::object; },
        [](const EdgeCutsWords&) { return MainWindow::object; },
        [](const NewerMethod&) { return MainWindow::object; },
        [](const EdgeInCareZone&) { return MainWindow::object; },
        [](const FewPixels&) { return MainWindow::sharpness; },
        [](const SoftDetail&) { return MainWindow::sharpness; },
        [](const SolidAreas&) { return MainWindow::tone; },
        [](const ThinLine&) { return MainWindow::tone; },
        [](const PaleDetailLost&) { return MainWindow::tone; },
        [](const DarkDetailLost&) { return MainWindow::tone; },
        [](const NightPicture&) { return MainWindow::tone; },
        [](const MuchInk&) { return MainWindow::tone; },
        [](const ColoursMerge&) { return MainWindow::tone; },
        [](const ColourWithout&) { return MainWindow::tone; },
        [](const MissesOneSheet&) { return MainWindow::sheets; },
        [](const SavesSheets&) { return MainWindow::sheets; },
        [](const CrossesMargin&) { return MainWindow::sheets; },
        [](const WholeSheetsJoin&) { return MainWindow::sheets; },
        [](const SeamInCareZone&) { return MainWindow::sheets; },
        [](const SeamCrosses&) { return MainWindow::sheets; },
        [](const Cropped&) { return MainWindow::picture; },
        [](const LinkedPicture&) { return MainWindow::picture; },
        [](const EvenBorder&) { return MainWindow::picture; },
        [](const PaleHaze&) { return MainWindow::picture; },
        [](const Faces&) { return MainWindow::picture; },
        [](const CameReversed&) { return MainWindow::picture; },
        [](const ReadsBackwards&) { return MainWindow::picture; },
    };
    return std::visit(station, found.what);
}

/// A remedy may look at all of a picture: it is made beside the window, and again where the job has become
/// another meanwhile.
void MainWindow::mend(const Finding& finding) {
    store_.dropFinding(finding);
    service_.request(QStringLiteral("mend"),
                     [this, job = store_.job(), revision = store_.revision(),
                      finding](const std::stop_token&) -> RenderService::Finish {
                         return [this, made = mended(job, finding), revision, finding] {
                             if (revision != store_.revision()) return mend(finding);
                             store_.edit(tr("mend it"), [&](const Job&) { return made; });
                         };
                     });
}

}  // namespace tympan::app
