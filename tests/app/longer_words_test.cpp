// Words half as long again, as those of other languages are: no button's or choice's words are cut.
#include <QAbstractButton>
#include <QComboBox>
#include <QTranslator>

#include <fmt/format.h>
#include <gmock/gmock.h>

#include "app/widgets/choice_row.h"
#include "tests/app/driver.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// A language of its own: the same words, longer.
class Longer : public QTranslator {
  public:
    QString translate(const char*, const char* source, const char*, int) const override {
        const QString words = QString::fromUtf8(source);
        return words + QString(words.size() / 2, QLatin1Char('o'));
    }
    bool isEmpty() const override { return false; }
};

struct SpeaksLonger {
    SpeaksLonger() { QCoreApplication::installTranslator(&words); }
    ~SpeaksLonger() { QCoreApplication::removeTranslator(&words); }
    Longer words;
};

/// The window is made when it is spoken already.
class LongerWords : private SpeaksLonger, public WindowTest {
  protected:
    /// What is narrower than its words on the station that is shown.
    std::vector<std::string> cut() {
        std::vector<std::string> names;
        for (const QWidget* each : window.findChildren<QWidget*>()) {
            const bool has_words = qobject_cast<const QAbstractButton*>(each) ||
                                   qobject_cast<const QComboBox*>(each) ||
                                   qobject_cast<const app::ChoiceRow*>(each);
            if (has_words && each->isVisible() && each->width() < each->sizeHint().width())
                names.push_back(fmt::format("{}: {} of {} px", each->objectName().toStdString(),
                                            each->width(), each->sizeHint().width()));
        }
        return names;
    }
};

}  // namespace

TEST_F(LongerWords, areNotCutAtAnyStation) {
    window.resize(1920, 1080);
    hang(marked({300, 200}, 3));
    for (int station = app::MainWindow::picture; station <= app::MainWindow::logbook; ++station) {
        window.goTo(static_cast<app::MainWindow::Station>(station));
        ASSERT_TRUE(settled());
        QApplication::processEvents();
        EXPECT_THAT(cut(), testing::IsEmpty()) << "station " << station + 1;
    }
}
