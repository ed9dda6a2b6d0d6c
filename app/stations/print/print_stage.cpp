#include "app/stations/print/print_stage.h"

#include <QScrollArea>

#include "app/shell/job_store.h"
#include "app/shell/theme.h"
#include "app/shell/words.h"
#include "app/widgets/icons.h"
#include "app/widgets/tray_parts.h"

namespace tympan::app {

namespace {

constexpr int list_width = 720;

QStringList beforePrinting(const Method& method, const Paper& paper) {
    QStringList lines;
    for (const std::string& line : method.before_printing) lines << text(line);
    const auto tr = [](const char* sentence) { return PrintStage::tr(sentence); };
    lines << tr(
        "Which face is printed: mark an X on a plain sheet, lay it in the tray X up, print the test sheet, "
        "and see on which face the print lies. "
        "Lay the real sheets the same way.");
    lines << PrintStage::tr(
                 "In the printer's own dialog: media type %1; %2; 100 %; nothing that says fit or shrink; "
                 "one side; no cover page.")
                 .arg(text(method.media_type), QString::fromStdString(paper.name));
    lines << (mirroredBy(method) == Mirrored::yes
                  ? tr("Mirroring OFF in the printer's dialog: the picture is mirrored already, and a second "
                       "time would undo it.")
                  : tr("Mirroring OFF in the printer's dialog: this picture is printed as it reads."));
    return lines;
}

QStringList afterPrinting(const Method& method, const QString& label) {
    QStringList lines;
    if (!method.laid_whole) {
        lines << PrintStage::tr(
            "Read the small words at the edge of the print: they must read normally. Measure the bar.");
        lines << PrintStage::tr(
                     "Before you trim: write %1 (the sheet's own label) and an arrow up on the back of each "
                     "sheet. The words at the edge are cut off before gluing.")
                     .arg(label);
    }
    for (const std::string& line : method.after_printing) lines << text(line);
    return lines;
}

}  // namespace

PrintStage::PrintStage(JobStore& store, QWidget* parent) : QWidget(parent), store_(store) {
    setObjectName(QStringLiteral("print-stage"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* area = new QScrollArea;
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    auto* body = new QWidget;
    lists_ = new QVBoxLayout(body);
    lists_->setContentsMargins(24, 16, 24, 16);
    lists_->setSpacing(6);
    area->setWidget(body);
    outer->addWidget(area);
    setAttribute(Qt::WA_StyledBackground);
    connect(&store_, &JobStore::changed, this, &PrintStage::refresh);
    refresh();
}

void PrintStage::refresh() {
    while (QLayoutItem* item = lists_->takeAt(0)) {
        if (item->widget()) item->widget()->hide(), item->widget()->deleteLater();
        delete item;
    }
    QPalette ground = palette();
    ground.setColor(QPalette::Window, theme().stage);
    setPalette(ground);
    setAutoFillBackground(true);
    const auto add = [&](QLabel* label) {
        label->setWordWrap(true);
        label->setMaximumWidth(list_width);
        lists_->addWidget(label);
    };
    const auto numbered = [&](const QStringList& lines, int& number) {
        for (const QString& line : lines) {
            auto* row = new QWidget;
            row->setMaximumWidth(list_width);
            auto* layout = new QHBoxLayout(row);
            layout->setContentsMargins(0, 0, 0, 0);
            layout->setSpacing(8);
            auto* figure = new QLabel(QString::number(++number));
            figure->setFont(figureFont(TextSize::normal));
            figure->setFixedWidth(24);
            figure->setAlignment(Qt::AlignRight | Qt::AlignTop);
            auto* label = new QLabel(line);
            label->setWordWrap(true);
            layout->addWidget(figure, 0, Qt::AlignTop);
            layout->addWidget(label, 1);
            lists_->addWidget(row);
        }
    };
    std::vector<Method> methods;
    for (const Piece& piece : store_.job().pieces)
        if (std::find(methods.begin(), methods.end(), piece.method) == methods.end())
            methods.push_back(piece.method);
    if (methods.empty()) add(titleLabel(tr("Nothing to print yet. Drop a picture, or press Ctrl+O.")));
    for (const Method& method : methods) {
        add(titleLabel(tr("Before you print: %1").arg(methodName(method))));
        int number = 0;
        numbered(beforePrinting(method, store_.job().sheets.paper), number);
        add(strongLabel(tr("When it is printed")));
        QString label = QStringLiteral("A1");
        numbered(afterPrinting(method, label), number);
        for (const std::string& caution : method.cautions) {
            auto* row = new QWidget;
            row->setMaximumWidth(list_width);
            auto* layout = new QHBoxLayout(row);
            layout->setContentsMargins(8, 0, 0, 0);
            layout->setSpacing(8);
            auto* mark = new QLabel;
            mark->setPixmap(icon(QStringLiteral("look"), theme().look, 16));
            auto* words = new QLabel(text(caution));
            words->setWordWrap(true);
            layout->addWidget(mark, 0, Qt::AlignTop);
            layout->addWidget(words, 1);
            lists_->addWidget(row);
        }
        lists_->addSpacing(16);
    }
    lists_->addStretch(1);
}

}  // namespace tympan::app
