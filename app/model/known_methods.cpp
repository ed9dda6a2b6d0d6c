#include "app/model/known_methods.h"

#include <QStandardPaths>

#include "app/words/words.h"

namespace tympan::app {

namespace {

struct Known {
    std::vector<Method> methods;
    QStringList faults;
};

Known& known() {
    static Known all = [] {
        Known read;
        read.methods = shippedMethods();
        UserMethods own = readUserMethods(userMethodsFolder());
        for (Method& method : own.methods) read.methods.push_back(std::move(method));
        for (const Text& fault : own.faults) read.faults << text(fault);
        return read;
    }();
    return all;
}

}  // namespace

const std::vector<Method>& knownMethods() { return known().methods; }

void readKnownMethods() {
    Known& all = known();
    UserMethods own = readUserMethods(userMethodsFolder());
    all.methods = shippedMethods();
    all.faults.clear();
    for (Method& method : own.methods) all.methods.push_back(std::move(method));
    for (const Text& fault : own.faults) all.faults << text(fault);
}

const QStringList& methodFaults() { return known().faults; }

std::filesystem::path userMethodsFolder() {
    return std::filesystem::path(
               QStandardPaths::writableLocation(QStandardPaths::AppDataLocation).toStdString()) /
           "methods";
}

const Method* knownMethod(const QString& id) {
    for (const Method& method : knownMethods())
        if (QString::fromStdString(method.id) == id) return &method;
    return nullptr;
}

}  // namespace tympan::app
