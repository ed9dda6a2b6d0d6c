#pragma once
#include "core/job/job.h"

namespace tympan {

/// The object under a piece becomes this side of the thing that another object is (a side of), with all that
/// were sides of it; `of` 0: it is a thing of its own, and what were its sides stay one without it.
Job withFace(Job job, int piece, Face face, int of);

/// Sides of what is not there, or of a side, become sides of the thing itself: the first of them. What an
/// edit that takes objects away ends with.
Job withFacesTidy(Job job);

/// The objects that are sides of one thing with this one, itself among them, in the job's order.
std::vector<const Object*> facesOf(const Job& job, const Object& object);

/// The first side that no other object of the thing is.
Face freeFace(const Job& job, const Object& thing);

}  // namespace tympan
