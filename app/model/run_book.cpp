#include "app/model/run_book.h"

#include "app/model/render_service.h"
#include "app/words/words.h"

namespace tympan::app {

namespace {

struct RunText {
    Q_DECLARE_TR_FUNCTIONS(RunBook)
};

QString sentenceOf(const workshop::RunNews& news) {
    using What = workshop::RunNews::What;
    const QString why = text(news.why);
    switch (news.what) {
        case What::mended: {
            QString sentence = RunText::tr(
                                   "The record was damaged. It is kept as %1; %2 runs and %3 pieces of it "
                                   "could be read.")
                                   .arg(QString::fromStdString(news.mended.kept.string()))
                                   .arg(news.mended.runs)
                                   .arg(news.mended.entries);
            if (news.mended.unread > 0 || news.mended.cut_short)
                sentence += QLatin1Char(' ') + RunText::tr("Not all of it: some may be lost.");
            return sentence;
        }
        case What::left_out:
            return RunText::tr("Left out of the work on %1: %2").arg(QString::fromStdString(news.run), why);
        case What::no_record:
            return RunText::tr("The record cannot be opened: this was not kept.");
        case What::run_ended:
            return RunText::tr("The work on this has ended.");
        case What::elsewhere:
            return RunText::tr(
                "Another window has gone on with this work. It is shown as it stands now; say "
                "again what you did.");
        case What::unreadable:
        case What::not_kept:
        case What::no_plan:
            break;
    }
    return why;
}

}  // namespace

RunBook::RunBook(WorkClock& clock, std::filesystem::path file, QObject* parent)
    : RunBook(clock, std::move(file), std::make_unique<workshop::AtOnce>(), parent) {}

RunBook::RunBook(WorkClock& clock, std::filesystem::path file, RenderService& service, QObject* parent)
    : RunBook(clock, std::move(file), std::make_unique<ServiceExecutor>(service, *this), parent) {}

RunBook::RunBook(WorkClock& clock, std::filesystem::path file, std::unique_ptr<workshop::Executor> executor,
                 QObject* parent)
    : QObject(parent), executor_(std::move(executor)), runs_(*executor_, clock, std::move(file)) {
    listening_ = {runs_.changed.join([this] { emit changed(); }),
                  runs_.over.join([this](const std::string& run) { emit over(run); }),
                  runs_.told.join([this](const workshop::RunNews& news) { emit failed(sentenceOf(news)); })};
    connect(&clock, &WorkClock::ticked, this, [this] { runs_.look(); });
}

QString RunBook::said() const {
    QStringList all;
    for (const workshop::RunNews& news : runs_.found()) all << sentenceOf(news);
    return all.join(QLatin1Char('\n'));
}

}  // namespace tympan::app
