#include "app/stations/print/print_follow.h"

#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "app/model/work_clock.h"
#include "app/words/words.h"

namespace tympan::app {

PrintFollow::PrintFollow(std::filesystem::path record, JobStore& store, RenderService& service,
                         WorkClock& clock, workshop::PrintService printing, QObject* parent)
    : QObject(parent),
      executor_(service, *this),
      run_(std::move(record), store.openJob(), executor_, clock, std::move(printing)),
      listening_{run_.changed.join([this] { emit changed(); }),
                 run_.not_kept.join([this](const Text& why) { emit told(text(why), false); }),
                 run_.again_wanted.join([this](const workshop::Sent& sent) { emit againWanted(sent); })} {}

QStringList PrintFollow::whiteNext() const {
    const workshop::Sent* white = run_.whiteNext();
    return white ? namesOf(*white) : QStringList();
}

QStringList namesOf(const workshop::Sent& sent) {
    QStringList names;
    for (const Text& name : sent.names()) names << text(name);
    return names;
}

}  // namespace tympan::app
