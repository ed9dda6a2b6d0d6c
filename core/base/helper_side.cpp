#include <csignal>
#include <cstdio>
#include <cstdlib>
#include <mutex>
#include <nlohmann/json.hpp>

#include <fmt/format.h>
#include <sys/mman.h>
#include <sys/prctl.h>
#include <sys/resource.h>
#include <sys/stat.h>
#include <unistd.h>

#include "core/base/error.h"
#include "core/base/helper.h"
#include "core/base/text_json.h"

namespace tympan {

namespace {

constexpr int first_task_argument = 2;

void limitItself(rlim_t memory) {
    ::prctl(PR_SET_PDEATHSIG, SIGKILL);  // nobody waits for it any more
    const rlimit none{0, 0};
    ::setrlimit(RLIMIT_CORE, &none);
#if !defined(__SANITIZE_ADDRESS__) && !defined(__SANITIZE_THREAD__)  // they map terabytes
    const rlimit most{memory, memory};
    ::setrlimit(RLIMIT_AS, &most);
#else
    (void)memory;
#endif
}

/// A line to whoever waits: its kind and its words.
void tell(char kind, const std::string& words) {
    static std::mutex lock;
    const std::lock_guard hold(lock);
    std::string line(1, kind);
    for (char c : words) c == '\n' ? line += "\\n" : c == '\\' ? line += "\\\\" : line += c;
    line += '\n';
    if (::write(words_handle, line.data(), line.size()) < 0) std::_Exit(1);
}

}  // namespace

int serveHelper(int argc, char** argv, const std::function<HelperTask(const std::string&)>& taskNamed) {
    if (argc <= first_task_argument) {
        std::fprintf(stderr, "a part of Tympan that draws for it; it is of no use by itself\n");
        return 2;
    }
    limitItself(std::strtoull(argv[1], nullptr, 10));
    struct stat about {};
    if (::fstat(input_handle, &about) != 0) return 2;
    const auto size = static_cast<std::size_t>(about.st_size);
    const void* bytes = size > 0 ? ::mmap(nullptr, size, PROT_READ, MAP_PRIVATE, input_handle, 0) : nullptr;
    if (bytes == MAP_FAILED) return 1;
    const std::vector<std::string> arguments(argv + first_task_argument + 1, argv + argc);
    try {
        const HelperTask task = taskNamed(argv[first_task_argument]);
        const std::string words =
            task(arguments, {static_cast<const unsigned char*>(bytes), size}, result_handle,
                 {{}, [](double part) { tell('p', fmt::format("{:.4f}", part)); }});
        tell('d', words);
        return 0;
    } catch (const Error& error) {
        tell('f', nlohmann::json{{"wrong", toJson(error.wrong())}, {"remedy", toJson(error.remedy())}}.dump(
                      -1, ' ', false, nlohmann::json::error_handler_t::replace));
    } catch (const std::exception&) {
        return 1;  // what it cannot take; the waiting side says so
    }
    return 0;
}

}  // namespace tympan
