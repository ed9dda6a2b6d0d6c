#pragma once
#include <QButtonGroup>
#include <QWidget>

namespace tympan::app {

/// A few answers of which one is chosen, as buttons beside or below each other; arrow keys move among them.
class ChoiceRow : public QWidget {
    Q_OBJECT
  public:
    ChoiceRow(const QString& name, const QString& accessible, Qt::Orientation orientation,
              QWidget* parent = nullptr);

    /// Adds an answer; `id` names its button, for screen readers' order and for tests.
    void add(const QString& id, const QString& label, const QString& tooltip = {});
    void choose(const QString& id);
    QString chosen() const;

  signals:
    /// The maker chose another answer (not called by `choose`).
    void picked(const QString& id);

  private:
    QButtonGroup* group_;
    QStringList ids_;
};

}  // namespace tympan::app
