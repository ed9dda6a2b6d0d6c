#include "core/base/nameless_file.h"

#include <cerrno>
#include <cstdlib>
#include <cstring>
#include <filesystem>

#include <fcntl.h>
#include <sys/mman.h>
#include <sys/stat.h>
#include <unistd.h>

#include "core/base/error.h"

namespace tympan {

void failNoRoomMeanwhile(int reason) {
    std::error_code none;
    throw Error(Error::Kind::output, std::filesystem::temp_directory_path(none).string(),
                Text("no room for a large picture meanwhile ({reason})",
                     {{"reason", std::string(std::strerror(reason))}}),
                Text("make room there, or set TMPDIR to a larger disk"));
}

NamelessFile NamelessFile::make(bool on_disk) {
    int handle = -1;
    if (on_disk) {
        std::error_code failed;
        std::string name = std::filesystem::temp_directory_path(failed).string() + "/tympan-pixels-XXXXXX";
        if (failed)
            throw Error(Error::Kind::output, std::getenv("TMPDIR") ? std::getenv("TMPDIR") : "/tmp",
                        Text("not a folder where a large picture could be kept meanwhile"),
                        Text("set TMPDIR to a folder that is there"));
        handle = ::mkostemp(name.data(), O_CLOEXEC);
        if (handle >= 0) ::unlink(name.c_str());
    } else {
        handle = ::memfd_create("tympan", MFD_CLOEXEC);
    }
    if (handle < 0) failNoRoomMeanwhile(errno);
    return NamelessFile(handle);
}

NamelessFile NamelessFile::of(std::span<const unsigned char> bytes) {
    NamelessFile file = make();
    file.append({reinterpret_cast<const char*>(bytes.data()), bytes.size()});
    return file;
}

NamelessFile::~NamelessFile() {
    if (handle_ >= 0) ::close(handle_);
}

std::size_t NamelessFile::size() const {
    struct stat about {};
    return ::fstat(handle_, &about) == 0 ? static_cast<std::size_t>(about.st_size) : 0;
}

std::size_t NamelessFile::append(std::string_view bytes) {
    const std::size_t begin = size();
    for (std::size_t at = begin; !bytes.empty();) {
        const ssize_t written = ::pwrite(handle_, bytes.data(), bytes.size(), static_cast<off_t>(at));
        if (written < 0 && errno == EINTR) continue;
        if (written <= 0) failNoRoomMeanwhile(written < 0 ? errno : ENOSPC);
        at += static_cast<std::size_t>(written);
        bytes.remove_prefix(static_cast<std::size_t>(written));
    }
    return begin;
}

namespace {

/// How much was read.
std::size_t readInto(int handle, void* bytes, std::size_t length, std::size_t from) {
    std::size_t at = 0;
    while (at < length) {
        const ssize_t got =
            ::pread(handle, static_cast<char*>(bytes) + at, length - at, static_cast<off_t>(from + at));
        if (got < 0 && errno == EINTR) continue;
        if (got <= 0) break;
        at += static_cast<std::size_t>(got);
    }
    return at;
}

}  // namespace

std::vector<unsigned char> NamelessFile::bytes() const {
    std::vector<unsigned char> bytes(size());
    bytes.resize(readInto(handle_, bytes.data(), bytes.size(), 0));
    return bytes;
}

std::string NamelessFile::part(std::size_t from, std::size_t length) const {
    std::string bytes(length, '\0');
    bytes.resize(readInto(handle_, bytes.data(), length, from));
    return bytes;
}

}  // namespace tympan
