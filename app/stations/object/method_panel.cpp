#include "app/stations/object/method_panel.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialog>
#include <QDialogButtonBox>
#include <QStyle>
#include <QTextBrowser>

#include "app/model/known_methods.h"
#include "app/model/preferences.h"
#include "app/model/printers.h"
#include "app/stations/object/own_method.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/method_finder.h"
#include "app/widgets/tray_parts.h"
#include "app/widgets/variant_button.h"
#include "app/words/words.h"
#include "core/job/edits.h"
#include "core/method/variants.h"

namespace tympan::app {

namespace {

QString list(const QString& title, const std::vector<std::string>& lines) {
    QString html = QStringLiteral("<h3>%1</h3><ul>").arg(title);
    for (const std::string& line : lines)
        html += QStringLiteral("<li>%1</li>").arg(text(line).toHtmlEscaped());
    return html + QStringLiteral("</ul>");
}

QString stepText(const Step& step) {
    QString line = text(step.words).toHtmlEscaped();
    if (step.optional) line = MethodPanel::tr("<i>Only in a variant.</i> %1").arg(line);
    if (step.wait)
        line += (step.wait->kind == Wait::Kind::not_after  ? MethodPanel::tr(" <i>Not later than %1.</i>")
                 : step.wait->kind == Wait::Kind::hold_for ? MethodPanel::tr(" <i>Hold for %1.</i>")
                                                           : MethodPanel::tr(" <i>Wait %1.</i>"))
                    .arg(timeText(*step.wait).toHtmlEscaped());
    if (step.heat)
        line += QStringLiteral(" <i>%1: %2.</i>")
                    .arg(heatText(*step.heat), text(step.heat->note).toHtmlEscaped());
    if (!step.caution.empty())
        line += QStringLiteral("<br><b>%1</b> %2")
                    .arg(MethodPanel::tr("Take care:"), text(step.caution).toHtmlEscaped());
    return line;
}

/// The whole entry of the catalogue, to read.
QString pageOf(const Method& method, PrinterKind printer) {
    QString html =
        QStringLiteral("<h2>%1</h2><p>%2</p>").arg(methodName(method), text(method.summary).toHtmlEscaped());
    const auto row = [&](const QString& name, const QString& value) {
        if (!value.isEmpty()) html += QStringLiteral("<p><b>%1</b> %2</p>").arg(name, value.toHtmlEscaped());
    };
    row(MethodPanel::tr("Time:"), timeText(timeOf(method, printer)));
    row(MethodPanel::tr("Printers:"), printersText(method));
    row(MethodPanel::tr("How the paper comes off:"), text(method.release));
    for (const Misfit& each : method.not_printers)
        row(MethodPanel::tr("Not %1:").arg(printerText(each.what)), text(each.why));
    row(MethodPanel::tr("Sheet:"),
        text(method.carrier.name) +
            (method.carrier.face.empty()
                 ? QString()
                 : MethodPanel::tr(", printed on %1").arg(text(method.carrier.face))));
    row(MethodPanel::tr("Medium:"), text(method.medium));
    row(MethodPanel::tr("Tone:"), text(method.tone_note));
    row(MethodPanel::tr("Finish:"), text(method.finish));
    for (const std::string& about : questionsOf(method)) {
        html += QStringLiteral("<p><b>%1</b></p><ul>").arg(text(about).toHtmlEscaped());
        for (const Variant* each : variantsAbout(method, about))
            html += QStringLiteral("<li>%1</li>")
                        .arg(MethodPanel::tr("%1: suits %2")
                                 .arg(text(each->name), text(each->suits))
                                 .toHtmlEscaped());
        html += QStringLiteral("</ul>");
    }
    row(MethodPanel::tr("Look:"), text(method.look));
    row(MethodPanel::tr("Sheets of one picture:"),
        method.overlaps ? MethodPanel::tr("may overlap") : MethodPanel::tr("must meet edge to edge"));
    html += list(MethodPanel::tr("Before you print"), method.before_printing);
    html += QStringLiteral("<h3>%1</h3><ol>").arg(MethodPanel::tr("The work"));
    for (const Step& step : method.steps) html += QStringLiteral("<li>%1</li>").arg(stepText(step));
    html += QStringLiteral("</ol>");
    for (const Coats& each : method.coats)
        row(MethodPanel::tr("Coats, %1:").arg(text(each.face)),
            each.least == each.most
                ? MethodPanel::tr("%1 of %2").arg(each.least).arg(text(each.of))
                : MethodPanel::tr("%1 to %2 of %3").arg(each.least).arg(each.most).arg(text(each.of)));
    return html + list(MethodPanel::tr("Take care"), method.cautions);
}

}  // namespace

MethodPanel::MethodPanel(JobStore& store) : ObjectPanel(store) {
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(24);
    auto* choice = column();
    methods_ = new QComboBox;
    methods_->setObjectName(QStringLiteral("method"));
    methods_->setAccessibleName(tr("How it gets there"));
    keepWide(methods_, 292);
    methods_->setMaxVisibleItems(20);
    choice->addWidget(methods_);
    variants_ = new VariantButton(QStringLiteral("variants"));
    choice->addWidget(variants_);
    auto* links = new QHBoxLayout;
    links->setSpacing(16);
    QPushButton* find = linkButton(QStringLiteral("find-method"), tr("find a way…"));
    QPushButton* steps = linkButton(QStringLiteral("read-method"), tr("read it all…"));
    QPushButton* own = linkButton(QStringLiteral("own-method"), tr("copy and change…"));
    for (QPushButton* link : {find, steps, own}) links->addWidget(link);
    links->addStretch(1);
    choice->addLayout(links);
    reversed_ = new QCheckBox(tr("the picture came mirrored already"));
    reversed_->setObjectName(QStringLiteral("already-reversed"));
    choice->addWidget(reversed_);
    printer_mirrors_ = new QCheckBox(tr("the printer or shop mirrors by itself"));
    printer_mirrors_->setObjectName(QStringLiteral("printer-mirrors"));
    auto* printing = new QHBoxLayout;
    printing->setSpacing(8);
    printing->addWidget(new QLabel(tr("Printed by")));
    printers_ = new QComboBox;
    printers_->setObjectName(QStringLiteral("piece-printer"));
    printers_->setAccessibleName(tr("Printed by"));
    printers_->setToolTip(tr("Each piece has its printer: the one at home, a copy shop, a friend's."));
    printing->addWidget(printers_, 1);
    choice->addLayout(printing);
    mount_row_ = new QWidget;
    auto* mounting = new QHBoxLayout(mount_row_);
    mounting->setContentsMargins(0, 0, 0, 0);
    mounting->setSpacing(8);
    mounts_ = new QComboBox;
    mounts_->setObjectName(QStringLiteral("sheet-mount"));
    mounts_->setAccessibleName(tr("How the thin sheet is fixed"));
    mounts_->setToolTip(
        tr("A tissue that is folded over its sheet can be printed to the rim of what the printer "
           "reaches; one that is cut smaller keeps as much bare as it is smaller."));
    inset_ = new LengthEdit(QStringLiteral("sheet-inset"), tr("Bare all round"));
    inset_->allowZero();
    keepWide(inset_, 84);
    mounting->addWidget(mounts_, 1);
    mounting->addWidget(inset_);
    choice->addStretch(1);
    outer->addLayout(choice);
    auto* words = column();
    about_ = new QLabel;
    about_->setObjectName(QStringLiteral("about-method"));
    about_->setWordWrap(true);
    fits_ = quietLabel({});
    fits_->setObjectName(QStringLiteral("method-fits"));
    words->addWidget(about_);
    words->addWidget(fits_);
    mount_row_->setMaximumWidth(330);
    words->addWidget(mount_row_);
    words->addWidget(printer_mirrors_);
    words->addStretch(1);
    outer->addLayout(words, 1);

    fill();
    connect(methods_, &QComboBox::activated, this, [this] {
        if (const Method* method = knownMethod(methods_->currentData().toString())) setMethod(*method);
    });
    connect(variants_, &VariantButton::picked, this, [this](const std::string& variant) {
        editPiece(tr("change the variant"),
                  [&](Job job, int id) { return withVariant(std::move(job), id, variant); });
        store_.endRun();
    });
    connect(printers_, &QComboBox::activated, this, [this] {
        const QVariant chosen = printers_->currentData();
        editPiece(tr("change the printer"), [&](Job job, int id) {
            return chosen.typeId() == QMetaType::Int
                       ? withPrinter(std::move(job), id, chosen.toInt())
                       : withPrinterLike(std::move(job), id, printerOfChoice(chosen.toString()));
        });
    });
    connect(mounts_, &QComboBox::activated, this, [this] {
        const Piece* piece = store_.piece();
        if (!piece) return;
        const std::string id = mounts_->currentData().toString().toStdString();
        for (const Mount& mount : piece->method->carrier.mounts)
            if (mount.id == id) setMethod(withMount(piece->method, id, mount.inset_mm));
    });
    connect(inset_, &LengthEdit::typed, this, [this] {
        if (const Piece* piece = store_.piece())
            setMethod(
                withMount(piece->method, mounts_->currentData().toString().toStdString(), inset_->value()));
    });
    connect(find, &QPushButton::clicked, this, &MethodPanel::findOne);
    connect(steps, &QPushButton::clicked, this, &MethodPanel::showSteps);
    connect(own, &QPushButton::clicked, this, &MethodPanel::copyAndChange);
    connect(reversed_, &QCheckBox::toggled, this, [this](bool on) {
        editPiece(tr("say that the picture came mirrored"),
                  [&](Job job, int id) { return withAlreadyReversed(std::move(job), id, on); });
    });
    connect(printer_mirrors_, &QCheckBox::toggled, this, [this](bool on) {
        editPiece(tr("say that the printer mirrors"), [&](Job job, int id) {
            Printer printer = printerOf(job, *findPiece(job, id));
            printer.mirrors = on;
            return withPrinterChanged(std::move(job), id, printer);
        });
    });
}

void MethodPanel::fill() {
    methods_->clear();
    for (const Method& method : knownMethods()) {
        methods_->addItem(methodName(method), QString::fromStdString(method.id));
    }
}

void MethodPanel::setMethod(const Method& method) {
    editPiece(tr("change how it gets there"),
              [&](Job job, int id) { return withMethod(std::move(job), id, method); });
    store_.endRun();
}

void MethodPanel::refresh(const Piece& piece, const Object& object) {
    const QString id = QString::fromStdString(piece.method->id);
    const int at = methods_->findData(id);
    methods_->setCurrentIndex(at);
    // An old job's method that is in no catalogue any more still has its name.
    if (at < 0) methods_->setPlaceholderText(methodName(piece.method));
    variants_->show(piece.method, printerOf(store_.job(), piece).kind, object.material.id);
    const QSignalBlocker quiet_reversed(reversed_), quiet_printer(printer_mirrors_);
    reversed_->setChecked(piece.already_reversed);
    const Printer& printer = printerOf(store_.job(), piece);
    printer_mirrors_->setChecked(printer.mirrors);
    printers_->clear();
    for (const Printer& each : store_.job().printers) printers_->addItem(printerName(each), each.id);
    printers_->insertSeparator(printers_->count());
    for (const QString& choice : printerChoices())
        printers_->addItem(tr("another: %1").arg(printerChoiceText(choice)), choice);
    printers_->setCurrentIndex(printers_->findData(printer.id));
    const Carrier& carrier = piece.method->carrier;
    mount_row_->setVisible(!carrier.mounts.empty());
    mounts_->clear();
    for (const Mount& mount : carrier.mounts)
        mounts_->addItem(text(mount.name), QString::fromStdString(mount.id));
    if (!carrier.mount.empty())
        mounts_->setCurrentIndex(mounts_->findData(QString::fromStdString(carrier.mount)));
    inset_->show(carrier.usable_inset_mm, store_.job().unit);
    about_->setText(
        text(piece.method->summary) + QLatin1Char(' ') +
        tr("For %1; %2.").arg(printersText(piece.method), timeText(timeOf(piece.method, printer.kind))));
    const Text unprinted = misfit(piece.method, printer.kind);
    const Text material = misfitOfMaterial(piece.method, object.material.id);
    const Text care = careOnMaterial(piece.method, object.material.id);
    const QString why = !care.empty()        ? tr("On %1: %2").arg(text(object.material.name), text(care))
                        : !material.empty()  ? tr("On %1: %2").arg(text(object.material.name), text(material))
                        : !unprinted.empty() ? tr("With this printer: %1").arg(text(unprinted))
                                             : QString();
    fits_->setText(why.isEmpty() ? mirroringSentence(turnsOf(store_.job(), piece)) : why);
    fits_->setProperty("look", !why.isEmpty());
    fits_->setProperty("quiet", why.isEmpty());
    fits_->style()->unpolish(fits_);
    fits_->style()->polish(fits_);
}

void MethodPanel::findOne() {
    const Piece* piece = store_.piece();
    if (!piece) return;
    QDialog dialog(this);
    QVBoxLayout* outer = askingDialog(dialog, QStringLiteral("finder"), tr("Find a way"));
    auto* finder = new MethodFinder(QStringLiteral("find"));
    finder->choosePrinter(preferredPrinter());
    finder->setMaterial(objectOf(store_.job(), *piece).material.id);
    outer->addWidget(finder);
    takeOrLeave(dialog, QStringLiteral("take-method"), tr("Take this way"));
    if (dialog.exec() != QDialog::Accepted) return;
    preferPrinter(finder->printer());
    setMethod(finder->chosen());
}

void MethodPanel::showSteps() {
    const Piece* piece = store_.piece();
    if (!piece) return;
    QDialog dialog(this);
    QVBoxLayout* outer = askingDialog(dialog, QStringLiteral("method-page"), methodName(piece->method));
    dialog.resize(620, 640);
    auto* page = new QTextBrowser;
    page->setHtml(pageOf(piece->method, printerOf(store_.job(), *piece).kind));
    outer->addWidget(page);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    outer->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    dialog.exec();
}

void MethodPanel::copyAndChange() {
    const Piece* piece = store_.piece();
    if (!piece) return;
    const std::optional<Method> own = changedMethod(this, piece->method);
    if (!own) return;
    try {
        const std::filesystem::path file = writeUserMethod(userMethodsFolder(), *own);
        readKnownMethods();
        fill();
        setMethod(*own);
        emit said(tr("Kept in %1.").arg(QString::fromStdString(file.string())), true);
    } catch (const Error& fault) {
        emit said(text(fault.words()), false);
    }
}

}  // namespace tympan::app
