#include "app/widgets/ask_trouble.h"

#include <QCheckBox>
#include <QLineEdit>
#include <QStackedWidget>
#include <QToolButton>

#include "app/look/icons.h"
#include "app/look/theme.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"

namespace tympan::app {

namespace {

struct TroubleText {
    Q_DECLARE_TR_FUNCTIONS(Trouble)
};

constexpr int across = 4;
const QSize picture{150, 100};

QString remedyText(Remedy remedy) {
    switch (remedy) {
        case Remedy::mend:
            return TroubleText::tr("You can mend it");
        case Remedy::stop:
            return TroubleText::tr("Stop there");
        case Remedy::go_on:
            return TroubleText::tr("Go on");
        case Remedy::again:
            break;
    }
    return TroubleText::tr("Begin again");
}

QLabel* largeLabel(const QString& text, bool strong = false) {
    auto* label = strong ? strongLabel(text) : new QLabel(text);
    label->setWordWrap(true);
    label->setStyleSheet(QStringLiteral("font-size: 18px;"));
    return label;
}

/// Two pages: which trouble, and what to do about it.
class TroubleDialog : public QDialog {
  public:
    TroubleDialog(QWidget* parent, const TroubleAsked& asked) : QDialog(parent), asked_(asked) {
        setStyleSheet(
            QStringLiteral("QCheckBox, QPushButton, QLineEdit { font-size: 18px; min-height: 36px; }"));
        auto* outer =
            askingDialog(*this, QStringLiteral("ask-trouble"), TroubleText::tr("Something went wrong"));
        pages_ = new QStackedWidget;
        pages_->addWidget(pictures());
        outer->addWidget(pages_);
    }

    TroubleSaid said() const {
        TroubleSaid answer{trouble_ ? trouble_->id : "", words_->text().trimmed().toStdString(), {}, {}};
        if (next_box_ && next_box_->isChecked()) answer.next = next_;
        for (std::size_t i = 0; i < copies_.size(); ++i)
            if (copies_[i]->isChecked()) answer.again.push_back(static_cast<int>(i));
        return answer;
    }

  private:
    QWidget* pictures() {
        auto* page = new QWidget;
        auto* down = column();
        page->setLayout(down);
        down->addWidget(largeLabel(TroubleText::tr("What does it look like?"), true));
        auto* grid = fieldGrid();
        int at = 0;
        for (const Trouble& each : shippedTroubles()) {
            auto* button = new QToolButton;
            button->setObjectName(QStringLiteral("trouble-") + QString::fromStdString(each.id));
            button->setToolButtonStyle(Qt::ToolButtonTextUnderIcon);
            button->setIcon(lineDrawing(QStringLiteral("troubles/") + QString::fromStdString(each.id),
                                        theme().text, picture, devicePixelRatioF()));
            button->setIconSize(picture);
            button->setText(text(each.name));
            button->setStyleSheet(QStringLiteral("font-size: 17px; padding: 8px;"));
            button->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
            grid->addWidget(button, at / across, at % across);
            ++at;
            connect(button, &QToolButton::clicked, this, [this, &each] { choose(&each); });
        }
        for (int i = 0; i < across; ++i) grid->setColumnStretch(i, 1), grid->setColumnMinimumWidth(i, 236);
        down->addLayout(grid);
        auto* row = new QHBoxLayout;
        row->setSpacing(12);
        row->addStretch(1);
        QPushButton* leave = pushButton(QStringLiteral("trouble-cancel"), TroubleText::tr("Cancel"));
        QPushButton* other = pushButton(QStringLiteral("trouble-other"), TroubleText::tr("Something else…"));
        for (QPushButton* button : {leave, other}) {
            button->setAutoDefault(false);
            row->addWidget(button);
        }
        connect(leave, &QPushButton::clicked, this, &QDialog::reject);
        connect(other, &QPushButton::clicked, this, [this] { choose(nullptr); });
        down->addLayout(row);
        return page;
    }

    void choose(const Trouble* trouble) {
        trouble_ = trouble;
        while (pages_->count() > 1) {
            QWidget* old = pages_->widget(1);
            pages_->removeWidget(old);
            old->deleteLater();
        }
        pages_->addWidget(advice());
        pages_->setCurrentIndex(1);
    }

    QWidget* advice() {
        auto* page = new QWidget;
        auto* down = column();
        page->setLayout(down);
        const TroubleCase* of = trouble_ ? &caseOf(*trouble_, asked_.at) : nullptr;
        if (of) {
            down->addWidget(largeLabel(text(trouble_->name), true));
            auto* cause = largeLabel(of->basis == Basis::guess
                                         ? TroubleText::tr("Our guess at the cause: %1").arg(text(of->cause))
                                         : TroubleText::tr("Likely cause: %1").arg(text(of->cause)));
            cause->setObjectName(QStringLiteral("trouble-cause"));
            down->addWidget(cause);
            auto* now =
                largeLabel(TroubleText::tr("%1: %2").arg(remedyText(of->remedy), text(of->now)), true);
            now->setObjectName(QStringLiteral("trouble-now"));
            down->addWidget(now);
        }
        copies_.clear();
        for (int i = 0; i < asked_.copies.size(); ++i) {
            auto* box = new QCheckBox(
                asked_.copies.size() > 1
                    ? TroubleText::tr("%1 begins again").arg(asked_.copies[i])
                    : TroubleText::tr("%1 begins again, from a spare print").arg(asked_.copies[i]));
            box->setObjectName(QStringLiteral("again-%1").arg(i));
            // Nothing is thrown away unasked where it may be another one.
            box->setChecked(of && of->remedy == Remedy::again && asked_.copies.size() == 1);
            down->addWidget(box);
            copies_.push_back(box);
        }
        next_ = of ? nextTimeOf(*of, asked_.steps) : std::nullopt;
        next_box_ = nullptr;
        if (next_) {
            next_box_ = new QCheckBox(TroubleText::tr("Next time: %1").arg(text(next_->words)));
            next_box_->setObjectName(QStringLiteral("trouble-next"));
            down->addWidget(next_box_);
        }
        words_ = new QLineEdit;
        words_->setObjectName(QStringLiteral("trouble-words"));
        words_->setAccessibleName(TroubleText::tr("In your words"));
        words_->setPlaceholderText(trouble_ ? TroubleText::tr("in your words (optional)")
                                            : TroubleText::tr("what went wrong, in your words"));
        words_->setMinimumWidth(560);
        down->addWidget(words_);
        down->addStretch(1);
        auto* row = new QHBoxLayout;
        row->setSpacing(12);
        row->addStretch(1);
        QPushButton* back = pushButton(QStringLiteral("trouble-back"), TroubleText::tr("Back"));
        QPushButton* note = pushButton(QStringLiteral("trouble-note"), TroubleText::tr("Note it"));
        note->setProperty("main", true);
        for (QPushButton* button : {back, note}) {
            button->setAutoDefault(false);
            row->addWidget(button);
        }
        connect(back, &QPushButton::clicked, this, [this] { pages_->setCurrentIndex(0); });
        connect(note, &QPushButton::clicked, this, &QDialog::accept);
        down->addLayout(row);
        return page;
    }

    const TroubleAsked& asked_;
    QStackedWidget* pages_;
    const Trouble* trouble_ = nullptr;
    std::optional<NextTime> next_;
    QCheckBox* next_box_ = nullptr;
    std::vector<QCheckBox*> copies_;
    QLineEdit* words_ = nullptr;
};

}  // namespace

std::optional<TroubleSaid> askTrouble(QWidget* parent, const TroubleAsked& asked) {
    TroubleDialog dialog(parent->window(), asked);
    if (dialog.exec() != QDialog::Accepted) return {};
    return dialog.said();
}

}  // namespace tympan::app
