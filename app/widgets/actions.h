#pragma once
#include <QList>

class QAction;
class QMenu;
class QMenuBar;
class QObject;

namespace tympan::app {

/// Every action of the program, each once: menus, buttons and keys all use these.
struct Actions {
    QAction *fresh, *open, *save_job, *save_job_as, *paste, *save_pdf, *save_picture, *copy_shop, *reference,
        *test_sheet, *guide, *reduced, *seam_strip, *patch, *cut_paths, *print, *quit;
    QAction *undo, *redo;
    QAction *remove, *next, *previous, *duplicate, *earlier, *later;
    QAction *placement, *corners, *mask_outside, *mask_inside, *ladder;
    QAction *fold, *zoom_in, *zoom_out, *zoom_fit, *zoom_true, *screen_scale, *evening;
    QAction *mm, *cm, *in;
    QAction *table, *calendar, *plan_sheet;
    QAction *shortcuts, *about;
    QList<QAction*> stations;
    QMenu* recent = nullptr;  ///< filled when it is shown

    explicit Actions(QObject* parent, const QList<QString>& station_names);
    void fill(QMenuBar& bar);
    /// All with a key, for the list under F1.
    QList<QAction*> withKeys() const;
};

}  // namespace tympan::app
