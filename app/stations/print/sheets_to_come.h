#pragma once
#include <QWidget>
#include <memory>
#include <optional>

class QLabel;
class QScrollArea;

namespace tympan {
struct Imposition;
struct Job;
struct Printing;
}  // namespace tympan

namespace tympan::app {

class FittedPicture;
class JobStore;
class PrintFollow;
class RenderService;

/// The sheets of the chosen piece's printer before they are printed, as they will leave it, and which of them
/// came out before.
class SheetsToCome : public QWidget {
    Q_OBJECT
  public:
    SheetsToCome(JobStore& store, RenderService& service, PrintFollow& follow, QWidget* parent = nullptr);

  protected:
    void showEvent(QShowEvent* event) override;

  private:
    void refresh();
    void draw(const Job& job, std::shared_ptr<const Imposition> sheets, int count);
    /// The last printing that a sheet of this name came out of; nothing: nobody has said.
    std::optional<Printing> lastOut(const Text& sheet) const;

    JobStore& store_;
    RenderService& service_;
    PrintFollow& follow_;
    QLabel *title_, *says_;
    QScrollArea* area_;
    std::vector<FittedPicture*> pictures_;
};

}  // namespace tympan::app
