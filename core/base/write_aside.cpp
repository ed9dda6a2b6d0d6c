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

[[noreturn]] void fail(const std::filesystem::path& target, int reason) {
    std::string remedy = "choose another place for it";
    if (reason == ENOSPC) remedy = "make room on the disk, then save again";
    if (reason == EACCES || reason == EROFS || reason == EPERM)
        remedy = "choose a folder that you may write in";
    if (reason == ENOENT || reason == ENOTDIR) remedy = "make its folder first, or choose another";
    throw Error(Error::Kind::output, target.string(),
                std::string("cannot be written (") + std::strerror(reason) + ")", remedy);
}

}  // namespace

WriteAside::WriteAside(std::filesystem::path target) : target_(std::move(target)) {
    if (std::filesystem::is_directory(target_)) fail(target_, EISDIR);
    std::string pattern = target_.string() + ".part-XXXXXX";
    file_ = ::mkostemp(pattern.data(), O_CLOEXEC);
    if (file_ < 0) fail(target_, errno);
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
        if (written < 0) fail(target_, errno);
        at += written;
        size -= static_cast<std::size_t>(written);
    }
}

void WriteAside::commit() {
    // mkostemp makes files private; a picture that goes to a shop is an ordinary file.
    const mode_t mask = ::umask(0);
    ::umask(mask);
    if (::fchmod(file_, 0666 & ~mask) != 0 || ::fsync(file_) != 0) fail(target_, errno);
    const int closed = ::close(file_);
    file_ = -1;
    if (closed != 0 || ::rename(aside_.c_str(), target_.c_str()) != 0) fail(target_, errno);
    aside_.clear();
    const std::string folder = target_.has_parent_path() ? target_.parent_path().string() : ".";
    if (const int handle = ::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC); handle >= 0) {
        ::fsync(handle);
        ::close(handle);
    }
}

}  // namespace tympan
