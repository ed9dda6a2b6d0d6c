#pragma once
#include <QImage>
#include <QWidget>

namespace tympan {
struct PlacedRegion;
struct Sheet;
}  // namespace tympan

namespace tympan::app {

class JobStore;
class RenderService;

/// Beside the large sheet: how the sheets of its piece will join, drawn over the piece's print; or, for a
/// sheet that joins no other, what lies on it.
class JoinPanel : public QWidget {
    Q_OBJECT
  public:
    JoinPanel(JobStore& store, RenderService& service, QWidget* parent = nullptr);

    /// Shows a sheet of the present imposition; -1 for none.
    void showSheet(int number);

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    const Sheet* sheet() const;
    void request(const PlacedRegion& part);
    double paintMap(QPainter& painter, const Sheet& sheet, double top) const;
    QString contents(const Sheet& sheet) const;
    QString whatToWrite(const Sheet& sheet) const;

    JobStore& store_;
    RenderService& service_;
    int number_ = -1;
    QImage print_;  ///< the piece's print, small
};

}  // namespace tympan::app
