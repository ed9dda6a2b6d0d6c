#include "app/model/system_printers.h"

#include <algorithm>
#include <cmath>
#include <memory>

#include <cups/cups.h>
#include <cups/pwg.h>

namespace tympan::app {

QStringList systemPrinters() {
    QStringList names;
    cups_dest_t* printers = nullptr;
    const int count = cupsGetDests(&printers);
    for (int i = 0; i < count; ++i) {
        const QString name = QString::fromUtf8(printers[i].name);
        if (printers[i].is_default)
            names.prepend(name);
        else
            names << name;
    }
    cupsFreeDests(count, printers);
    return names;
}

namespace {

QByteArray addressOf(const QString& printer) {
    char uri[HTTP_MAX_URI];
    httpAssembleURIf(HTTP_URI_CODING_ALL, uri, sizeof uri, "ipp", nullptr, "localhost", 0, "/printers/%s",
                     printer.toUtf8().constData());
    return uri;
}

/// The service's answer about some attributes; freed with it. Null when it does not answer.
using Answer = std::unique_ptr<ipp_t, decltype(&ippDelete)>;
Answer ask(ipp_op_t what, const QString& printer, int job, std::initializer_list<const char*> attributes) {
    ipp_t* request = ippNewRequest(what);
    ippAddString(request, IPP_TAG_OPERATION, IPP_TAG_URI, "printer-uri", nullptr,
                 addressOf(printer).constData());
    if (job > 0) ippAddInteger(request, IPP_TAG_OPERATION, IPP_TAG_INTEGER, "job-id", job);
    ippAddString(request, IPP_TAG_OPERATION, IPP_TAG_NAME, "requesting-user-name", nullptr, cupsUser());
    if (attributes.size() > 0)
        ippAddStrings(request, IPP_TAG_OPERATION, IPP_TAG_KEYWORD, "requested-attributes",
                      static_cast<int>(attributes.size()), nullptr, attributes.begin());
    return {cupsDoRequest(CUPS_HTTP_DEFAULT, request, "/"), &ippDelete};
}

int number(ipp_t* answer, const char* name, int otherwise) {
    ipp_attribute_t* found = ippFindAttribute(answer, name, IPP_TAG_ZERO);
    return found ? ippGetInteger(found, 0) : otherwise;
}

/// Keywords without their severity: "media-empty-warning" is "media-empty".
void addReasons(ipp_t* answer, const char* name, std::vector<std::string>& reasons) {
    ipp_attribute_t* found = ippFindAttribute(answer, name, IPP_TAG_KEYWORD);
    for (int i = 0; found && i < ippGetCount(found); ++i) {
        std::string reason = ippGetString(found, i, nullptr);
        for (const std::string_view severity : {"-error", "-warning", "-report"})
            if (reason.ends_with(severity)) reason.resize(reason.size() - severity.size());
        if (reason != "none" && std::find(reasons.begin(), reasons.end(), reason) == reasons.end())
            reasons.push_back(reason);
    }
}

}  // namespace

QStringList papersIn(const QString& printer) {
    QStringList papers;
    const Answer answer = ask(IPP_OP_GET_PRINTER_ATTRIBUTES, printer, 0, {"media-ready"});
    ipp_attribute_t* found = answer ? ippFindAttribute(answer.get(), "media-ready", IPP_TAG_ZERO) : nullptr;
    for (int i = 0; found && i < ippGetCount(found); ++i)
        papers << QString::fromUtf8(ippGetString(found, i, nullptr));
    return papers;
}

bool holds(const QStringList& papers, const Paper& paper) {
    constexpr int same = 100;  // hundredths of a millimetre: names are rounded
    const auto apart = [](double mm, int hundredths) { return std::abs(mm * 100 - hundredths); };
    return std::any_of(papers.begin(), papers.end(), [&](const QString& name) {
        const pwg_media_t* media = pwgMediaForPWG(name.toUtf8().constData());
        if (!media) return false;
        return (apart(paper.size.width, media->width) < same &&
                apart(paper.size.height, media->length) < same) ||
               (apart(paper.size.height, media->width) < same &&
                apart(paper.size.width, media->length) < same);
    });
}

HandedOver printPdf(const QString& printer, const QString& file, const QString& title, const Paper& paper) {
    cups_option_t* options = nullptr;
    int count = 0;
    count = cupsAddOption("print-scaling", "none", count, &options);
    count = cupsAddOption("sides", "one-sided", count, &options);
    count = cupsAddOption("media", paper.media.c_str(), count, &options);
    const int job = cupsPrintFile(printer.toUtf8().constData(), file.toUtf8().constData(),
                                  title.toUtf8().constData(), count, options);
    cupsFreeOptions(count, options);
    if (job == 0) return {0, QString::fromUtf8(cupsLastErrorString())};
    return {job, {}};
}

workshop::PrintProgress printProgress(const std::string& name, int job) {
    using workshop::PrintProgress;
    const QString printer = QString::fromStdString(name);
    PrintProgress progress;
    const Answer of_job = ask(IPP_OP_GET_JOB_ATTRIBUTES, printer, job,
                              {"job-state", "job-media-sheets-completed", "job-impressions-completed"});
    const int state = of_job ? number(of_job.get(), "job-state", 0) : 0;
    if (state == 0) return progress;
    progress.sheets = number(of_job.get(), "job-media-sheets-completed",
                             number(of_job.get(), "job-impressions-completed", -1));
    const Answer of_printer =
        ask(IPP_OP_GET_PRINTER_ATTRIBUTES, printer, 0, {"printer-state", "printer-state-reasons"});
    bool stopped = state == IPP_JSTATE_STOPPED;
    if (of_printer) {
        addReasons(of_printer.get(), "printer-state-reasons", progress.reasons);
        stopped = stopped || number(of_printer.get(), "printer-state", 0) == IPP_PSTATE_STOPPED;
    }
    using State = PrintProgress::State;
    const bool needs_hand =
        std::any_of(progress.reasons.begin(), progress.reasons.end(), [](const std::string& reason) {
            return reason == "media-empty" || reason == "media-needed" || reason == "media-jam" ||
                   reason == "door-open" || reason == "cover-open" || reason == "toner-empty";
        });
    switch (state) {
        case IPP_JSTATE_COMPLETED:
            progress.state = State::done;
            break;
        case IPP_JSTATE_CANCELED:
        case IPP_JSTATE_ABORTED:
            progress.state = State::given_up;
            break;
        case IPP_JSTATE_PENDING:
        case IPP_JSTATE_HELD:
            progress.state = stopped ? State::stopped : State::waiting;
            break;
        default:
            progress.state = stopped || needs_hand ? State::stopped : State::printing;
    }
    return progress;
}

void cancelPrint(const std::string& printer, int job) {
    ask(IPP_OP_CANCEL_JOB, QString::fromStdString(printer), job, {});
}

}  // namespace tympan::app
