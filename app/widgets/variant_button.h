#pragma once
#include <QPushButton>

#include "core/method/method.h"

namespace tympan::app {

/// Says which variants of a method are taken, and opens a menu of its questions, each with its answers.
class VariantButton : public QPushButton {
    Q_OBJECT
  public:
    explicit VariantButton(const QString& name, QWidget* parent = nullptr);
    /// Hidden where the method has but one way of doing it.
    void show(const Method& method);

  signals:
    void picked(const std::string& variant);

  private:
    void fillMenu();

    Method method_;
};

/// "on both · no finish"; empty where all is as most makers do it.
QString variantsText(const Method& method);

}  // namespace tympan::app
