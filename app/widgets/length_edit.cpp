#include "app/widgets/length_edit.h"

#include <QKeyEvent>
#include <QStyle>

#include "app/look/theme.h"

namespace tympan::app {

LengthEdit::LengthEdit(const QString& name, const QString& accessible, QWidget* parent) : QLineEdit(parent) {
    setObjectName(name);
    setAccessibleName(accessible);
    setFont(figureFont(TextSize::normal));
    setFixedWidth(90);
    connect(this, &QLineEdit::editingFinished, this, &LengthEdit::read);
}

void LengthEdit::show(double mm, Unit unit) {
    mm_ = mm;
    unit_ = unit;
    mark(false);
    if (!hasFocus() || !isModified()) setText(QString::fromStdString(formatLength(mm, unit)));
}

void LengthEdit::showNothing(Unit unit) {
    unit_ = unit;
    mark(false);
    if (!hasFocus()) clear();
}

void LengthEdit::read() {
    if (!isModified()) return;
    setModified(false);
    const auto mm = parseLength(text().toStdString(), unit_);
    const bool wrong = !mm || (*mm == 0 && !zero_allowed_);
    mark(wrong && !blank());
    if (wrong) return;
    mm_ = *mm;
    setText(QString::fromStdString(formatLength(mm_, unit_)));
    emit typed(mm_);
}

void LengthEdit::mark(bool wrong) {
    setToolTip(wrong ? tr("That is not a length. Write it as 200 mm, 18,7 cm or 7 3/8 in.") : QString());
    if (property("wrong").toBool() == wrong) return;
    setProperty("wrong", wrong);
    style()->unpolish(this);
    style()->polish(this);
}

void LengthEdit::keyPressEvent(QKeyEvent* event) {
    const int direction = event->key() == Qt::Key_Up ? 1 : event->key() == Qt::Key_Down ? -1 : 0;
    if (direction == 0) {
        QLineEdit::keyPressEvent(event);
        // Return ends the typing of a measure; it must not also answer the card that the field lies on.
        if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) event->accept();
        return;
    }
    const double step =
        (unit_ == Unit::in ? mm_per_inch / 16 : 1) * (event->modifiers() & Qt::ShiftModifier ? 10 : 1);
    mm_ = std::max(zero_allowed_ ? 0 : step, mm_ + direction * step);
    setText(QString::fromStdString(formatLength(mm_, unit_)));
    setModified(false);
    emit typed(mm_);
}

}  // namespace tympan::app
