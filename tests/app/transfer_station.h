#pragma once
#include "app/model/work_clock.h"
#include "core/method/catalogue.h"
#include "tests/app/driver.h"

namespace tympan::tests {

/// A window whose clock stands at ten on a Saturday, for the Transfer station.
class TransferTest : public WindowTest {
  protected:
    void SetUp() override {
        WindowTest::SetUp();
        window.clock().simulate(at("2026-12-05T10:00"), 0);
    }
    void TearDown() override {
        while (!window.runs().open().empty())
            window.runs().happen(window.runs().open().front().id, {.kind = Event::Kind::ended, .at = {}});
    }
    Moment at(const char* text) { return window.clock().zone().read(text); }
    Moment now() { return window.clock().now(); }
    /// Pieces by these methods on plates of their own, planned on the Transfer station.
    void plan(const std::vector<const char*>& methods, int copies = 1) {
        Job job;
        for (const char* method : methods)
            job = withPiece(job, {.artwork = picture(),
                                  .object = objectOf("plate", ShapeKind::rectangle, {100, 80}),
                                  .method = findMethod(shippedMethods(), method),
                                  .size = {80, 60},
                                  .copies = copies,
                                  .spares = 1});
        window.openJob(job);
        window.goTo(app::MainWindow::transfer);
        ASSERT_TRUE(waitFor([&] { return window.planning().strip() != nullptr && window.service().idle(); }));
    }
    /// Answers the dialog that the next click opens.
    void answer(const char* name, const std::function<void(QDialog&)>& how) {
        QTimer::singleShot(50, &window, [this, name, how] {
            auto* dialog = window.findChild<QDialog*>(QLatin1String(name));
            ASSERT_NE(dialog, nullptr) << name;
            how(*dialog);
            if (dialog->isVisible()) dialog->reject();  // what failed does not keep the test waiting
        });
    }
};

}  // namespace tympan::tests
