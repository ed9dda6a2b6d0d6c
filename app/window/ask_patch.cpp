#include "app/window/ask_patch.h"

#include <QCoreApplication>
#include <QDialog>
#include <QPointer>
#include <QPushButton>

#include "app/look/to_image.h"
#include "app/model/render_service.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/spot_picker.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/documents/patch_print.h"
#include "core/render/finished.h"
#include "core/render/preview.h"

namespace tympan::app {

namespace {

struct PatchText {
    Q_DECLARE_TR_FUNCTIONS(Patch)
};

constexpr double look_px = 3e5;

}  // namespace

std::optional<PatchSpot> askPatch(QWidget* parent, Job job, Piece piece, RenderService& service) {
    QDialog dialog(parent);
    QVBoxLayout* outer = askingDialog(dialog, QStringLiteral("patch"), PatchText::tr("Mend a spot"));
    outer->addWidget(quietLabel(PatchText::tr(
        "One spot of the picture again, its surroundings faint to line it up by. Click where the hole or "
        "the gap is, on the picture as it looks when finished.")));
    auto* picker = new SpotPicker(printSizeOf(job, piece));
    picker->setObjectName(QStringLiteral("patch-spot"));
    outer->addWidget(picker, 1);
    auto* form = rows();
    auto* side = new LengthEdit(QStringLiteral("patch-side"), PatchText::tr("How wide and high"));
    side->show(PatchSpot{}.side_mm, job.unit);
    form->addRow(PatchText::tr("How wide and high"), side);
    outer->addLayout(form);
    const auto now = [=] { return std::clamp(side->value(), least_patch_mm, most_patch_mm); };
    const auto say = [=, unit = job.unit] {
        picker->setSide(now());
        if (side->value() != now()) side->show(now(), unit);
    };
    QObject::connect(side, &LengthEdit::typed, &dialog, say);
    say();
    service.request(
        QStringLiteral("patch"),
        [job, id = piece.id,
         picker = QPointer<SpotPicker>(picker)](const std::stop_token& stop) -> RenderService::Finish {
            const Piece& shown = *findPiece(job, id);
            Print print = printOf(job, shown, previewPpi(job, shown, job.sheets.ppi, look_px));
            print.mirrored = Mirrored::no;
            const QImage seen = toImage(onGround(previewInk(print, {stop, {}}), whiteOf(job, shown)));
            return [picker, seen] {
                if (picker) picker->setPicture(seen);
            };
        });
    takeOrLeave(dialog, QStringLiteral("patch-save"), PatchText::tr("Save it as PDF…"));
    const bool taken = dialog.exec() == QDialog::Accepted;
    service.cancel(QStringLiteral("patch"));
    if (!taken) return {};
    return PatchSpot{picker->spot(), now()};
}

}  // namespace tympan::app
