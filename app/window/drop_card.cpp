#include "app/window/drop_card.h"

#include <QComboBox>
#include <QKeyEvent>
#include <QLineEdit>
#include <QStyle>

#include "app/look/theme.h"
#include "app/model/preferences.h"
#include "app/model/printers.h"
#include "app/widgets/colour_button.h"
#include "app/widgets/focus_within.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/method_finder.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/object/materials.h"

namespace tympan::app {

namespace {

constexpr double guess_share_of_paper = 0.8;
constexpr double largest_stored_mm = 1500, least_stored_mm = 20;

/// What the file states when that is a size one would print; else a picture that a sheet holds with room to
/// spare.
SizeMm guessedSize(const Artwork& artwork, const Paper& paper) {
    const auto natural = artwork.naturalSize();
    const bool vector = artwork.kind == Artwork::Kind::vector;
    const bool screen = natural && artwork.stored_ppi && *artwork.stored_ppi <= 96.5 && !vector;
    if (natural && !screen && natural->width <= largest_stored_mm && natural->width >= least_stored_mm)
        return *natural;
    SizeMm size =
        fitted(artwork, {paper.size.width * guess_share_of_paper, paper.size.height * guess_share_of_paper});
    size.width = std::round(size.width);
    size.height = size.width / artwork.aspect();
    return size;
}

QPixmap thumbnail(const Artwork& artwork, int side) {
    const cv::Mat& p = artwork.reduced;
    QImage image(p.cols, p.rows, QImage::Format_RGBA8888);
    const int channels = p.channels();
    for (int y = 0; y < p.rows; ++y)
        for (int x = 0; x < p.cols; ++x) {
            const uchar* s = p.ptr<uchar>(y) + x * channels;
            uchar* d = image.scanLine(y) + 4 * x;
            for (int c = 0; c < 3; ++c) d[c] = s[channels >= 3 ? c : 0];
            d[3] = channels % 2 == 0 ? s[channels - 1] : 255;
        }
    return QPixmap::fromImage(image.scaled(side, side, Qt::KeepAspectRatio, Qt::SmoothTransformation));
}

}  // namespace

DropCard::DropCard(QWidget* parent) : QFrame(parent) {
    setObjectName(QStringLiteral("card"));
    setAccessibleName(tr("New picture: three questions"));
    setFixedWidth(740);
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(24, 20, 24, 20);
    outer->setSpacing(12);
    auto* head = new QHBoxLayout;
    head->setSpacing(16);
    thumb_ = new QLabel;
    thumb_->setFixedSize(72, 72);
    thumb_->setAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    title_ = titleLabel({});
    title_->setObjectName(QStringLiteral("card-title"));
    head->addWidget(thumb_);
    head->addWidget(title_, 1);
    outer->addLayout(head);

    auto* form = rows();
    form->setVerticalSpacing(14);
    auto* on = new QHBoxLayout;
    on->setSpacing(8);
    on_ = new QLineEdit;
    on_->setObjectName(QStringLiteral("card-on"));
    on_->setAccessibleName(tr("What is it going on?"));
    on_->setPlaceholderText(tr("plank, canvas, cotton bag…"));
    on_->setFixedWidth(208);
    material_ = new QComboBox;
    material_->setObjectName(QStringLiteral("card-material"));
    material_->setAccessibleName(tr("What is it made of?"));
    for (const Material& material : shippedMaterials())
        material_->addItem(text(material.name), QString::fromStdString(material.id));
    ground_ = new ColourButton(QStringLiteral("card-ground"), tr("Colour of the object"));
    on->addWidget(on_);
    on->addWidget(material_);
    on->addWidget(ground_);
    on->addStretch(1);
    form->addRow(strongLabel(tr("What is it going on?")), on);

    auto* size = new QHBoxLayout;
    size->setSpacing(8);
    width_ = new LengthEdit(QStringLiteral("card-width"), tr("Width of the picture"));
    height_ = new LengthEdit(QStringLiteral("card-height"), tr("Height of the picture"));
    size->addWidget(width_);
    size->addWidget(new QLabel(QStringLiteral("×")));
    size->addWidget(height_);
    size->addWidget(quietLabel(tr("of the picture; write mm, cm or in")), 1);
    form->addRow(strongLabel(tr("How big?")), size);

    finder_ = new MethodFinder(QStringLiteral("card"));
    form->addRow(strongLabel(tr("How?")), finder_);
    outer->addLayout(form);

    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(12);
    auto* hang_button = pushButton(QStringLiteral("card-hang"), tr("Hang it on the line"));
    hang_button->setProperty("main", true);
    auto* cancel = pushButton(QStringLiteral("card-cancel"), tr("Not now"));
    auto* print = pushButton(QStringLiteral("card-print"), tr("Hang it and print…"));
    print->setToolTip(tr("Goes straight to what to do before you print."));
    buttons->addStretch(1);
    buttons->addWidget(cancel);
    buttons->addWidget(print);
    buttons->addWidget(hang_button);
    outer->addLayout(buttons);

    connect(hang_button, &QPushButton::clicked, this, &DropCard::hang);
    connect(cancel, &QPushButton::clicked, this, &DropCard::cancelled);
    connect(print, &QPushButton::clicked, this, [this] {
        hang();
        emit printWanted();
    });
    connect(width_, &LengthEdit::typed, this,
            [this](double mm) { height_->show(mm / artworks_.front()->aspect(), unit_); });
    connect(height_, &LengthEdit::typed, this,
            [this](double mm) { width_->show(mm * artworks_.front()->aspect(), unit_); });
    connect(material_, &QComboBox::currentIndexChanged, this, &DropCard::showMaterial);
    showMaterial();
}

void DropCard::ask(const std::vector<ArtworkPtr>& artworks, Unit unit, const Paper& paper) {
    artworks_ = artworks;
    unit_ = unit;
    const Artwork& first = *artworks.front();
    title_->setText(
        artworks.size() == 1
            ? QString::fromStdString(first.name)
            : tr("%1 and %2 more").arg(QString::fromStdString(first.name)).arg(artworks.size() - 1));
    thumb_->setPixmap(thumbnail(first, 72));
    finder_->choosePrinter(preferredPrinter());
    const SizeMm size = guessedSize(first, paper);
    width_->show(size.width, unit);
    height_->show(size.height, unit);
    adjustSize();
    on_->setFocus();
}

void DropCard::showMaterial() {
    const Material& material =
        findMaterial(shippedMaterials(), material_->currentData().toString().toStdString());
    ground_->show(material.ground);
    finder_->setMaterial(material.id);
}

void DropCard::hang() {
    preferPrinter(finder_->printer());
    std::vector<NewPiece> pieces;
    for (const ArtworkPtr& artwork : artworks_) {
        NewPiece piece;
        piece.artwork = artwork;
        piece.object.name = nameOfObject(on_->text());
        piece.object.ground = ground_->colour();
        piece.object.material =
            findMaterial(shippedMaterials(), material_->currentData().toString().toStdString());
        piece.method = finder_->chosen();
        piece.printer = printerOfChoice(finder_->printer());
        piece.size = {width_->value(), width_->value() / artwork->aspect()};
        pieces.push_back(std::move(piece));
    }
    emit answered(pieces);
}

bool DropCard::event(QEvent* event) {
    if (event->type() == QEvent::ShortcutOverride) {
        // Single keys are the window's stations elsewhere.
        if ((static_cast<QKeyEvent*>(event)->modifiers() & (Qt::ControlModifier | Qt::AltModifier)) == 0)
            event->accept();
        return true;
    }
    const bool done = QFrame::event(event);
    // More or fewer answers make the card taller or shorter about its middle.
    if (event->type() == QEvent::LayoutRequest && isVisible()) {
        const QPoint middle = geometry().center();
        resize(width(), sizeHint().height());
        move(middle - rect().center());
    }
    return done;
}

void DropCard::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) return emit cancelled();
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) return hang();
    event->accept();  // no key of the card means anything to the window behind
}

bool DropCard::focusNextPrevChild(bool next) { return focusNextWithin(*this, next); }

}  // namespace tympan::app
