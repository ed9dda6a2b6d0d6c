#pragma once
#include <QDialog>

#include "core/method/own_method.h"

class QLabel;
class QListWidget;
class QPushButton;
class QTabWidget;

namespace tympan::app {

class MethodAbout;
class StepForm;

/// A method of the maker's own, edited step by step: added, removed, moved by keys or by dragging, each
/// changed in a form. What cannot be, and what could hurt, is said while one edits; every change is undone by
/// Ctrl+Z.
class MethodEditor : public QDialog {
    Q_OBJECT
  public:
    MethodEditor(QWidget* parent, Method method);
    const Method& method() const { return history_[at_]; }

  private:
    QWidget* stepsPage();
    void fillTemplates(QPushButton* add);
    void edit(Method changed, int row);
    void showStep();
    void showButtons();
    void refresh(int row);
    void undo(int by);
    void move(int by);
    void openFile();
    void saveFile();

    std::vector<Method> history_;
    std::size_t at_ = 0;
    bool showing_ = false;
    bool typing_ = false;  ///< the last change was typed into the form: more of it is the same change
    QTabWidget* pages_;
    QListWidget* list_;
    StepForm* form_;
    MethodAbout* about_;
    QLabel* concerns_;
    QPushButton *undo_, *redo_, *remove_, *up_, *down_, *keep_ = nullptr;
};

}  // namespace tympan::app
