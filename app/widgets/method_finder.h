#pragma once
#include <QWidget>

#include "core/method/finder.h"

class QButtonGroup;
class QComboBox;
class QGridLayout;
class QLabel;

namespace tympan::app {

class ChoiceRow;
class VariantButton;

/// Finds a way of transfer for somebody who knows none by name: which printer, and what is on the table. The
/// two or three that fit appear with their time, effort and look; the full list is one click away.
class MethodFinder : public QWidget {
    Q_OBJECT
  public:
    /// `name` goes before the names of its parts.
    explicit MethodFinder(const QString& name, QWidget* parent = nullptr);

    /// What the picture goes on; empty: anything.
    void setMaterial(const std::string& material);
    void choosePrinter(const QString& kind);
    QString printer() const;
    /// Shows this method as chosen, whether or not it was found.
    void choose(const QString& method);
    const Method& chosen() const { return chosen_; }

  signals:
    /// The maker chose, or another answer came first.
    void picked();

  private:
    void find();
    void showNeeds(FinderQuestion question);
    void take(const Method& method);
    void showChosen();
    std::vector<PrinterKind> printers() const;
    /// The printer that a method would be printed by: the first that was chosen and suits it.
    PrinterKind kindFor(const Method& method) const;

    std::string material_;
    ChoiceRow* printer_;
    QButtonGroup *at_hand_, *answers_;
    QGridLayout *needs_, *answer_rows_;
    QComboBox* all_;
    VariantButton* variants_;
    QLabel* why_;
    Method chosen_;
    bool by_maker_ = false;  ///< chosen by the maker: another answer does not replace it
};

}  // namespace tympan::app
