#include "app/shell/system_printers.h"

#include <cups/cups.h>

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

QString printPdf(const QString& printer, const QString& file, const QString& title, const Paper& paper) {
    cups_option_t* options = nullptr;
    int count = 0;
    count = cupsAddOption("print-scaling", "none", count, &options);
    count = cupsAddOption("sides", "one-sided", count, &options);
    count = cupsAddOption("media", paper.media.c_str(), count, &options);
    const int job = cupsPrintFile(printer.toUtf8().constData(), file.toUtf8().constData(),
                                  title.toUtf8().constData(), count, options);
    cupsFreeOptions(count, options);
    return job == 0 ? QString::fromUtf8(cupsLastErrorString()) : QString();
}

}  // namespace tympan::app
