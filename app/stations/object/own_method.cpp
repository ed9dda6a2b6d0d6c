#include "app/stations/object/own_method.h"

#include "app/model/known_methods.h"
#include "app/stations/object/method_editor.h"
#include "app/words/words.h"

namespace tympan::app {

namespace {

struct OwnMethodText {
    Q_DECLARE_TR_FUNCTIONS(OwnMethod)
};

/// "user:my-gel-way", not taken yet.
std::string freshId(const QString& name) {
    QString plain;
    for (const QChar c : name.toLower())
        plain += c.isLetterOrNumber() && c.unicode() < 128 ? c : QLatin1Char('-');
    plain = plain.simplified();
    while (plain.contains(QStringLiteral("--"))) plain.replace(QStringLiteral("--"), QStringLiteral("-"));
    if (plain.isEmpty() || plain == QStringLiteral("-")) plain = QStringLiteral("own-way");
    QString id = QString::fromUtf8(user_prefix.data()) + plain;
    for (int i = 2; knownMethod(id); ++i)
        id = QString::fromUtf8(user_prefix.data()) + plain + QStringLiteral("-%1").arg(i);
    return id.toStdString();
}

}  // namespace

std::optional<Method> changedMethod(QWidget* parent, Method method) {
    // The maker's own is changed where it is; of all others they get a copy.
    const bool own = method.id.starts_with(user_prefix) && knownMethod(QString::fromStdString(method.id));
    if (!own) method.name = OwnMethodText::tr("%1, my way").arg(methodName(method)).toStdString();
    MethodEditor editor(parent, method);
    if (editor.exec() != QDialog::Accepted) return {};
    Method changed = editor.method();
    changed.id = own ? method.id : freshId(QString::fromStdString(changed.name));
    changed.revision = own ? method.revision + 1 : 1;
    return changed;
}

}  // namespace tympan::app
