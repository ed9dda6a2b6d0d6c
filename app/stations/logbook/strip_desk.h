#pragma once
#include <QImage>
#include <QObject>

#include "app/stations/logbook/kept.h"
#include "app/stations/logbook/swab_desk.h"
#include "core/job/job.h"
#include "core/readings/by_hand.h"
#include "core/record/strips.h"

namespace tympan::app {

class JobStore;
class RenderService;

/// Test strips as they are printed, read and gone by: for which printer, way and material, what was read of
/// it, and what somebody is saying by hand. What is kept is on the disk before it shows.
class StripDesk : public QObject {
    Q_OBJECT
  public:
    StripDesk(std::filesystem::path record, JobStore& store, RenderService& service,
              QObject* parent = nullptr);
    ~StripDesk() override;

    /// Whether it is looked at, instead of the wall.
    bool isOpen() const { return open_; }
    /// Opens it for the chosen piece.
    void open();
    void close();

    struct For {
        std::string printer, method, material;
        bool operator==(const For&) const = default;
    };
    const For& of() const { return of_; }
    void setOf(const For& of);
    /// Printers that there are to choose from: the job's and those of strips.
    std::vector<std::string> printers() const;

    /// Read from the disk when it is first asked.
    const std::vector<MeasuredTransfer>& strips() const;
    /// What was read last for it, or is being said by hand; nullptr: nothing yet.
    const MeasuredTransfer* shown() const;
    /// What was photographed of it, squared; null where nothing was.
    QImage picture() const;
    bool reading() const { return reading_; }

    /// Prints one.
    void print(const QString& file);
    /// Reads a photograph beside the window, keeps it, and the job's pieces go by it.
    void read(const QString& file);

    bool byHand() const { return said_.has_value(); }
    const StripByHand* said() const { return said_ ? &*said_ : nullptr; }
    void beginByHand();
    void say(const StripByHand& said);
    void keepByHand();
    void leaveByHand();
    void erase();

    /// What damp swabs said, of any ink.
    SwabDesk& swabs() { return swabs_; }
    /// Of what it is looked at for; nullptr: nothing yet.
    const SwabTest* swab() const;
    /// Whether there is anything to swab: an ink that may run, for a way that is wet.
    bool swabbable() const;
    void saySwab(Swabbed swabbed, int more_coats);

    /// The latest strip that a piece could go by and does not; nullptr: none.
    const MeasuredTransfer* offeredFor(const Piece& piece) const;
    /// The job's pieces that it was made for go by it, as one undo step.
    void goBy(const MeasuredTransfer& strip);

  signals:
    void changed();
    void told(const QString& sentence, bool well);

  private:
    void keep(const MeasuredTransfer& strip, const QImage& picture, const QString& about);
    const TransferCurve* guess() const;

    JobStore& store_;
    RenderService& service_;
    mutable Kept<Strips> kept_;
    mutable std::optional<std::vector<MeasuredTransfer>> strips_;
    SwabDesk swabs_;
    For of_;
    bool open_ = false, reading_ = false;
    std::optional<StripByHand> said_;
    MeasuredTransfer by_hand_;
};

/// What a strip says, as a sentence.
QString stripText(const MeasuredTransfer& strip, Unit unit);

}  // namespace tympan::app
