#include "app/stations/object/method_editor.h"

#include <QAbstractItemModel>
#include <QFileDialog>
#include <QLineEdit>
#include <QListWidget>
#include <QMenu>
#include <QScrollArea>
#include <QShortcut>
#include <QStyle>
#include <QTabWidget>
#include <map>

#include "app/look/theme.h"
#include "app/stations/object/method_about.h"
#include "app/stations/object/step_form.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "app/words/work_words.h"
#include "core/method/catalogue.h"

namespace tympan::app {

MethodEditor::MethodEditor(QWidget* parent, Method method) : QDialog(parent), history_{std::move(method)} {
    auto* outer = askingDialog(*this, QStringLiteral("method-editor"), tr("A method of your own"));
    resize(1040, 660);
    auto* head = new QHBoxLayout;
    head->setSpacing(8);
    head->addWidget(new QLabel(tr("Name")));
    auto* name = new QLineEdit(QString::fromStdString(this->method().name));
    name->setObjectName(QStringLiteral("own-name"));
    name->setAccessibleName(tr("Name of the method"));
    head->addWidget(name, 1);
    undo_ = pushButton(QStringLiteral("editor-undo"), tr("Undo"));
    redo_ = pushButton(QStringLiteral("editor-redo"), tr("Redo"));
    for (QPushButton* button : {undo_, redo_}) {
        button->setAutoDefault(false);
        head->addWidget(button);
    }
    outer->addLayout(head);
    pages_ = new QTabWidget;
    pages_->addTab(stepsPage(), tr("Steps"));
    about_ = new MethodAbout;
    pages_->addTab(about_, tr("About"));
    outer->addWidget(pages_, 1);
    concerns_ = quietLabel({});
    concerns_->setObjectName(QStringLiteral("editor-concerns"));
    concerns_->setWordWrap(true);
    concerns_->setMinimumHeight(40);
    outer->addWidget(concerns_);
    keep_ = takeOrLeave(*this, QStringLiteral("own-keep"), tr("Keep it"));
    auto* files = qobject_cast<QHBoxLayout*>(outer->itemAt(outer->count() - 1)->layout());
    auto* open = linkButton(QStringLiteral("editor-open"), tr("Open a file…"));
    auto* save = linkButton(QStringLiteral("editor-save"), tr("Save as a file…"));
    files->insertWidget(0, open);
    files->insertWidget(1, save);
    connect(open, &QPushButton::clicked, this, &MethodEditor::openFile);
    connect(save, &QPushButton::clicked, this, &MethodEditor::saveFile);
    connect(name, &QLineEdit::textChanged, this, [this](const QString& words) {
        Method changed = this->method();
        changed.name = words.trimmed().toStdString();
        typing_ = true;
        edit(std::move(changed), list_->currentRow());
    });
    connect(about_, &MethodAbout::changed, this, [this](const Method& own) {
        typing_ = false;
        edit(own, list_->currentRow());
    });
    connect(undo_, &QPushButton::clicked, this, [this] { undo(-1); });
    connect(redo_, &QPushButton::clicked, this, [this] { undo(1); });
    connect(new QShortcut(QKeySequence::Undo, this), &QShortcut::activated, this, [this] { undo(-1); });
    connect(new QShortcut(QKeySequence::Redo, this), &QShortcut::activated, this, [this] { undo(1); });
    refresh(0);
}

QWidget* MethodEditor::stepsPage() {
    auto* page = new QWidget;
    auto* across = new QHBoxLayout(page);
    auto* left = column();
    list_ = new QListWidget;
    list_->setObjectName(QStringLiteral("editor-steps"));
    list_->setAccessibleName(tr("Steps of the method, in their order"));
    list_->setDragDropMode(QAbstractItemView::InternalMove);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list_->setTextElideMode(Qt::ElideRight);
    keepWide(list_, 280);
    left->addWidget(list_, 1);
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    auto* add = pushButton(QStringLiteral("editor-add"), tr("Add…"));
    remove_ = pushButton(QStringLiteral("editor-remove"), tr("Remove"));
    up_ = pushButton(QStringLiteral("editor-up"), tr("Up"));
    down_ = pushButton(QStringLiteral("editor-down"), tr("Down"));
    for (QPushButton* button : {add, remove_, up_, down_}) {
        button->setAutoDefault(false);
        row->addWidget(button);
    }
    fillTemplates(add);
    left->addLayout(row);
    across->addLayout(left);
    form_ = new StepForm;
    auto* area = new QScrollArea;
    area->setWidget(form_);
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    across->addWidget(area, 1);
    connect(list_, &QListWidget::currentRowChanged, this, [this] {
        if (showing_) return;
        typing_ = false;
        showStep();
        showButtons();
    });
    connect(list_->model(), &QAbstractItemModel::rowsMoved, this,
            [this](const QModelIndex&, int from, int, const QModelIndex&, int to) {
                if (showing_) return;
                const int place = to > from ? to - 1 : to;
                // The list is in the middle of its own move.
                QMetaObject::invokeMethod(
                    this,
                    [this, from, place] {
                        edit(withStepMoved(method(), static_cast<std::size_t>(from),
                                           static_cast<std::size_t>(place)),
                             place);
                    },
                    Qt::QueuedConnection);
            });
    connect(form_, &StepForm::changed, this, [this](const Step& step) {
        const int row = list_->currentRow();
        if (row < 0) return;
        Method changed = withStepChanged(method(), static_cast<std::size_t>(row), step);
        const bool same_change = typing_;
        typing_ = true;
        if (same_change && at_ > 0) --at_, history_.resize(at_ + 1);
        edit(std::move(changed), row);
    });
    connect(remove_, &QPushButton::clicked, this, [this] {
        const int row = list_->currentRow();
        if (row >= 0) edit(withoutStep(method(), static_cast<std::size_t>(row)), row);
    });
    connect(up_, &QPushButton::clicked, this, [this] { move(-1); });
    connect(down_, &QPushButton::clicked, this, [this] { move(1); });
    up_->setShortcut(QKeySequence(Qt::ALT | Qt::Key_Up));
    down_->setShortcut(QKeySequence(Qt::ALT | Qt::Key_Down));
    return page;
}

/// Every step that some method has, by its kind, with its own words and waits; and an empty one.
void MethodEditor::fillTemplates(QPushButton* add) {
    auto* menu = new QMenu(add);
    menu->setObjectName(QStringLiteral("editor-add-menu"));
    const auto put = [this](Step step) {
        typing_ = false;
        const std::size_t at = static_cast<std::size_t>(list_->currentRow() + 1);
        edit(withStepAdded(method(), at, std::move(step)), static_cast<int>(at));
    };
    Step empty;
    empty.id = "own";
    empty.work = Work::prepare;
    empty.name = tr("New step").toStdString();
    empty.words = tr("What is done.").toStdString();
    empty.effort.each = {1, 1, 1, Basis::yours};
    connect(menu->addAction(tr("An empty step")), &QAction::triggered, this, [put, empty] { put(empty); });
    std::map<Work, QMenu*> by_kind;
    std::set<std::string> known;
    for (const Method& method : shippedMethods())
        for (const Step& step : method.steps) {
            if (!known.insert(shortName(step)).second) continue;
            QMenu*& kind = by_kind[step.work];
            if (!kind) kind = menu->addMenu(kindOfWork(step.work));
            connect(kind->addAction(text(shortName(step))), &QAction::triggered, this, [put, step] {
                Step alone = step;
                alone.optional = false;
                alone.choice.clear();
                alone.unless.clear();
                put(alone);
            });
        }
    add->setMenu(menu);
}

void MethodEditor::edit(Method changed, int row) {
    if (changed == method()) return;
    history_.resize(at_ + 1);
    history_.push_back(std::move(changed));
    ++at_;
    refresh(row);
}

void MethodEditor::undo(int by) {
    const auto to = static_cast<std::ptrdiff_t>(at_) + by;
    if (to < 0 || to >= static_cast<std::ptrdiff_t>(history_.size())) return;
    at_ = static_cast<std::size_t>(to);
    typing_ = false;
    const int row = list_->currentRow();
    auto* name = findChild<QLineEdit*>(QStringLiteral("own-name"));
    const QSignalBlocker quiet(name);
    name->setText(QString::fromStdString(method().name));
    refresh(row);
    showStep();
}

void MethodEditor::move(int by) {
    const int row = list_->currentRow(), to = row + by;
    if (row < 0 || to < 0 || to >= list_->count()) return;
    typing_ = false;
    edit(withStepMoved(method(), static_cast<std::size_t>(row), static_cast<std::size_t>(to)), to);
}

/// A friend's method takes the place of this one; Ctrl+Z brings this one back.
void MethodEditor::openFile() {
    const QString file = QFileDialog::getOpenFileName(this, tr("A method from a file"), {},
                                                      tr("Methods (*.json *.tympan-method)"));
    if (file.isEmpty()) return;
    try {
        Method read = readMethodFile(file.toStdString());
        read.id = method().id;
        typing_ = false;
        findChild<QLineEdit*>(QStringLiteral("own-name"))->setText(QString::fromStdString(read.name));
        edit(std::move(read), 0);
    } catch (const Error& fault) {
        concerns_->setText(text(fault.words()));
    }
}

void MethodEditor::saveFile() {
    const QString file = QFileDialog::getSaveFileName(
        this, tr("Save the method"), QString::fromStdString(method().name), tr("Methods (*.tympan-method)"));
    if (file.isEmpty()) return;
    Method shared = method();
    if (!shared.id.starts_with(user_prefix)) shared.id = std::string(user_prefix) + shared.id;
    try {
        writeMethodFile(
            (file.endsWith(QStringLiteral(".tympan-method")) ? file : file + QStringLiteral(".tympan-method"))
                .toStdString(),
            shared);
    } catch (const Error& fault) {
        concerns_->setText(text(fault.words()));
    }
}

void MethodEditor::showStep() {
    const int row = list_->currentRow();
    const bool any = row >= 0 && row < static_cast<int>(method().steps.size());
    form_->setEnabled(any);
    if (any) form_->show(method().steps, static_cast<std::size_t>(row));
}

void MethodEditor::refresh(int row) {
    showing_ = true;
    const std::vector<Concern> concerns = concernsOf(method());
    list_->clear();
    for (const Step& step : method().steps) {
        auto* item =
            new QListWidgetItem(text(shortName(step)) + (step.optional ? tr(" (if chosen)") : QString()));
        const bool wrong = std::any_of(concerns.begin(), concerns.end(),
                                       [&](const Concern& each) { return each.step == step.id; });
        if (wrong) item->setForeground(theme().look);
        list_->addItem(item);
    }
    list_->setCurrentRow(std::clamp(row, 0, std::max(0, list_->count() - 1)));
    showing_ = false;
    if (!typing_) showStep();
    about_->show(method());
    QStringList said;
    constexpr int most_said = 2;
    for (const Concern& each : concerns) {
        if (said.size() == most_said) {
            said << tr("And %n more.", nullptr, static_cast<int>(concerns.size()) - most_said);
            break;
        }
        said << (each.kind == Concern::Kind::danger ? tr("Danger: %1.") : tr("This cannot be done: %1."))
                    .arg(text(each.words));
    }
    concerns_->setText(said.isEmpty() ? tr("The order can be done.") : said.join(QLatin1Char(' ')));
    concerns_->setProperty("look", !said.isEmpty());
    concerns_->style()->unpolish(concerns_);
    concerns_->style()->polish(concerns_);
    undo_->setEnabled(at_ > 0);
    redo_->setEnabled(at_ + 1 < history_.size());
    if (keep_) keep_->setEnabled(canBeDone(concerns) && !method().name.empty() && !method().printers.empty());
    showButtons();
}

void MethodEditor::showButtons() {
    const int at = list_->currentRow();
    remove_->setEnabled(at >= 0);
    up_->setEnabled(at > 0);
    down_->setEnabled(at >= 0 && at + 1 < list_->count());
}

}  // namespace tympan::app
