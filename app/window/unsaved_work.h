#pragma once
#include <functional>

class QString;
class QWidget;

namespace tympan::app {

class FileDialogs;
class JobFiles;

/// Asks what to do with work that is not saved, when there is some; `then` happens unless the maker stays.
void afterSaving(QWidget& window, JobFiles& files, FileDialogs& dialogs, const QString& job,
                 const std::function<void()>& then);

/// Offers what an earlier run that ended badly left, when it left something.
void offerLeftWork(QWidget& window, JobFiles& files);

}  // namespace tympan::app
