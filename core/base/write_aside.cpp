#include "core/base/write_aside.h"

#include <cerrno>
#include <cstring>
#include <string>

#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

#include "core/base/error.h"

namespace tympan {

namespace {

[[noreturn]] void failFor(const std::filesystem::path& target, int reason) {
    std::string remedy = "choose another place for it";
    if (reason == ENOSPC) remedy = "make room on the disk, then save again";
    if (reason == EACCES || reason == EROFS || reason == EPERM)
        remedy = "choose a folder that you may write in";
    if (reason == ENOENT || reason == ENOTDIR) remedy = "make its folder first, or choose another";
    throw Error(Error::Kind::output, target.string(),
                std::string("cannot be written (") + std::strerror(reason) + ")", remedy);
}

/// The new name must be on the disk too.
void syncFolderOf(const std::filesystem::path& file) {
    const std::string folder = file.has_parent_path() ? file.parent_path().string() : ".";
    if (const int handle = ::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC); handle >= 0) {
        ::fsync(handle);
        ::close(handle);
    }
}

}  // namespace

WriteAside::WriteAside(std::filesystem::path target) : target_(std::move(target)) {
    if (std::filesystem::is_directory(target_)) fail(EISDIR);
    std::string pattern = target_.string() + aside_mark + "XXXXXX";
    file_ = ::mkostemp(pattern.data(), O_CLOEXEC);
    if (file_ < 0) fail(errno);
    aside_ = pattern;
}

WriteAside::~WriteAside() {
    if (file_ >= 0) ::close(file_);
    if (!aside_.empty()) ::unlink(aside_.c_str());
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

void WriteAside::commit() {
    // mkostemp makes files private; a picture that goes to a shop is an ordinary file.
    const mode_t mask = ::umask(0);
    ::umask(mask);
    if (::fchmod(file_, 0666 & ~mask) != 0 || ::fsync(file_) != 0) fail(errno);
    const int closed = ::close(file_);
    file_ = -1;
    if (closed != 0 || ::rename(aside_.c_str(), target_.c_str()) != 0) fail(errno);
    aside_.clear();
    syncFolderOf(target_);
}

void WriteAside::commitRewritten() {
    const int rewritten = ::open(aside_.c_str(), O_WRONLY | O_CLOEXEC);
    if (rewritten < 0) fail(errno);
    ::close(file_);
    file_ = rewritten;
    commit();
}

void WriteAside::fail(int reason) const { failFor(target_, reason); }

}  // namespace tympan
