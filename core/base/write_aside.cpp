#include "core/base/write_aside.h"

#include <array>
#include <atomic>
#include <cerrno>
#include <charconv>
#include <chrono>
#include <climits>
#include <csignal>
#include <cstring>
#include <string>

#include <fcntl.h>
#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>

#include "core/base/error.h"

namespace tympan {

namespace fs = std::filesystem;

namespace {

constexpr std::string_view aside_mark = ".part-";  // between a target's name and the rest of its side file's
constexpr std::size_t longest_stem = 200;          // of a side file: names end at 255 bytes

[[noreturn]] void failFor(const fs::path& target, int reason) {
    Text remedy = Text("choose another place for it");
    if (reason == ENOSPC) remedy = Text("make room on the disk, then save again");
    if (reason == EACCES || reason == EROFS || reason == EPERM)
        remedy = Text("choose a folder that you may write in");
    if (reason == ENOENT || reason == ENOTDIR) remedy = Text("make its folder first, or choose another");
    if (reason == ENAMETOOLONG) remedy = Text("choose a shorter name");
    throw Error(Error::Kind::output, target.string(),
                Text("cannot be written ({reason})", {{"reason", std::string(std::strerror(reason))}}),
                remedy);
}

fs::path folderOf(const fs::path& file) {
    return file.has_parent_path() ? file.parent_path() : fs::path(".");
}

/// The new name must be on the disk too.
void syncFolderOf(const fs::path& file) {
    if (const int handle = ::open(folderOf(file).c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC); handle >= 0) {
        ::fsync(handle);
        ::close(handle);
    }
}

/// Where a chain of links leads, whether or not there is anything.
fs::path followed(fs::path file) {
    std::error_code none;
    for (int i = 0; i < 40 && fs::is_symlink(file, none); ++i) {
        const fs::path to = fs::read_symlink(file, none);
        file = to.is_absolute() ? to : folderOf(file) / to;
    }
    return file;
}

std::string asideStem(const fs::path& target) {
    return target.filename().string().substr(0, longest_stem) + std::string(aside_mark);
}

/// Side files of this target whose program is no more. Another machine's may be in the same folder, so none
/// is touched within an hour, and a running one's not within a day.
void removeStale(const fs::path& target) {
    std::error_code none;
    const std::string stem = asideStem(target);
    const auto now = fs::file_time_type::clock::now();
    for (const auto& entry : fs::directory_iterator(folderOf(target), none)) {
        const std::string name = entry.path().filename().string();
        if (!name.starts_with(stem)) continue;
        const auto age = now - entry.last_write_time(none);
        int process = 0;
        std::from_chars(name.data() + stem.size(), name.data() + name.size(), process);
        const bool ended = process > 0 && ::kill(process, 0) != 0 && errno == ESRCH;
        if (age > std::chrono::hours(24) || (ended && age > std::chrono::hours(1)))
            fs::remove(entry.path(), none);
    }
}

// What a signal handler may look at: no allocation, no lock.
struct Slot {
    std::atomic<bool> taken = false, holds = false;
    char path[PATH_MAX] = {};
};
std::array<Slot, 32> slots;

int noted(const fs::path& aside) {
    for (std::size_t i = 0; i < slots.size(); ++i) {
        if (slots[i].taken.exchange(true)) continue;
        std::strncpy(slots[i].path, fs::absolute(aside).c_str(), PATH_MAX - 1);
        slots[i].holds = true;
        return static_cast<int>(i);
    }
    return -1;
}

void forgotten(int& slot) {
    if (slot < 0) return;
    slots[static_cast<std::size_t>(slot)].holds = false;
    slots[static_cast<std::size_t>(slot)].taken = false;
    slot = -1;
}

thread_local std::vector<fs::path>* noted_files = nullptr;

extern "C" void clearAndEnd(int signal) {
    for (const Slot& slot : slots)
        if (slot.holds) ::unlink(slot.path);
    ::signal(signal, SIG_DFL);
    ::raise(signal);
}

}  // namespace

void removeAsideOnSignals() {
    for (int signal : {SIGTERM, SIGINT, SIGHUP}) {
        struct sigaction action {};
        ::sigaction(signal, nullptr, &action);
        if (action.sa_handler == SIG_IGN) continue;  // as `nohup` asks
        action.sa_handler = &clearAndEnd;
        ::sigaction(signal, &action, nullptr);
    }
}

WriteAside::WriteAside(fs::path target) : named_(std::move(target)), target_(followed(named_)) {
    struct stat there {};
    if (::stat(target_.c_str(), &there) == 0) {
        if (S_ISDIR(there.st_mode)) fail(EISDIR);
        permissions_ = there.st_mode & 07777;
        passed_on_ = !S_ISREG(there.st_mode);
    } else if (errno != ENOENT) {
        fail(errno);
    }
    std::error_code none;
    const fs::path folder = passed_on_ ? fs::temp_directory_path(none) : folderOf(target_);
    if (!passed_on_) removeStale(target_);
    std::string pattern = (folder / fmt::format("{}{}-XXXXXX", asideStem(target_), ::getpid())).string();
    if (!target_.has_parent_path() && !passed_on_) pattern = fs::path(pattern).filename().string();
    file_ = ::mkostemp(pattern.data(), O_CLOEXEC);
    if (file_ < 0) fail(errno);
    aside_ = pattern;
    slot_ = noted(aside_);
}

WriteAside::~WriteAside() {
    if (file_ >= 0) ::close(file_);
    if (!aside_.empty()) ::unlink(aside_.c_str());
    forgotten(slot_);
}

void WriteAside::append(const void* bytes, std::size_t size) {
    const char* at = static_cast<const char*>(bytes);
    while (size > 0) {
        const ssize_t written = ::write(file_, at, size);
        if (written < 0 && errno == EINTR) continue;
        if (written < 0) fail(errno);
        at += written;
        size -= static_cast<std::size_t>(written);
    }
}

/// To a device or a pipe, which cannot be replaced.
void WriteAside::passOn() {
    const int from = ::open(aside_.c_str(), O_RDONLY | O_CLOEXEC);
    const int to = ::open(target_.c_str(), O_WRONLY | O_CLOEXEC);
    if (from < 0 || to < 0) fail(errno);
    ::close(file_);
    file_ = to;
    std::array<char, 65536> block{};
    for (ssize_t got = 0; (got = ::read(from, block.data(), block.size())) > 0;)
        append(block.data(), static_cast<std::size_t>(got));
    ::close(from);
    const int closed = ::close(file_);
    file_ = -1;
    if (closed != 0) fail(errno);
    ::unlink(aside_.c_str());
    aside_.clear();
    forgotten(slot_);
}

void WriteAside::commit() {
    if (passed_on_) return passOn();
    if (permissions_ == 0) {
        // mkostemp makes files private; a picture that goes to a shop is an ordinary file.
        const mode_t mask = ::umask(0);
        ::umask(mask);
        permissions_ = 0666 & ~mask;
    }
    if (::fchmod(file_, permissions_) != 0 || ::fsync(file_) != 0) fail(errno);
    const int closed = ::close(file_);
    file_ = -1;
    if (closed != 0 || ::rename(aside_.c_str(), target_.c_str()) != 0) fail(errno);
    aside_.clear();
    forgotten(slot_);
    syncFolderOf(target_);
    if (noted_files) noted_files->push_back(named_);
}

void WriteAside::commitRewritten() {
    const int rewritten = ::open(aside_.c_str(), O_WRONLY | O_CLOEXEC);
    if (rewritten < 0) fail(errno);
    ::close(file_);
    file_ = rewritten;
    commit();
}

void WriteAside::fail(int reason) const { failFor(named_, reason); }

NotedFiles::NotedFiles(std::vector<fs::path>& files) { noted_files = &files; }
NotedFiles::~NotedFiles() { noted_files = nullptr; }

void syncFile(const std::filesystem::path& file) {
    const int handle = ::open(file.c_str(), O_RDONLY | O_CLOEXEC);
    const bool synced = handle >= 0 && ::fsync(handle) == 0;
    const int reason = errno;
    if (handle >= 0) ::close(handle);
    if (!synced) failFor(file, reason);
}

void writeText(const std::filesystem::path& target, std::string_view text) {
    WriteAside aside(target);
    aside.append(text);
    aside.commit();
}

}  // namespace tympan
