#pragma once
#include <QWidget>

#include "core/inspect/findings.h"

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

  signals:
    /// "show it": the maker wants to see where this is.
    void showWanted(Finding::Id finding);

  private:
    struct Line {
        QString text;
        std::optional<Finding> finding;
        bool look = false;
    };
    std::vector<Line> lines() const;
    void refresh();
    QList<QPushButton*> buttonsFor(const Finding& finding);
    void addLine(const QString& icon, bool look, const QString& text, const QList<QPushButton*>& buttons);

    JobStore& store_;
    QVBoxLayout* lines_;
    QStringList shown_;  ///< what the lines say now
};

}  // namespace tympan::app
