#pragma once
#include <QString>
#include <QStringList>

namespace tympan {
struct Job;
struct Sheet;
}  // namespace tympan

namespace tympan::app {

/// Which sheets of a job are printed, and in what order.
struct WhichSheets {
    int printer = 0;          ///< those of this printer of the job, by its id; 0: all
    bool last_first = false;  ///< so that they lie in order where each falls on the one before
    int first = 1, last = 0;  ///< only these of them, in the order in which they come out; 0: to the end
};

/// What was handed to a printer of the system.
struct Printed {
    QString printer;
    int number = 0;  ///< the print service's
    WhichSheets which;
    int pass = 1;
    QStringList sheets;  ///< what they are called, in the order in which they come out
    int again = 0;       ///< so many of them go through once more
};

/// What a sheet is called where sheets are counted and printed: "A1 · Star chart".
QString sheetLabel(const Job& job, const Sheet& sheet);

}  // namespace tympan::app
