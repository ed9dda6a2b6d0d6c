#pragma once
#include <functional>

#include "core/base/error.h"
#include "core/base/progress.h"
#include "core/schedule/work_order.h"

namespace tympan {

/// The work of a job from the sheets that it is printed on, which are laid out for it: may take seconds.
/// Where they cannot be laid out, each copy counts as a sheet; `fault` is then told why. Throws Error
/// (stopped).
WorkOrder orderOfJob(const Job& job, const std::function<void(const Error&)>& fault = {},
                     const Progress& progress = {});

}  // namespace tympan
