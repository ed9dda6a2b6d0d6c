#pragma once
#include <QMainWindow>
#include <filesystem>

#include "app/model/exports.h"
#include "app/model/inspector.h"
#include "app/model/job_files.h"
#include "app/model/job_store.h"
#include "app/model/outlook.h"
#include "app/model/planning.h"
#include "app/model/render_service.h"
#include "app/model/ringing.h"
#include "app/widgets/actions.h"
#include "app/window/open_pictures.h"

class QLabel;
class QStackedWidget;

namespace tympan::app {

class NewPictures;
class FileDialogs;
class FoldView;
class Foot;
class Loupe;
class ObjectTray;
class PictureDesk;
class PictureTray;
class PrintTray;
class SharpnessTray;
class StationRule;
class TableView;
class LogStore;
class PrintFollow;
class ProofDesk;
class StripDesk;
class LogbookStage;
class TransferStage;
class TicketLine;
class ToneTray;
class WorthALook;

/// The window: rule, line, stage (the fold, or a station's own), tray, foot.
class MainWindow : public QMainWindow {
    Q_OBJECT
  public:
    enum Station { picture, object, tone, sharpness, sheets, print, transfer, logbook };

    /// `record`: where runs are kept; empty: in the maker's own data folder.
    explicit MainWindow(const std::filesystem::path& record = {});
    ~MainWindow() override;

    /// Jobs are opened, pictures added.
    void openFiles(const QStringList& files);
    void openJob(Job job);
    /// Offers what an earlier run that ended badly left; called once, when the window is there.
    void offerLeftWork();
    /// Reads a recipe and its pictures in the background, then shows its job.
    void openRecipe(const std::filesystem::path& file);
    void goTo(int station);

    JobStore& store() { return store_; }
    RenderService& service() { return service_; }
    Exports& exports() { return exports_; }
    JobFiles& files() { return files_; }
    Inspector& inspector() { return inspector_; }
    ObjectTray& objectTray() { return *object_tray_; }
    PictureTray& pictureTray() { return *picture_tray_; }
    ToneTray& toneTray() { return *tone_tray_; }
    PictureDesk& desk() { return *desk_; }
    Loupe& loupe() { return *loupe_; }
    FoldView& fold() { return *fold_; }
    WorkClock& clock() { return clock_; }
    RunBook& runs() { return runs_; }
    Planning& planning() { return planning_; }
    Ringing& ringing() { return ringing_; }
    TransferStage& transferStage() { return *transfer_stage_; }
    TableView& table() { return *table_; }
    LogStore& log() { return *log_; }
    StripDesk& strips() { return *strips_; }
    ProofDesk& proofs() { return *proofs_; }
    PrintFollow& follow() { return *follow_; }
    LogbookStage& logbookStage() { return *logbook_stage_; }

  protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void closeEvent(QCloseEvent* event) override;

  private:
    static QStringList stationNames();
    /// Where a finding shows, and can be mended.
    static Station stationOf(const Finding& found);
    void build();
    void connectActions();
    void connectWork();
    void refresh();
    void toTable();
    void sayWhatFellDue();
    void savePlan(bool for_calendar);
    void answerResolution(const QString& words, bool taken);
    void writeLog(const std::string& run);
    void openLogbook();
    void tellTime();
    void setUnit(Unit unit);
    void mend(const Finding& finding);
    void fillRecent();
    /// Asks what to do with work that is not saved; `then` happens unless the maker stays.
    void afterSaving(const std::function<void()>& then);

    JobStore store_;
    RenderService service_;
    WorkClock clock_;
    Exports exports_;
    JobFiles files_;
    OpenPictures open_;
    Outlook outlook_;
    Inspector inspector_;
    Actions actions_;
    RunBook runs_;
    Ringing ringing_;
    Planning planning_;
    StationRule* rule_;
    TicketLine* line_;
    QStackedWidget *stage_, *trays_;
    FoldView* fold_;
    PictureDesk* desk_;
    Loupe* loupe_;
    PictureTray* picture_tray_;
    ObjectTray* object_tray_;
    ToneTray* tone_tray_;
    SharpnessTray* sharpness_tray_;
    PrintTray* print_tray_;
    NewPictures* arriving_;
    WorthALook* look_;
    Foot* foot_;
    LogStore* log_;
    StripDesk* strips_;
    ProofDesk* proofs_;
    PrintFollow* follow_;
    LogbookStage* logbook_stage_;
    TransferStage* transfer_stage_;
    TableView* table_;
    FileDialogs* dialogs_;
    QLabel* saved_;
    bool leaving_ = false;
};

}  // namespace tympan::app
