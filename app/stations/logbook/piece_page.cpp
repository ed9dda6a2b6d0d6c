#include "app/stations/logbook/piece_page.h"

#include <QDateTime>
#include <QLocale>
#include <QScrollArea>

#include "app/canvas/face_view.h"
#include "app/look/theme.h"
#include "app/model/log_store.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "app/words/work_words.h"
#include "core/learning/questions.h"
#include "core/method/troubles.h"

namespace tympan::app {

namespace {

constexpr int picture_px = 300;

QString dayText(Moment at) {
    return QLocale(QLocale::English)
        .toString(QDateTime::fromSecsSinceEpoch(at.time_since_epoch().count()),
                  QStringLiteral("d MMMM yyyy, HH:mm"));
}

QString aboutText(const LogEntry& entry) {
    QStringList parts{QString::fromStdString(entry.method_name),
                      PiecePage::tr("on %1").arg(QString::fromStdString(entry.object)),
                      QString::fromStdString(entry.printer), QString::fromStdString(entry.carrier)};
    if (entry.face != "front" && !entry.face.empty()) parts.insert(2, QString::fromStdString(entry.face));
    parts << PiecePage::tr("%1 cm²").arg(entry.area_cm2, 0, 'f', 0);
    if (entry.copies > 1) parts << PiecePage::tr("%1 copies").arg(entry.copies);
    if (entry.spoiled > 0) parts << PiecePage::tr("%1 begun again").arg(entry.spoiled);
    parts << PiecePage::tr("%1 °C, %2 %")
                 .arg(entry.temperature_c, 0, 'f', 0)
                 .arg(entry.humidity_percent, 0, 'f', 0);
    parts.removeAll(QString());
    return parts.join(QStringLiteral(" · "));
}

QString costText(const Cost& cost) {
    if (cost.bought == 0 && cost.shared.empty()) return {};
    QStringList parts;
    const auto money = [](double amount) { return QLocale().toString(amount, 'f', 2); };
    if (cost.bought > 0) parts << PiecePage::tr("%1 bought for it").arg(money(cost.bought));
    for (const auto& [name, share] : cost.shared)
        parts << PiecePage::tr("%1 its share of the %2").arg(money(share), QString::fromStdString(name));
    QString text =
        PiecePage::tr("It cost %1: %2.").arg(money(cost.withShare()), parts.join(QStringLiteral(", ")));
    if (cost.bought > 0 && !cost.shared.empty())
        text += PiecePage::tr(" Without what is shared %1.").arg(money(cost.bought));
    if (cost.unpriced_ml > 0)
        text += PiecePage::tr(" %1 ml more have no price.").arg(cost.unpriced_ml, 0, 'f', 0);
    return text;
}

std::vector<QStringList> stepsOf(const LogEntry& entry) {
    std::vector<QStringList> rows;
    for (const DoneStep& step : entry.steps) {
        QString words = QString::fromStdString(step.words);
        if (!step.hands) words += PiecePage::tr(", waiting");
        if (step.times > 1) words += PiecePage::tr(", %1 times").arg(step.times);
        if (const QString told = toldText({step.product, step.heat_c, step.held_s, step.pressure});
            step.hands && !told.isEmpty())
            words += PiecePage::tr(" · %1").arg(told);
        rows.push_back({words, lengthOfTime(step.planned_min), lengthOfTime(step.real_min)});
    }
    return rows;
}

}  // namespace

PiecePage::PiecePage(LogStore& store, QWidget* parent) : QWidget(parent), store_(store) {
    setObjectName(QStringLiteral("piece-page"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(16, 8, 16, 8);
    outer->setSpacing(8);
    auto* top = new QHBoxLayout;
    title_ = titleLabel({});
    title_->setObjectName(QStringLiteral("piece-title"));
    top->addWidget(title_, 1);
    top->setSpacing(16);
    QPushButton* card = linkButton(QStringLiteral("piece-card"), tr("card for whoever gets it…"));
    QPushButton* page = linkButton(QStringLiteral("piece-print"), tr("print its page…"));
    top->addWidget(card);
    top->addWidget(page);
    connect(card, &QPushButton::clicked, this, &PiecePage::cardWanted);
    connect(page, &QPushButton::clicked, this, &PiecePage::pageWanted);
    QPushButton* back = linkButton(QStringLiteral("back-to-wall"), tr("back to all"));
    top->addWidget(back);
    outer->addLayout(top);
    about_ = quietLabel({});
    about_->setObjectName(QStringLiteral("piece-about"));
    outer->addWidget(about_);
    auto* across = new QHBoxLayout;
    across->setSpacing(16);
    auto* pictures = column();
    picture_ = new FaceView(QStringLiteral("piece-picture"));
    other_picture_ = new FaceView(QStringLiteral("beside-picture"));
    for (FaceView* each : {picture_, other_picture_}) each->setFixedSize(picture_px, picture_px);
    pictures->addWidget(picture_);
    shows_ = new ChoiceRow(QStringLiteral("piece-shows"), tr("Which picture of it"), Qt::Horizontal);
    shows_->add(QStringLiteral("planned"), tr("as planned"));
    shows_->add(QStringLiteral("before"), tr("before"));
    shows_->add(QStringLiteral("after"), tr("after"));
    pictures->addWidget(shows_);
    pictures->addStretch(1);
    across->addLayout(pictures);
    auto* area = new QScrollArea;
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    facts_ = new QWidget;
    down_ = column();
    facts_->setLayout(down_);
    area->setWidget(facts_);
    across->addWidget(area, 1);
    auto* others = column();
    others->addWidget(other_picture_);
    others->addStretch(1);
    across->addLayout(others);
    outer->addLayout(across, 1);
    connect(shows_, &ChoiceRow::picked, this, &PiecePage::showPicture);
    connect(picture_, &FaceView::drawn, this, [this](const DrawnFault& fault) {
        store_.change([&](LogEntry& entry) { entry.faults.push_back(fault); });
    });
    connect(picture_, &FaceView::dropped, this, [this](const QStringList& files) {
        for (const QString& file : files)
            store_.addPhotograph(
                shows_->chosen() == QStringLiteral("before") ? Photograph::Of::before : Photograph::Of::after,
                file);
    });
    connect(back, &QPushButton::clicked, this, &PiecePage::closed);
    connect(&store_, &LogStore::changed, this, &PiecePage::refresh);
    refresh();
}

void PiecePage::refresh() {
    const LogEntry* entry = store_.entry();
    if (!entry) return;
    const LogEntry* other = store_.beside();
    title_->setText(other ? tr("%1, and beside it %2")
                                .arg(QString::fromStdString(entry->name), QString::fromStdString(other->name))
                          : tr("%1 · %2").arg(QString::fromStdString(entry->name), dayText(entry->made)));
    about_->setText(other ? tr("Only what differs.") : aboutText(*entry));
    // A photograph that has just come is what one wants to see.
    if (entry->id != pictured_ || entry->photographs.size() > photographs_)
        shows_->choose(entry->photographs.empty()
                           ? QStringLiteral("planned")
                           : QString::fromLatin1(name(entry->photographs.back().of).data()));
    pictured_ = entry->id;
    photographs_ = entry->photographs.size();
    // What was wrong is drawn on the likeness: it is known how large that is.
    if (store_.drawing()) shows_->choose(QStringLiteral("planned"));
    shows_->setVisible(!entry->photographs.empty());
    showPicture();
    picture_->draw(other ? std::nullopt : store_.drawing());
    other_picture_->setVisible(other != nullptr);
    if (other) other_picture_->show(store_.picture(other->id), other->size, other->faults);
    // Made anew only where it says something else: notes are typed meanwhile.
    const std::string says =
        entry->id + (other ? "/" + other->id + "/" + std::string(name(entry->outcome)) : "") + "/" +
        std::to_string(entry->bought) + "/" + std::to_string(entry->later.size()) + "/" +
        std::to_string(entry->faults.size()) + "/" + std::to_string(entry->made.time_since_epoch().count());
    if (says != shown_) fill();
    shown_ = says;
}

void PiecePage::showPicture() {
    const LogEntry* entry = store_.entry();
    if (!entry) return;
    const QString chosen = shows_->chosen();
    for (auto each = entry->photographs.rbegin(); each != entry->photographs.rend(); ++each)
        if (chosen == QLatin1String(name(each->of).data()))
            return picture_->show(store_.photograph(each->sha256), {0, 0}, {});
    if (chosen != QStringLiteral("planned")) return picture_->show({}, {0, 0}, {});
    picture_->show(store_.picture(entry->id), entry->size, entry->faults);
}

void PiecePage::resizeEvent(QResizeEvent*) {
    // In a low window the pictures give way.
    const int side = std::clamp(height() - 90, 120, picture_px);
    for (FaceView* each : {picture_, other_picture_})
        if (each->width() != side) each->setFixedSize(side, side);
    refresh();
}

void PiecePage::addTable(const QStringList& heads, const std::vector<QStringList>& rows) {
    auto* grid = fieldGrid();
    for (int column = 0; column < heads.size(); ++column)
        grid->addWidget(quietLabel(heads[column]), 0, column);
    int at = 1;
    for (const QStringList& row : rows) {
        for (int column = 0; column < row.size(); ++column) {
            auto* label = new QLabel(row[column]);
            label->setWordWrap(column == 0);
            label->setTextInteractionFlags(Qt::TextSelectableByMouse);
            grid->addWidget(label, at, column, Qt::AlignTop);
        }
        ++at;
    }
    grid->setColumnMinimumWidth(0, 380);
    grid->setHorizontalSpacing(20);
    grid->setColumnStretch(static_cast<int>(heads.size()), 1);
    down_->addLayout(grid);
}

void PiecePage::fill() {
    // A new sheet each time: nothing here is typed into.
    auto* sheet = new QWidget;
    auto* down = column();
    sheet->setLayout(down);
    down_ = down;
    const LogEntry* entry = store_.entry();
    if (const LogEntry* other = store_.beside()) {
        std::vector<QStringList> rows;
        for (const Difference& each : differences(*entry, *other))
            rows.push_back({text(each.what), text(each.one), text(each.other)});
        if (rows.empty())
            down->addWidget(quietLabel(tr("Nothing that was written down differs.")));
        else
            addTable({QString(), QString::fromStdString(entry->name), QString::fromStdString(other->name)},
                     rows);
    } else {
        for (const std::string& each : entry->troubles)
            if (const Trouble* trouble = findTrouble(each))
                down->addWidget(strongLabel(tr("Went wrong: %1").arg(text(trouble->name))));
        for (const std::string& wrong : entry->wrong) {
            auto* label = strongLabel(tr("Went wrong: %1").arg(QString::fromStdString(wrong)));
            label->setWordWrap(true);
            down->addWidget(label);
        }
        for (const DrawnFault& fault : entry->faults)
            down->addWidget(strongLabel(tr("%1: %2 cm²")
                                            .arg(faultText(fault.fault))
                                            .arg(areaOf(fault), 0, 'f', areaOf(fault) < 10 ? 1 : 0)));
        QStringList variants;
        for (const std::string& variant : entry->variants) variants << text(variant);
        if (!variants.isEmpty()) down->addWidget(quietLabel(variants.join(QStringLiteral(" · "))));
        if (!entry->rights.empty())
            down->addWidget(quietLabel(tr("Picture: %1").arg(QString::fromStdString(entry->rights))));
        if (!entry->shop.empty())
            down->addWidget(
                quietLabel(tr("Printed by %1, chosen by a proof").arg(QString::fromStdString(entry->shop))));
        if (const QString cost = costText(costOf(*entry, store_.supplies())); !cost.isEmpty())
            down->addWidget(quietLabel(cost));
        addTable({tr("what was done"), tr("planned"), tr("real")}, stepsOf(*entry));
        for (const LaterEvent& event : entry->later)
            down->addWidget(quietLabel(
                QStringLiteral("%1: %2").arg(dayText(event.at), QString::fromStdString(event.words))));
    }
    down->addStretch(1);
    auto* area = findChild<QScrollArea*>();
    area->setWidget(sheet);
    facts_ = sheet;
}

}  // namespace tympan::app
