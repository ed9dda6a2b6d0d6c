#include "app/stations/logbook/page_head.h"

#include <QLabel>
#include <QPushButton>

#include "app/widgets/tray_parts.h"

namespace tympan::app {

PageHead pageHead(QWidget& page, const QString& name, const std::function<void()>& closed) {
    page.setObjectName(name + QStringLiteral("-page"));
    auto* outer = new QVBoxLayout(&page);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(6);
    auto* top = new QHBoxLayout;
    top->setContentsMargins(16, 0, 16, 0);
    PageHead head{titleLabel({}), new QLabel, nullptr};
    head.title->setObjectName(name + QStringLiteral("-title"));
    top->addWidget(head.title, 1);
    QPushButton* back = linkButton(name + QStringLiteral("s-back"), QWidget::tr("back to all pieces"));
    QObject::connect(back, &QPushButton::clicked, &page, closed);
    top->addWidget(back);
    outer->addLayout(top);
    head.says->setObjectName(name + QStringLiteral("-says"));
    head.says->setWordWrap(true);
    head.says->setContentsMargins(16, 0, 16, 0);
    outer->addWidget(head.says);
    auto* ground = new QWidget;
    ground->setObjectName(QStringLiteral("strip-ground"));
    ground->setAttribute(Qt::WA_StyledBackground);
    head.across = new QHBoxLayout(ground);
    head.across->setContentsMargins(16, 8, 16, 12);
    outer->addWidget(ground, 1);
    return head;
}

}  // namespace tympan::app
