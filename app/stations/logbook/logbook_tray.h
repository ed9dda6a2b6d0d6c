#pragma once
#include <QWidget>

class QComboBox;
class QLineEdit;
class QPlainTextEdit;
class QStackedWidget;

namespace tympan::app {

class ChoiceRow;
class LogStore;

/// What one asks by; of an open piece how it went, what is to be remembered, and what happened later.
class LogbookTray : public QWidget {
    Q_OBJECT
  public:
    explicit LogbookTray(LogStore& store, QWidget* parent = nullptr);

  private:
    QWidget* askPart();
    QWidget* piecePart();
    void refresh();
    void fill(QComboBox& list, const char* field, const std::string& chosen);
    void ask();
    void later();

    LogStore& store_;
    QStackedWidget* parts_;
    QComboBox *material_, *method_, *printer_, *outcome_, *since_, *beside_, *later_;
    ChoiceRow* went_;
    QPlainTextEdit* notes_;
    QLineEdit *next_, *later_words_;
};

}  // namespace tympan::app
