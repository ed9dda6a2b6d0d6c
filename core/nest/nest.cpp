#include "core/nest/nest.h"

#include "core/nest/nest_search.h"

namespace tympan {

std::string_view name(Turning turning) {
    constexpr std::string_view names[] = {"none", "quarter", "free"};
    return names[static_cast<std::size_t>(turning)];
}

NestLayout nest(const NestProblem& problem, const NestLimits& limits,
                const std::function<void(const NestLayout&)>& better, const Progress& progress) {
    NestSearch search(problem, limits, progress);
    search.run([&] {
        if (better) better(search.layout());
    });
    return search.layout();
}

}  // namespace tympan
