#include "app/canvas/screen_scale.h"

#include <QLabel>
#include <QPainter>
#include <QScreen>
#include <QSlider>
#include <QVBoxLayout>

#include "app/look/theme.h"
#include "app/model/preferences.h"
#include "app/widgets/tray_parts.h"
#include "core/measure/geometry.h"

namespace tympan::app {

namespace {

constexpr SizeMm card{85.60, 53.98};
constexpr double corner_mm = 3.18;
constexpr int least_width_px = 180, most_width_px = 560;

/// The card as wide as the slider says.
class Card : public QWidget {
  public:
    explicit Card(const QSlider& width) : width_(width) {
        setMinimumSize(most_width_px + 8, static_cast<int>(most_width_px * card.height / card.width) + 8);
    }

  protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        const double px_mm = width_.value() / card.width;
        painter.setBrush(theme().card);
        painter.setPen(QPen(theme().chosen, 1));
        painter.drawRoundedRect(QRectF(4, 4, card.width * px_mm, card.height * px_mm), corner_mm * px_mm,
                                corner_mm * px_mm);
    }

  private:
    const QSlider& width_;
};

}  // namespace

double screenScale(const QScreen& screen) {
    return checkedScreenScale().value_or(screen.physicalDotsPerInch() / mm_per_inch);
}

ScreenScale::ScreenScale(QWidget* parent) : QDialog(parent), slider_(new QSlider(Qt::Horizontal)) {
    QVBoxLayout* layout =
        askingDialog(*this, QStringLiteral("screen-scale-card"), tr("True size on the screen"));
    layout->addWidget(new QLabel(tr(
        "Hold a bank card against the drawn one, left edges together, and slide until both are as wide.")));
    slider_->setObjectName(QStringLiteral("screen-scale-slider"));
    slider_->setAccessibleName(tr("Width of the drawn card"));
    slider_->setRange(least_width_px, most_width_px);
    slider_->setValue(static_cast<int>(card.width * screenScale(*screen())));
    auto* drawn = new Card(*slider_);
    connect(slider_, &QSlider::valueChanged, drawn, QOverload<>::of(&QWidget::update));
    layout->addWidget(drawn);
    layout->addWidget(slider_);
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(12);
    buttons->addStretch(1);
    QPushButton* leave = pushButton(QStringLiteral("screen-scale-leave"), tr("Leave it"));
    QPushButton* keep = pushButton(QStringLiteral("screen-scale-keep"), tr("They are as wide"));
    keep->setProperty("main", true);
    buttons->addWidget(leave);
    buttons->addWidget(keep);
    layout->addLayout(buttons);
    connect(leave, &QPushButton::clicked, this, &QDialog::reject);
    connect(keep, &QPushButton::clicked, this, [this] {
        keepScreenScale(slider_->value() / card.width);
        accept();
    });
}

}  // namespace tympan::app
