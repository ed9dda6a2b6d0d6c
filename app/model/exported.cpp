#include "app/model/exported.h"

#include <QObject>

#include "app/words/finding_words.h"
#include "app/words/words.h"

namespace tympan::app {

QString sentence(const Exported& exported) {
    using What = Exported::What;
    const QString name = QString::fromStdString(exported.place.filename().string());
    switch (exported.what) {
        case What::sheets:
            return exported.files.size() == 1
                       ? QObject::tr("Saved %1.").arg(name)
                       : QObject::tr("Saved %1, and a test sheet for plain paper beside it.").arg(name);
        case What::picture:
            return QObject::tr("Saved %1, as it will be printed.").arg(name);
        case What::reference:
            return QObject::tr("Saved %1, the right way round, for looking at.").arg(name);
        case What::test_sheet:
            return QObject::tr("Saved %1, for plain paper.").arg(name);
        case What::guide:
            return QObject::tr("Saved %1: maps, steps and labels, for plain paper.").arg(name);
        case What::reduced:
            return QObject::tr("Saved %1, for comparing.").arg(name);
        case What::seam_strip:
            return QObject::tr("Saved %1. Print it at 100 %, cut, join and try it.").arg(name);
        case What::patch:
            return QObject::tr("Saved %1. Print it at 100 % on what the picture was printed on.").arg(name);
        case What::cut_paths:
            return counted(
                       static_cast<qsizetype>(exported.files.size()),
                       QObject::tr("Saved %2: the outlines of %1 sheet, seen from its printed side."),
                       QObject::tr(
                           "Saved %2 and others: the outlines of %1 sheets, seen from their printed side."))
                .arg(QString::fromStdString(exported.files.front().filename().string()));
        case What::placement_template:
            return QObject::tr("Saved %1, at true size for plain paper.").arg(name);
        case What::size_ladder:
            return QObject::tr("Saved %1, to hold against the object.").arg(name);
        case What::proof_strip:
            return QObject::tr("Saved %1. Print it at 100 % and choose.").arg(name);
        case What::calendar:
            return QObject::tr("Saved %1. Open it with your calendar.").arg(name);
        case What::plan_sheet:
            return QObject::tr("Saved %1, to hang up.").arg(name);
        case What::for_shop:
            return QObject::tr("Saved %1 files for the shop in %2.").arg(exported.files.size()).arg(name);
        case What::printed:
            return counted(static_cast<qsizetype>(exported.sheets),
                           QObject::tr("Handed %1 sheet to %2, at true size. Check the bar."),
                           QObject::tr("Handed %1 sheets to %2, at true size. Check the bar."))
                .arg(exported.to);
        case What::tried:
            return counted(static_cast<qsizetype>(exported.sheets),
                           QObject::tr("%1 sheet lies in the tray of %2."),
                           QObject::tr("%1 sheets lie in the tray of %2."))
                .arg(exported.to);
    }
    return {};
}

}  // namespace tympan::app
