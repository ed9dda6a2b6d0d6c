#include "core/schedule/order_of_job.h"

#include "core/base/error.h"
#include "core/render/as_printed.h"

namespace tympan {

WorkOrder orderOfJob(const Job& job, const std::function<void(const Error&)>& fault,
                     const Progress& progress) {
    const Job printed = asPrinted(job, progress);
    try {
        const Imposition imposition = impose(printed, {}, progress);
        return workOrderOf(printed, &imposition);
    } catch (const Error& error) {
        if (error.kind() == Error::Kind::stopped) throw;
        if (fault) fault(error);
        return workOrderOf(printed);
    }
}

}  // namespace tympan
