#include "app/stations/print/print_stage.h"

#include <QScrollArea>

#include "app/canvas/sheet_grid.h"
#include "app/look/theme.h"
#include "app/model/exports.h"
#include "app/model/job_store.h"
#include "app/model/printers.h"
#include "app/stations/print/ask_recipe.h"
#include "app/stations/print/print_card.h"
#include "app/stations/print/sheets_to_come.h"
#include "app/stations/print/tray_page.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/method/variants.h"

namespace tympan::app {

namespace {

constexpr int lists_width = 400, most_lines = 5;

/// What is printed in one way on one printer.
struct Batch {
    const Method* method;
    const Printer* printer;
    bool operator==(const Batch& other) const {
        return printAlike(*method, *other.method) && printer == other.printer;
    }
};

QString tr(const char* sentence) { return PrintStage::tr(sentence); }

QString faceLine(const Printer& printer) {
    if (!printer.prints_face)
        return tr(
            "Which face is printed: mark an X on a plain sheet, lay it in the tray X up, print the test "
            "sheet, "
            "and look. Note it under What it is told.");
    const QString tray =
        printer.trays.empty() ? QString() : QString::fromStdString(printer.trays.front().name);
    const QString line = *printer.prints_face == PaperFace::up
                             ? tr("Lay sheets in with the side to print up: that is the face it prints.")
                             : tr("Lay sheets in with the side to print down: that is the face it prints.");
    return tray.isEmpty() ? line : QStringLiteral("%1 (%2)").arg(line, tray);
}

QString driverLine(const Job& job, const Batch& batch) {
    const QString paper = QString::fromStdString(job.sheets.paper.name);
    const DriverRecipe* told = recipeFor(*batch.printer, batch.method->carrier.name);
    const QString media = told && !told->media_type.empty() ? QString::fromStdString(told->media_type)
                                                            : text(batch.method->media_type);
    QStringList parts{tr("media type %1").arg(media)};
    if (told && !told->quality.empty()) parts << tr("quality %1").arg(QString::fromStdString(told->quality));
    parts << paper << tr("100 %, nothing that says fit") << tr("one side") << tr("no cover page");
    if (told && !told->notes.empty()) parts << QString::fromStdString(told->notes);
    return tr("In the printer's own dialog: %1.").arg(parts.join(QStringLiteral("; ")));
}

QString mirrorLine(const Job& job, const Batch& batch) {
    if (batch.printer->mirrors)
        return tr("You said that the printer mirrors by itself: leave that as it is. It is reckoned with.");
    bool mirrored = false, upright = false;
    for (const Piece& piece : job.pieces)
        if (printAlike(piece.method, *batch.method) && &printerOf(job, piece) == batch.printer)
            (mirroredInPrint(job, piece) == Mirrored::yes ? mirrored : upright) = true;
    return mirrored && upright
               ? tr("Mirroring OFF in the printer's dialog: what must be mirrored is mirrored already, "
                    "and the rest is printed as it reads.")
           : mirrored
               ? tr("Mirroring OFF in the printer's dialog: the picture is mirrored already, and a second "
                    "time would undo it.")
               : tr("Mirroring OFF in the printer's dialog: this picture is printed as it reads.");
}

/// What spoils a print when it is forgotten first.
QStringList beforePrinting(const Job& job, const Batch& batch) {
    QStringList lines{driverLine(job, batch), mirrorLine(job, batch), faceLine(*batch.printer)};
    if (!batch.printer->notes.empty())
        lines.prepend(tr("They said: %1").arg(QString::fromStdString(batch.printer->notes)));
    if (batch.method->passes > 1 && batch.printer->white_with_colour)
        lines << tr(
            "It lays white and colour in one go: hand it One picture…, which is clear where the cloth shows, "
            "and "
            "set it to white under all that is not clear.");
    else
        for (const std::string& line : batch.method->before_printing) lines << text(line);
    return lines;
}

QStringList afterPrinting(const Method& method) {
    QStringList lines;
    if (!method.laid_whole) {
        lines << tr(
            "Read the small words at the edge of the print: they must read normally. Measure the bar.");
        lines << tr(
            "Before you trim: write A1 (the sheet's own label) and an arrow up on the back of each sheet. "
            "The "
            "words at the edge are cut off before gluing.");
    }
    for (const std::string& line : method.after_printing) lines << text(line);
    return lines;
}

/// "1  Load plain copy paper."
QWidget* row(QLabel* mark, const QString& sentence) {
    auto* line = new QWidget;
    auto* layout = new QHBoxLayout(line);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(8);
    mark->setFixedWidth(20);
    auto* words = new QLabel(sentence);
    words->setWordWrap(true);
    layout->addWidget(mark, 0, Qt::AlignTop);
    layout->addWidget(words, 1);
    return line;
}

/// What need not be read every time: it opens.
void addOpening(QVBoxLayout* list, QWidget* rest, const QString& name, const QString& words) {
    rest->hide();
    QPushButton* open = linkButton(name, words);
    QObject::connect(open, &QPushButton::clicked, rest, [rest, open] {
        rest->show();
        open->hide();
    });
    list->addWidget(open, 0, Qt::AlignLeft);
    list->addWidget(rest);
}

/// A heading and its lines, numbered from `number` on. What is beyond a handful opens.
QVBoxLayout* numbered(const QString& heading, const QStringList& lines, int& number) {
    QVBoxLayout* list = column();
    list->addWidget(strongLabel(heading));
    auto* rest = new QWidget;
    auto* below = column();
    rest->setLayout(below);
    int shown = 0;
    for (const QString& line : lines) {
        auto* figure = new QLabel(QString::number(++number));
        figure->setFont(figureFont(TextSize::normal));
        (shown++ < most_lines ? list : below)->addWidget(row(figure, line));
    }
    if (shown <= most_lines) {
        delete rest;
        return list;
    }
    addOpening(list, rest, QStringLiteral("print-more"), tr("%1 more…").arg(shown - most_lines));
    return list;
}

/// What to do for one batch: before, the cautions, and after.
QWidget* sheetFor(const Job& job, const Batch& batch, bool name_printer) {
    const Method& method = *batch.method;
    auto* sheet = new QWidget;
    auto* down = column();
    sheet->setLayout(down);
    QLabel* title =
        titleLabel(name_printer ? tr("%1, on %2").arg(methodName(method), printerName(*batch.printer))
                                : methodName(method));
    title->setWordWrap(true);
    down->addWidget(title);
    int number = 0;
    down->addLayout(numbered(tr("Before you print"), beforePrinting(job, batch), number));
    for (const std::string& caution : method.cautions)
        down->addWidget(markedLine(QStringLiteral("look"), theme().look, text(caution)));
    down->addSpacing(4);
    down->addLayout(numbered(tr("When it is printed"), afterPrinting(method), number));
    return sheet;
}

/// What is printed where, in one trip, where there is more than one printer.
QWidget* whereItIsPrinted(const JobStore& store) {
    const auto sheets = store.upToDate() ? store.sharedImposition() : nullptr;
    const std::vector<Needs::Printing> printings =
        printingsOf(sheets ? store.printed() : store.job(), sheets.get());
    const bool several = std::any_of(printings.begin(), printings.end(), [&](const Needs::Printing& each) {
        return each.printer != printings.front().printer;
    });
    if (!several) return nullptr;
    auto* list = new QWidget;
    list->setObjectName(QStringLiteral("print-where"));
    auto* down = column();
    list->setLayout(down);
    down->addWidget(strongLabel(tr("What is printed where")));
    std::vector<std::pair<std::string, int>> sums;
    auto* all = new QWidget;
    auto* below = column();
    all->setLayout(below);
    const auto add = [](QVBoxLayout* lines, const QString& line) {
        auto* words = new QLabel(line);
        words->setWordWrap(true);
        lines->addWidget(words);
    };
    for (const Needs::Printing& each : printings) {
        add(below, printingText(each));
        const auto known = std::find_if(sums.begin(), sums.end(),
                                        [&](const auto& sum) { return sum.first == each.printer; });
        if (known == sums.end())
            sums.emplace_back(each.printer, each.sheets);
        else
            known->second += each.sheets;
    }
    for (const auto& [printer, count] : sums)
        add(down, count == 0 ? QString::fromStdString(printer)
                             : tr("%1: %2").arg(QString::fromStdString(printer),
                                                count == 1 ? tr("one sheet") : tr("%1 sheets").arg(count)));
    addOpening(down, all, QStringLiteral("print-where-all"), tr("which pictures, on what…"));
    return list;
}

}  // namespace

PrintStage::PrintStage(JobStore& store, RenderService& service, Exports& exports, PrintFollow& follow,
                       QWidget* parent)
    : QWidget(parent), store_(store) {
    setObjectName(QStringLiteral("print-stage"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(0);
    outer->addWidget(new PrintCard(follow));
    auto* across = new QHBoxLayout;
    across->setSpacing(0);
    outer->addLayout(across, 1);
    to_come_ = new SheetsToCome(store, service, follow);
    across->addWidget(to_come_, 1);
    tray_ = new TrayPage;
    across->addWidget(tray_, 1);
    auto* area = new QScrollArea;
    area->setObjectName(QStringLiteral("print-lists"));
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    area->setFixedWidth(lists_width);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* body = new QWidget;
    sheets_ = new QVBoxLayout(body);
    sheets_->setContentsMargins(8, 16, 24, 16);
    sheets_->setSpacing(20);
    area->setWidget(body);
    across->addWidget(area);
    showTray(false);
    connect(tray_, &TrayPage::closed, this, [this] { showTray(false); });
    connect(&exports, &Exports::exported, this, [this](const Exported& done) {
        if (done.what != Exported::What::tried) return;
        tray_->show(*done.tray, store_.job().unit);
        tried_ = done.tray;
        tried_of_ = store_.revision();
        showTray(true);
    });
    connect(tray_, &TrayPage::goesOn, this, [this, &exports](int sheet) {
        workshop::WhichSheets rest = tried_->which;
        rest.first = sheet;
        exports.tryOn(tried_->on, rest);
    });
    setAttribute(Qt::WA_StyledBackground);
    connect(&store_, &JobStore::changed, this, &PrintStage::refresh);
    connect(&store_, &JobStore::foreseen, this, &PrintStage::refresh);
    refresh();
}

void PrintStage::showTray(bool shown) {
    to_come_->setVisible(!shown);
    tray_->setVisible(shown);
}

void PrintStage::refresh() {
    // Of another job than this one it says nothing.
    if (tried_of_ != store_.revision()) showTray(false);
    while (QLayoutItem* item = sheets_->takeAt(0)) {
        if (item->widget()) item->widget()->hide(), item->widget()->deleteLater();
        delete item;
    }
    QPalette ground = palette();
    ground.setColor(QPalette::Window, theme().stage);
    setPalette(ground);
    setAutoFillBackground(true);
    const Job& job = store_.job();
    std::vector<Batch> batches;
    for (const Piece& piece : job.pieces) {
        const Batch batch{&*piece.method, &printerOf(job, piece)};
        if (std::find(batches.begin(), batches.end(), batch) == batches.end()) batches.push_back(batch);
    }
    if (QWidget* where = whereItIsPrinted(store_)) sheets_->addWidget(where);
    // What is in hand first.
    if (const Piece* chosen = store_.piece())
        std::stable_partition(batches.begin(), batches.end(), [&](const Batch& batch) {
            return batch.printer == &printerOf(job, *chosen) && printAlike(*batch.method, *chosen->method);
        });
    const bool several = std::any_of(batches.begin(), batches.end(), [&](const Batch& batch) {
        return batch.printer != batches.front().printer;
    });
    for (const Batch& batch : batches) sheets_->addWidget(sheetFor(job, batch, several));
    sheets_->addStretch(1);
}

}  // namespace tympan::app
