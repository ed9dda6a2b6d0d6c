#pragma once
#include <QString>
#include <QStringList>
#include <memory>
#include <vector>

#include "core/layout/imposition.h"

namespace tympan::app {

/// Which sheets of a job are printed, and in what order.
struct WhichSheets {
    int printer = 0;          ///< those of this printer of the job, by its id; 0: all
    bool last_first = false;  ///< so that they lie in order where each falls on the one before
    int first = 1, last = 0;  ///< only these of them, in the order in which they come out; 0: to the end
};

/// The sheets of a printing and the job that they were made from: what is printed again later, and the white
/// of what goes through twice, is of these sheets, whatever has become of the job since.
struct Handed {
    Job job;            ///< as it is printed
    Imposition sheets;  ///< in the order in which they come out
};

/// What was handed to a printer of the system.
struct Printed {
    QString printer;
    int number = 0;  ///< the print service's
    std::shared_ptr<const Handed> of;
    std::vector<std::size_t> places;  ///< which of its sheets, in the order in which they come out
    int pass = 1;
    QStringList names() const;
};

/// What a sheet is called where sheets are counted and printed: "A1 · Star chart".
QString sheetLabel(const Job& job, const Sheet& sheet);

}  // namespace tympan::app
