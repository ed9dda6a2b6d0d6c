#include "app/model/render_service.h"

#include <QSignalSpy>
#include <QtTest/QTest>
#include <atomic>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/base/progress.h"

using namespace tympan;
using namespace tympan::app;

namespace {

using Finish = RenderService::Finish;

bool settled(const RenderService& service) {
    return QTest::qWaitFor([&] { return service.idle(); }, 10000);
}

}  // namespace

TEST(RenderService, deliversOnTheInterfaceThread) {
    RenderService service;
    QThread *worked = nullptr, *delivered = nullptr;
    service.request(QStringLiteral("a"), [&](const std::stop_token&) -> Finish {
        worked = QThread::currentThread();
        return [&] { delivered = QThread::currentThread(); };
    });
    ASSERT_TRUE(settled(service));
    EXPECT_EQ(delivered, QThread::currentThread());
    EXPECT_NE(worked, delivered);
}

TEST(RenderService, aNewerRequestOfAViewReplacesTheOlder) {
    RenderService service;
    std::atomic<bool> begun = false;
    std::vector<int> delivered;
    service.request(QStringLiteral("a"), [&](const std::stop_token& stop) -> Finish {
        begun = true;
        while (!stop.stop_requested()) std::this_thread::yield();
        return [&] { delivered.push_back(1); };
    });
    ASSERT_TRUE(QTest::qWaitFor([&] { return begun.load(); }));
    service.request(QStringLiteral("a"),
                    [&](const std::stop_token&) -> Finish { return [&] { delivered.push_back(2); }; });
    ASSERT_TRUE(settled(service));
    EXPECT_EQ(delivered, std::vector<int>{2});
}

TEST(RenderService, whatIsThrownIsSaid) {
    RenderService service;
    QSignalSpy failed(&service, &RenderService::failed);
    service.request(QStringLiteral("a"), [](const std::stop_token&) -> Finish {
        throw Error(Error::Kind::input, "x.jpg", Text("damaged"), Text("fetch it again"));
    });
    service.request(QStringLiteral("b"), [](const std::stop_token&) -> Finish { throwStopped(); });
    ASSERT_TRUE(settled(service));
    ASSERT_EQ(failed.count(), 2);
    for (const auto& call : failed) {
        if (call.at(0).toString() == QStringLiteral("a"))
            EXPECT_EQ(call.at(1).toString(), QStringLiteral("x.jpg: damaged; fetch it again"));
        else
            EXPECT_TRUE(call.at(1).toString().isEmpty());
    }
}

TEST(RenderService, whatIsCancelledIsSaidToBeStoppedEvenWhenItNeverRan) {
    RenderService service;
    QSignalSpy failed(&service, &RenderService::failed);
    std::atomic<bool> go = false;
    std::atomic<int> busy = 0;
    bool ran = false;
    for (const char* view : {"a", "b"})
        service.request(QLatin1String(view), [&](const std::stop_token&) -> Finish {
            ++busy;
            while (!go) std::this_thread::yield();
            return [] {};
        });
    ASSERT_TRUE(QTest::qWaitFor([&] { return busy == 2; }));
    service.request(QStringLiteral("c"), [&](const std::stop_token&) -> Finish {
        ran = true;
        return [] {};
    });
    service.cancel(QStringLiteral("c"));
    go = true;
    ASSERT_TRUE(settled(service));
    EXPECT_FALSE(ran);
    ASSERT_EQ(failed.count(), 1);
    EXPECT_EQ(failed.front().at(0).toString(), QStringLiteral("c"));
    EXPECT_TRUE(failed.front().at(1).toString().isEmpty());
}

TEST(RenderService, goesWithoutWaitingForWorkToEnd) {
    std::atomic<bool> begun = false, ended = false;
    {
        RenderService service;
        service.request(QStringLiteral("a"), [&](const std::stop_token& stop) -> Finish {
            begun = true;
            while (!stop.stop_requested()) std::this_thread::yield();
            ended = true;
            return {};
        });
        ASSERT_TRUE(QTest::qWaitFor([&] { return begun.load(); }));
    }
    EXPECT_TRUE(ended) << "what ran was told to stop, and waited for";
}

TEST(RenderService, whatIsLookedAtNeverWaitsForTheBackground) {
    RenderService service;
    std::atomic<bool> released = false, seen = false;
    std::atomic<int> begun = 0;
    for (const char* view : {"a", "b", "c"})
        service.request(
            QLatin1String(view),
            [&](const std::stop_token& stop) -> Finish {
                ++begun;
                while (!released && !stop.stop_requested()) std::this_thread::yield();
                return [] {};
            },
            Lane::background);
    ASSERT_TRUE(QTest::qWaitFor([&] { return begun == 1; }));
    service.request(QStringLiteral("fold"),
                    [&](const std::stop_token&) -> Finish { return [&] { seen = true; }; });
    EXPECT_TRUE(QTest::qWaitFor([&] { return seen.load(); })) << "the other thread is free for it";
    EXPECT_EQ(begun, 1) << "and does nothing of the background";
    released = true;
    ASSERT_TRUE(settled(service));
    EXPECT_EQ(begun, 3);
}

TEST(RenderService, anErrorIsToldByWhoeverAsked) {
    RenderService service;
    QSignalSpy failed(&service, &RenderService::failed);
    QString told;
    service.request(QStringLiteral("a"), tellingErrors(
                                             [](const std::stop_token&) -> Finish {
                                                 throw Error(Error::Kind::input, "a.png",
                                                             Text("is no picture"), Text("take another"));
                                             },
                                             [&](const QString& sentence) { told = sentence; }));
    ASSERT_TRUE(settled(service));
    EXPECT_EQ(told, QStringLiteral("a.png: is no picture; take another"));
    EXPECT_EQ(failed.count(), 0) << "said once";
}

TEST(RenderService, whatHasHappenedIsToldThoughItWasStoppedSince) {
    RenderService service;
    QSignalSpy failed(&service, &RenderService::failed);
    std::atomic<bool> begun = false;
    bool shown = false, happened = false;
    for (const Result result : {Result::shown, Result::happened}) {
        begun = false;
        service.request(
            QStringLiteral("a"),
            [&](const std::stop_token& stop) -> Finish {
                begun = true;
                while (!stop.stop_requested()) std::this_thread::yield();
                // As when Stop comes while the print service takes the file.
                return [&] { (result == Result::happened ? happened : shown) = true; };
            },
            Lane::background, result);
        ASSERT_TRUE(QTest::qWaitFor([&] { return begun.load(); }));
        service.cancel(QStringLiteral("a"));
        ASSERT_TRUE(settled(service));
    }
    EXPECT_FALSE(shown);
    EXPECT_TRUE(happened);
    EXPECT_EQ(failed.count(), 1);
}
