#pragma once
#include <QWidget>

class QCheckBox;
class QLabel;
class QLineEdit;

namespace tympan::app {

class ChoiceRow;
class ColourButton;
class JobStore;
class LengthEdit;

/// Object: what the picture goes on, how big it is there, and by which method.
class ObjectTray : public QWidget {
    Q_OBJECT
  public:
    explicit ObjectTray(JobStore& store, QWidget* parent = nullptr);

  private:
    void refresh();
    void setObject(const QString& what);
    void setSize(bool width, double mm);

    JobStore& store_;
    QLineEdit* name_;
    ColourButton* ground_;
    QCheckBox *spot_, *keep_shape_;
    LengthEdit *object_width_, *object_height_, *width_, *height_;
    ChoiceRow* methods_;
    QLabel* about_method_;
};

}  // namespace tympan::app
