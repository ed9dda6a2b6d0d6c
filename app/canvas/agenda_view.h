#pragma once
#include <QTextBrowser>

#include "app/model/strip.h"

namespace tympan::app {

/// The plan as one would write it on the fridge: by day and hour, in plain words. What is done is pale, what
/// is before one's hands is strong.
class AgendaView : public QTextBrowser {
    Q_OBJECT
  public:
    explicit AgendaView(QWidget* parent = nullptr);
    void show(const std::shared_ptr<const Strip>& strip);

  private:
    QString shown_;
};

}  // namespace tympan::app
