#pragma once
#include <QWidget>

#include "core/record/log_entry.h"

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QPlainTextEdit;
class QPushButton;
class QStackedWidget;

namespace tympan::app {

class ChoiceRow;
class LogStore;
class NextTimeEdit;
class ProofDesk;
class ProofTray;
class StripDesk;
class StripTray;

/// What one asks by; of an open piece how it went, what is to be remembered, and what happened later.
class LogbookTray : public QWidget {
    Q_OBJECT
  public:
    LogbookTray(LogStore& store, StripDesk& strips, ProofDesk& proofs, QWidget* parent = nullptr);

    StripTray& strips() { return *strip_tray_; }
    ProofTray& proofs() { return *proof_tray_; }

  signals:
    void photographWanted(tympan::Photograph::Of of);

  private:
    QWidget* askPart();
    QWidget* piecePart();
    void refresh();
    void fill(QComboBox& list, const char* field, const std::string& chosen);
    void ask();
    void later();
    void saidTrouble();

    LogStore& store_;
    StripDesk& strips_;
    ProofDesk& proofs_;
    StripTray* strip_tray_;
    ProofTray* proof_tray_;
    QStackedWidget* parts_;
    QComboBox *material_, *method_, *printer_, *outcome_, *since_, *beside_, *later_, *fault_;
    QDoubleSpinBox* bought_;
    QLabel* draw_;
    QPushButton* unfault_;
    ChoiceRow* went_;
    QPlainTextEdit* notes_;
    NextTimeEdit* next_;
    QLineEdit* later_words_;
};

}  // namespace tympan::app
