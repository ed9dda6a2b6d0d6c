#pragma once
#include <QBoxLayout>
#include <QDialog>
#include <QFormLayout>
#include <QGridLayout>
#include <QLabel>
#include <QPushButton>

class QAction;
class QComboBox;
class QProgressBar;

namespace tympan::app {

// The few parts that every station's tray is made of.

QLabel* titleLabel(const QString& text);
QLabel* quietLabel(const QString& text);
QLabel* strongLabel(const QString& text);
QPushButton* pushButton(const QString& name, const QString& text);
/// A button for an action: its short words, its tip, enabled as it is.
QPushButton* actionButton(QAction& action);
QPushButton* linkButton(const QString& name, const QString& text);
/// A column of explanations that a narrow window leaves out; it has the property "spare".
QWidget* spareColumn(const QList<QLabel*>& labels);
/// A column of the tray: margins and spacing on the 4 px grid.
QVBoxLayout* column();
/// What every dialog that asks something begins with: its name, title and outer column.
QVBoxLayout* askingDialog(QDialog& dialog, const QString& name, const QString& title);
/// Its last row: a button that accepts, and "Not now". Returns the first.
QPushButton* takeOrLeave(QDialog& dialog, const QString& name, const QString& take);
/// Fields in rows and columns, on the 4 px grid.
QGridLayout* fieldGrid();
/// How long a search has looked, as a thin line that keeps its room while it is hidden; 0 to 1000.
QProgressBar* searchLine(const QString& name);
/// A list to choose from.
QComboBox* choiceBox(const QString& name, const QString& accessible, int width);
/// As wide as so many pixels; wider where its words need it, so that those of other languages are not cut.
/// What is typed in or broken into lines (fields, sliders, labels of several lines) is exactly so wide.
void keepWide(QWidget* widget, int px);
/// Label and field, one under the other.
QFormLayout* rows();

}  // namespace tympan::app
