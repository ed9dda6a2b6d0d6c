#include "app/stations/object/edge_panel.h"

#include <QCheckBox>
#include <QComboBox>

#include "app/widgets/choice_row.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/artwork/silhouette.h"
#include "core/job/edits.h"
#include "core/layout/imposition.h"

namespace tympan::app {

EdgePanel::EdgePanel(JobStore& store) : ObjectPanel(store) {
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(20);

    auto* cutting = column();
    cut_ = new ChoiceRow(QStringLiteral("cut"), tr("What the ink is cut to"), Qt::Vertical);
    cut_->add(QStringLiteral("none"), tr("the picture's own edge"));
    cut_->add(QStringLiteral("object"), tr("the object's edge"),
              tr("Holes, knots and hinges are left out too."));
    cut_->add(QStringLiteral("silhouette"), tr("what is in the picture"),
              tr("Without its background: needs a clear one, or one of a single colour."));
    cut_->add(QStringLiteral("cell"), tr("its place in the patchwork"));
    cutting->addWidget(cut_);
    auto* stop = new QHBoxLayout;
    stop->setSpacing(8);
    stop_ = new LengthEdit(QStringLiteral("edge-stop"), tr("How far from the edge the ink stops"));
    stop_->allowZero();
    side_ = new QComboBox;
    side_->setObjectName(QStringLiteral("edge-side"));
    side_->setAccessibleName(tr("Inside the edge or over it"));
    side_->addItems({tr("inside it"), tr("over it, to trim")});
    QSizePolicy keeps = side_->sizePolicy();
    keeps.setRetainSizeWhenHidden(true);  // the columns beside it stay where they are
    side_->setSizePolicy(keeps);
    stop_words_ = new QLabel(tr("stops"));
    stop->addWidget(stop_words_);
    stop->addWidget(stop_);
    stop->addWidget(side_);
    stop->addStretch(1);
    cutting->addLayout(stop);
    cutting->addStretch(1);
    outer->addLayout(cutting);

    auto* rim = column();
    rim_ = new ChoiceRow(QStringLiteral("rim"), tr("How the rim looks"), Qt::Vertical);
    rim_->add(QStringLiteral("sharp"), tr("sharp"));
    rim_->add(QStringLiteral("feathered"), tr("fading out"));
    const QString meant =
        tr("Edges are the first to fail: a torn or worn rim makes what is lost look meant.");
    rim_->add(QStringLiteral("torn"), tr("torn"), meant);
    rim_->add(QStringLiteral("worn"), tr("worn"), meant);
    rim->addWidget(rim_);
    rim->addStretch(1);
    outer->addLayout(rim);

    auto* more = column();
    auto* deep = new QHBoxLayout;
    deep->setSpacing(8);
    depth_ = new LengthEdit(QStringLiteral("rim-depth"), tr("How far in the rim reaches"));
    deep->addWidget(new QLabel(tr("reaches in")));
    deep->addWidget(depth_);
    deep->addStretch(1);
    more->addLayout(deep);
    other_ = linkButton(QStringLiteral("rim-other"), tr("tear it another way"));
    more->addWidget(other_, 0, Qt::AlignLeft);
    more->addSpacing(4);
    tab_ = new QCheckBox(tr("a tab to hold it by"));
    tab_->setObjectName(QStringLiteral("edge-tab"));
    more->addWidget(tab_);
    about_tab_ = quietLabel({});
    about_tab_->setObjectName(QStringLiteral("about-tab"));
    keepWide(about_tab_, 220);
    more->addWidget(about_tab_);
    more->addStretch(1);
    outer->addLayout(more);
    outer->addStretch(1);

    connect(cut_, &ChoiceRow::picked, this, [this](const QString& id) {
        setEdge(tr("change the edge"), [&](Edge& edge) {
            edge.cut = id == QStringLiteral("object")       ? Cut::object
                       : id == QStringLiteral("silhouette") ? Cut::silhouette
                       : id == QStringLiteral("cell")       ? Cut::cell
                                                            : Cut::none;
        });
    });
    connect(rim_, &ChoiceRow::picked, this, [this](const QString& id) {
        setEdge(tr("change the rim"), [&](Edge& edge) {
            for (Rim each : {Rim::sharp, Rim::feathered, Rim::torn, Rim::worn})
                if (QString::fromStdString(std::string(name(each))) == id) edge.rim = each;
        });
    });
    connect(stop_, &LengthEdit::typed, this, &EdgePanel::setStop);
    connect(side_, &QComboBox::activated, this, &EdgePanel::setStop);
    connect(depth_, &LengthEdit::typed, this,
            [this](double mm) { setEdge(tr("change the rim"), [&](Edge& edge) { edge.rim_mm = mm; }); });
    connect(other_, &QPushButton::clicked, this, [this] {
        setEdge(tr("tear the rim another way"), [](Edge& edge) { edge.seed = edge.seed % 9999 + 1; });
        store_.endRun();
    });
    connect(tab_, &QCheckBox::clicked, this, [this](bool on) {
        setEdge(on ? tr("add a tab") : tr("take the tab off"), [on](Edge& edge) { edge.tab = on; });
        store_.endRun();
    });
}

QString EdgePanel::aboutTab(const Piece& piece) const {
    if (piece.method->laid_whole) return tr("This way lays the sheet whole: there is nothing to cut round.");
    if (piece.edge.tab && !tabOf(store_.job(), piece))
        return tr("No tab here: the rim is too far from the picture, or round a tin.");
    if (piece.edge.tab && !tabOnPaper(store_.job(), piece))
        return tr("No tab: the paper has no room for the picture with it.");
    return tr("Bare paper at the top, %1 beyond the rim. Leave it on when you trim: it says which side and "
              "which end.")
        .arg(lengthText(tab_outside_mm, store_.job().unit));
}

void EdgePanel::setEdge(const QString& what, const std::function<void(Edge&)>& change) {
    editPiece(what, [&](Job job, int id) {
        Edge edge = findPiece(job, id)->edge;
        change(edge);
        return withEdge(std::move(job), id, edge);
    });
}

void EdgePanel::setStop() {
    const double mm = stop_->value();
    setEdge(tr("change where the ink stops"), [&](Edge& edge) {
        // Round a silhouette there is only "beyond".
        const bool beyond = edge.cut == Cut::silhouette || side_->currentIndex() == 1;
        edge.stop_mm = beyond ? -mm : mm;
    });
}

void EdgePanel::refresh(const Piece& piece, const Object& object) {
    const Unit unit = store_.job().unit;
    const Edge& edge = piece.edge;
    cut_->choose(QString::fromStdString(std::string(name(edge.cut))));
    rim_->choose(QString::fromStdString(std::string(name(edge.rim))));
    const bool silhouette = silhouetteOf(*piece.artwork).has_value();
    findChild<QPushButton*>(QStringLiteral("cut-object"))->setEnabled(!object.spot());
    findChild<QPushButton*>(QStringLiteral("cut-silhouette"))->setEnabled(silhouette);
    findChild<QPushButton*>(QStringLiteral("cut-cell"))->setVisible(!edge.cell.empty());
    stop_->setEnabled(edge.cut == Cut::object || edge.cut == Cut::silhouette);
    side_->setVisible(edge.cut != Cut::silhouette);
    side_->setEnabled(edge.cut == Cut::object);
    stop_words_->setText(edge.cut == Cut::silhouette ? tr("and round it") : tr("stops"));
    stop_->show(std::abs(edge.stop_mm), unit);
    side_->setCurrentIndex(edge.stop_mm < 0 ? 1 : 0);
    depth_->setEnabled(edge.rim != Rim::sharp);
    depth_->show(edge.rim_mm, unit);
    other_->setEnabled(edge.rim == Rim::torn || edge.rim == Rim::worn);
    tab_->setChecked(edge.tab);
    tab_->setEnabled(!piece.method->laid_whole);
    about_tab_->setText(aboutTab(piece));
}

}  // namespace tympan::app
