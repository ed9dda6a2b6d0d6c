#pragma once
#include <QWidget>

class QLabel;

namespace tympan::app {

class FittedPicture;
class ProofDesk;

/// Two proofs of a piece beside each other, what they measure, and what differs.
class ProofPage : public QWidget {
    Q_OBJECT
  public:
    explicit ProofPage(ProofDesk& desk, QWidget* parent = nullptr);

  private:
    struct Side {
        QLabel *shop, *measures, *patches;
        FittedPicture* photo;
    };
    void refresh();
    Side side(const QString& name, class QHBoxLayout& across);
    void show(const Side& side, std::size_t which);

    ProofDesk& desk_;
    QLabel *title_, *says_;
    Side one_, other_;
};

/// The shop whose proof it is, to read a photograph of it, and the choice.
class ProofTray : public QWidget {
    Q_OBJECT
  public:
    explicit ProofTray(ProofDesk& desk, QWidget* parent = nullptr);

  signals:
    void printWanted();
    void readWanted(const QString& shop);

  private:
    void refresh();

    ProofDesk& desk_;
    class QLineEdit* shop_;
    class QPushButton *print_, *read_;
    class QVBoxLayout* choices_;
    QWidget* choice_ = nullptr;
};

}  // namespace tympan::app
