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
    void refresh();
    void addLine(const QString& icon, bool look, const QString& text, const QList<QPushButton*>& buttons);

    JobStore& store_;
    QVBoxLayout* lines_;
};

}  // namespace tympan::app
