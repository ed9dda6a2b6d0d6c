#pragma once
#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>
#include <QSettings>
#include <QTimer>
#include <QtTest/QTest>
#include <functional>
#include <map>

#include <gtest/gtest.h>

#include "app/stations/object/object_tray.h"
#include "app/window/main_window.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

namespace tympan::tests {

/// Lets the program run until `done` or a minute has passed.
inline bool waitFor(const std::function<bool()>& done) { return QTest::qWaitFor(done, 60000); }

/// Fills in the dialog that is about to open, by typing and by choosing rows of lists, and takes it.
inline void answer(const char* take, const std::map<const char*, const char*>& typed,
                   const std::map<const char*, int>& rows = {}) {
    QTimer::singleShot(0, [take, typed, rows] {
        QWidget* dialog = QApplication::activeModalWidget();
        ASSERT_NE(dialog, nullptr);
        for (const auto& [name, text] : typed) {
            auto* edit = dialog->findChild<QLineEdit*>(QLatin1String(name));
            if (!edit) edit = dialog->findChild<QWidget*>(QLatin1String(name))->findChild<QLineEdit*>();
            edit->selectAll();
            QTest::keyClicks(edit, QLatin1String(text));
            emit edit->editingFinished();  // no window manager here moves the focus on
        }
        for (const auto& [name, row] : rows)
            dialog->findChild<QComboBox*>(QLatin1String(name))->setCurrentIndex(row);
        QTest::mouseClick(dialog->findChild<QPushButton*>(QLatin1String(take)), Qt::LeftButton);
    });
}

/// A window on screen, driven as a maker would: by its widgets' names, keys and the mouse.
class WindowTest : public testing::Test {
  protected:
    void SetUp() override {
        QSettings().clear();  // what an earlier test answered is not kept for this one
        window.store().open(fresh());
        window.show();
        ASSERT_TRUE(QTest::qWaitForWindowExposed(&window));
    }
    template <class Widget = QWidget>
    Widget* find(const char* name) {
        auto* widget = window.findChild<Widget*>(QLatin1String(name));
        if (!widget) ADD_FAILURE() << "no widget called " << name;
        return widget;
    }
    void click(const char* name) { QTest::mouseClick(find(name), Qt::LeftButton); }
    void type(const char* name, const char* text) {
        auto* edit = find<QLineEdit>(name);
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, QLatin1String(text));
        QTest::keyClick(edit, Qt::Key_Return);
    }
    /// Takes the entry of a list whose words or data are these, as a click on it does.
    void choose(const char* name, const QVariant& entry) {
        auto* list = find<QComboBox>(name);
        int at = list->findData(entry);
        if (at < 0) at = list->findText(entry.toString());
        ASSERT_GE(at, 0) << name << " has no such entry";
        list->setCurrentIndex(at);
        emit list->activated(at);
    }
    void chooseShape(ShapeKind kind) { choose("object-shape", static_cast<int>(kind)); }
    void key(Qt::Key k, Qt::KeyboardModifiers with = Qt::NoModifier) { QTest::keyClick(&window, k, with); }
    bool settled() {
        return waitFor([this] { return window.service().idle(); });
    }
    /// Opens a picture through the window and answers the card.
    void hang(const cv::Mat& pixels, const char* name = "picture.png") {
        save(folder / name, pixels, 100);
        hangFile(folder / name);
    }
    void hangFile(const std::filesystem::path& file) {
        window.openFiles({QString::fromStdString(file.string())});
        ASSERT_TRUE(waitFor([this] { return find("card")->isVisible(); }));
        click("card-hang");
        ASSERT_TRUE(settled());
    }
    /// A job that no setting of an earlier test has touched.
    static Job fresh() {
        Job made;
        made.name = "Test job";
        made.sheets.paper = paperNamed("A4");
        return made;
    }
    const Job& job() { return window.store().job(); }
    const Piece& piece() { return *window.store().piece(); }

    ScratchFolder folder;
    app::MainWindow window;
};

/// A window with one picture, at the Object station.
class ObjectStationTest : public WindowTest {
  protected:
    void SetUp() override {
        WindowTest::SetUp();
        hang(marked({300, 200}, 3));
        window.goTo(app::MainWindow::object);
    }
    const Object& object() { return objectOf(job(), piece()); }
    void part(const char* name) { window.objectTray().open(QLatin1String(name)); }
};

}  // namespace tympan::tests
