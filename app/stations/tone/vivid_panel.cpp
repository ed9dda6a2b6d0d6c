#include "app/stations/tone/vivid_panel.h"

#include <QGridLayout>
#include <QLabel>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSlider>
#include <QVBoxLayout>
#include <opencv2/imgproc.hpp>

#include "app/widgets/tray_parts.h"
#include "core/tone/vivid.h"

namespace tympan::app {

namespace {

constexpr double sample_px = 256;
constexpr int near_middle = 3;  // of a slide: there it stands at nothing

cv::Mat sampleOf(const cv::Mat& reduced) {
    const double scale = std::min(1.0, sample_px / std::max(reduced.cols, reduced.rows));
    cv::Mat sample;
    cv::resize(reduced, sample, {}, scale, scale, cv::INTER_NEAREST);
    return sample;
}

}  // namespace

VividPanel::VividPanel(QWidget* parent) : QWidget(parent) {
    QVBoxLayout* only = column();
    setLayout(only);
    only->addWidget(strongLabel(tr("How vivid")));
    QGridLayout* grid = fieldGrid();
    pale_ = slider(QStringLiteral("vivid-pale"), tr("pale colours"), tr("The trade says vibrance."),
                   &Vividness::pale);
    all_ = slider(QStringLiteral("vivid-all"), tr("all colours"), tr("The trade says saturation."),
                  &Vividness::all);
    int row = 0;
    for (QSlider* each : {pale_, all_}) {
        grid->addWidget(new QLabel(each->accessibleName()), row, 0);
        grid->addWidget(each, row++, 1);
    }
    grid->setColumnStretch(2, 1);
    only->addLayout(grid);
    clipped_ = quietLabel({});
    clipped_->setObjectName(QStringLiteral("vivid-clipped"));
    keepWide(clipped_, 340);
    only->addWidget(clipped_);
    QPushButton* most = linkButton(QStringLiteral("vivid-most"), tr("as vivid as it goes"));
    most->setToolTip(tr("Just before differences between colours get lost."));
    only->addWidget(most, 0, Qt::AlignLeft);
    connect(most, &QPushButton::clicked, this, [this] {
        Tone tone = tone_;
        tone.vividness.all = mostVivid(sample_, tone.vividness.pale);
        emit changed(tone, {});
    });
    only->addStretch(1);
}

QSlider* VividPanel::slider(const QString& name, const QString& words, const QString& trade,
                            int Vividness::*which) {
    auto* made = new QSlider(Qt::Horizontal);
    made->setObjectName(name);
    made->setAccessibleName(words);
    made->setToolTip(trade);
    made->setRange(-100, 100);
    keepWide(made, 240);
    connect(made, &QSlider::valueChanged, this, [this, which](int value) {
        Tone tone = tone_;
        tone.vividness.*which = std::abs(value) <= near_middle ? 0 : value;
        emit changed(tone, QStringLiteral("vivid"));
    });
    connect(made, &QSlider::sliderReleased, this, &VividPanel::rested);
    return made;
}

void VividPanel::show(const Tone& tone, const ArtworkPtr& artwork) {
    tone_ = tone;
    if (looked_at_ != artwork) sample_ = sampleOf(artwork->reduced);
    looked_at_ = artwork;
    const QSignalBlocker quiet[] = {QSignalBlocker(pale_), QSignalBlocker(all_)};
    const Vividness& vividness = tone.vividness;
    pale_->setValue(vividness.pale);
    all_->setValue(vividness.all);
    constexpr double worth_saying = 0.005;
    const double share = vividness.untouched() ? 0 : clippedShare(sample_, vividness);
    clipped_->setText(
        share < worth_saying
            ? tr("To the right: more vivid. In the middle: as the picture came.")
            : tr("%1 % of the picture is as vivid as can be printed: differences there are lost.")
                  .arg(100 * share, 0, 'f', share < 0.1 ? 1 : 0));
}

}  // namespace tympan::app
