#pragma once
#include <QString>

#include "core/job/job.h"

class QWidget;

namespace tympan::app {

class JobStore;

/// Which side it is: "left side of the lantern"; of a thing of its own an offer to say so.
QString faceText(const Job& job, const Object& object);

/// Whether the object under the chosen piece is a thing of its own or another side of one, and which.
void askFace(QWidget* parent, JobStore& store);

}  // namespace tympan::app
