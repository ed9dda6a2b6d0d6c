#include "core/base/helper.h"

#include <algorithm>
#include <array>
#include <cerrno>
#include <chrono>
#include <csignal>
#include <cstring>
#include <filesystem>
#include <nlohmann/json.hpp>
#include <optional>

#include <fcntl.h>
#include <fmt/format.h>
#include <poll.h>
#include <spawn.h>
#include <sys/mman.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

#include "core/base/error.h"
#include "core/base/number.h"
#include "core/base/text_json.h"

namespace tympan {

namespace {

constexpr const char* helper_name = "tympan-draw";

std::string helperPath() {
    std::error_code none;
    return (std::filesystem::read_symlink("/proc/self/exe", none).parent_path() / helper_name).string();
}

/// One helper that runs: ended, whatever happens.
class Running {
  public:
    Running(const std::vector<std::string>& words, int input, int result) {
        int ends[2];
        if (::pipe2(ends, O_CLOEXEC) != 0) failNoRoomMeanwhile(errno);
        pipe_ = ends[0];
        // The helper expects its files under fixed low numbers. They are first copied to high ones: an open
        // file of ours that happens to have one of the low numbers would else be replaced too early.
        const std::array<std::pair<int, int>, 3> handed{
            {{input, input_handle}, {result, result_handle}, {ends[1], words_handle}}};
        std::vector<int> high;
        for (const auto& [mine, its] : handed) high.push_back(::fcntl(mine, F_DUPFD_CLOEXEC, 16));
        posix_spawn_file_actions_t actions;
        posix_spawn_file_actions_init(&actions);
        posix_spawn_file_actions_addopen(&actions, 0, "/dev/null", O_RDONLY, 0);
        for (int stream : {1, 2})
            posix_spawn_file_actions_addopen(&actions, stream, "/dev/null", O_WRONLY, 0);
        for (std::size_t i = 0; i < handed.size(); ++i)
            posix_spawn_file_actions_adddup2(&actions, high[i], handed[i].second);
        std::vector<char*> arguments;
        for (const std::string& word : words) arguments.push_back(const_cast<char*>(word.c_str()));
        arguments.push_back(nullptr);
        const int failed =
            ::posix_spawn(&process_, words.front().c_str(), &actions, nullptr, arguments.data(), environ);
        posix_spawn_file_actions_destroy(&actions);
        ::close(ends[1]);
        for (int handle : high) ::close(handle);
        if (failed != 0) {
            ::close(pipe_);
            throw Error(Error::Kind::input, words.front(),
                        Text("the part of the program that draws does not start ({reason})",
                             {{"reason", std::string(std::strerror(failed))}}),
                        Text("install Tympan again"));
        }
    }
    ~Running() {
        ::close(pipe_);
        if (process_ > 0) {
            ::kill(process_, SIGKILL);
            ::waitpid(process_, nullptr, 0);
        }
    }
    Running(const Running&) = delete;
    Running& operator=(const Running&) = delete;

    int pipe() const { return pipe_; }
    /// After its end of the pipe is closed.
    int waited() {
        int status = 0;
        ::waitpid(std::exchange(process_, 0), &status, 0);
        return status;
    }

  private:
    pid_t process_ = 0;
    int pipe_ = -1;
};

/// Splits off one line; false when there is no whole one yet.
bool takeLine(std::string& text, std::string& line) {
    const std::size_t end = text.find('\n');
    if (end == std::string::npos) return false;
    line = text.substr(0, end);
    text.erase(0, end + 1);
    return true;
}

/// What is wrong, and what to do, as the helper said it; nothing for what nobody can read.
std::optional<std::pair<Text, Text>> faultFrom(const std::string& line) try {
    const nlohmann::json fault = nlohmann::json::parse(line);
    return std::pair{textFrom(fault.at("wrong")), textFrom(fault.at("remedy"))};
} catch (const nlohmann::json::exception&) {
    return {};
}

/// Undoes the escapes that keep words on one line.
std::string asSaid(const std::string& line) {
    std::string words;
    for (std::size_t i = 0; i < line.size(); ++i) {
        if (line[i] == '\\' && i + 1 < line.size())
            words += line[++i] == 'n' ? '\n' : line[i];
        else
            words += line[i];
    }
    return words;
}

}  // namespace

HelperAnswer runHelper(const std::vector<std::string>& task, std::span<const unsigned char> input,
                       NamelessFile result, const std::string& name, const HelperLimits& limits,
                       const Progress& progress) {
    const auto fail = [&](const Text& wrong, const Text& remedy) {
        throw Error(Error::Kind::input, name, wrong, remedy);
    };
    const NamelessFile given = NamelessFile::of(input);
    std::vector<std::string> words{helperPath(), std::to_string(limits.memory_bytes)};
    words.insert(words.end(), task.begin(), task.end());
    Running helper(words, given.handle(), result.handle());
    std::string text, line, done;
    std::optional<std::pair<Text, Text>> fault;
    bool is_done = false;
    auto heard = std::chrono::steady_clock::now();
    for (;;) {
        constexpr int look_ms = 20;
        pollfd waiting{helper.pipe(), POLLIN, 0};
        ::poll(&waiting, 1, look_ms);
        if (progress.stop.stop_requested()) throwStopped();
        if (waiting.revents != 0) {
            std::array<char, 65536> block{};
            const ssize_t got = ::read(helper.pipe(), block.data(), block.size());
            if (got < 0 && errno == EINTR) continue;
            if (got <= 0) break;
            text.append(block.data(), static_cast<std::size_t>(got));
            while (takeLine(text, line)) {
                heard = std::chrono::steady_clock::now();
                const std::string rest = line.size() > 1 ? asSaid(line.substr(1)) : std::string();
                if (line[0] == 'p') progress.at(numberAtStart(rest).value_or(0));
                if (line[0] == 'd') done = rest, is_done = true;
                if (line[0] == 'f') fault = faultFrom(rest);
            }
        }
        if (std::chrono::steady_clock::now() - heard > std::chrono::seconds(limits.silent_seconds))
            fail(Text("takes too long to be drawn"), Text("make the drawing simpler, or save it as PNG"));
    }
    const int status = helper.waited();
    if (fault) fail(fault->first, fault->second);
    if (!is_done || !WIFEXITED(status) || WEXITSTATUS(status) != 0)
        fail(Text("is more than the part of the program that draws can take"),
             Text("make the drawing simpler, or save it as PNG"));
    return {std::move(result), done};
}

}  // namespace tympan
