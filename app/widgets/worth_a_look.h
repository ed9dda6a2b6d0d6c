#pragma once
#include <QWidget>
#include <functional>

#include "core/inspect/finding.h"
#include "core/job/job.h"

class QPushButton;
class QVBoxLayout;

namespace tympan::app {

class JobStore;

/// What would spoil the result, in short sentences, each with its remedy as one click and
/// a way to see it; and the reassurances.
class WorthALook : public QWidget {
    Q_OBJECT
  public:
    explicit WorthALook(JobStore& store, QWidget* parent = nullptr);

    /// What its maker resolved to do with such a piece: said below, with where it stands.
    struct Resolution {
        QString words, entry;
        QString helped;    ///< what was counted of it, as a sentence; empty: too little
        bool own = false;  ///< it was taken twice: it is offered as a way of one's own
    };
    void remember(std::function<QList<Resolution>(const Piece&)> resolved);
    /// What a strip says that the piece could go by, as a sentence; empty: nothing.
    void offer(std::function<QString(const Piece&)> measured);
    void refresh();

  signals:
    /// The piece is to go by the strip that was offered.
    void stripWanted();
    /// What was resolved is to be done for such pieces, or not.
    void resolutionAnswered(const QString& words, bool taken);
    /// What was taken twice is to be a way of one's own.
    void ownWayWanted();
    /// Where a resolution stands is to be shown.
    void entryWanted(const QString& entry);
    /// "show it": the maker wants to see where this is.
    void showWanted(const tympan::Finding& finding);
    /// A remedy was clicked; it may take a while.
    void mendWanted(const tympan::Finding& finding);
    /// The pointer is over the list, or left it.
    void pointedAt(bool inside);

  protected:
    void enterEvent(QEnterEvent* event) override;
    void leaveEvent(QEvent* event) override;

  private:
    struct Line {
        QString text;
        QString icon;  ///< none: it is only said
        std::optional<Finding> finding{};
        std::optional<Resolution> resolution{};
        bool strip = false;  ///< offers one
    };
    std::vector<Line> lines() const;
    QList<QPushButton*> buttonsFor(const Finding& finding);
    QList<QPushButton*> buttonsFor(const Resolution& resolution);
    void addLine(const Line& line);

    JobStore& store_;
    std::function<QList<Resolution>(const Piece&)> resolved_;
    std::function<QString(const Piece&)> measured_;
    QVBoxLayout* lines_;
    QStringList shown_;  ///< what the lines say now
};

}  // namespace tympan::app
