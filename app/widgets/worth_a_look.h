#pragma once
#include <QWidget>

class QVBoxLayout;

namespace tympan::app {

class JobStore;

/// What would spoil the result, in short sentences, each with its remedy as one click; and the reassurances.
class WorthALook : public QWidget {
    Q_OBJECT
  public:
    explicit WorthALook(JobStore& store, QWidget* parent = nullptr);

  private:
    void refresh();
    void addLine(const QString& icon, bool look, const QString& text, QWidget* remedy);

    JobStore& store_;
    QVBoxLayout* lines_;
};

}  // namespace tympan::app
