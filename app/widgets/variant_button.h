#pragma once
#include <QPushButton>

#include "core/method/method.h"

namespace tympan::app {

/// Says which variants of a method are taken, and opens a menu of its questions, each with its answers.
class VariantButton : public QPushButton {
    Q_OBJECT
  public:
    explicit VariantButton(const QString& name, QWidget* parent = nullptr);
    /// Hidden where there is but one way of doing it, for prints of this printer on this material; so is each
    /// question whose answer makes no difference.
    void show(const Method& method, PrinterKind printer, const std::string& material);

  signals:
    void picked(const std::string& variant);

  private:
    void fillMenu();

    Method method_;
    std::vector<std::string> questions_;  ///< that matter
};

/// "on both · no finish"; empty where all is as most makers do it.
QString variantsText(const Method& method);

}  // namespace tympan::app
