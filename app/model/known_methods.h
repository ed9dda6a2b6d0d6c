#pragma once
#include <QString>
#include <QStringList>

#include "core/method/catalogue.h"

namespace tympan::app {

/// The methods that ship with the program and the maker's own, which live as JSON in `userMethodsFolder`.
const std::vector<Method>& knownMethods();
/// Reads the maker's own again.
void readKnownMethods();
/// Files of the maker's that were left out, each with line and reason.
const QStringList& methodFaults();
std::filesystem::path userMethodsFolder();
/// One of the known by its id, or nullptr.
const Method* knownMethod(const QString& id);

}  // namespace tympan::app
