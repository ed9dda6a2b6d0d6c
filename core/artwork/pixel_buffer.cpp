#include "core/artwork/pixel_buffer.h"

#include <cerrno>
#include <cstdlib>
#include <cstring>
#include <filesystem>

#include <fcntl.h>
#include <sys/mman.h>
#include <unistd.h>

#include "core/base/error.h"

namespace tympan {

namespace {

constexpr long most_in_memory_px = 64'000'000;

std::shared_ptr<void> mappedFile(std::size_t size) {
    const std::string folder = std::filesystem::temp_directory_path();
    std::string name = folder + "/tympan-pixels-XXXXXX";
    const int file = ::mkostemp(name.data(), O_CLOEXEC);
    int reason = file < 0 ? errno : 0;
    void* at = MAP_FAILED;
    if (file >= 0) {
        ::unlink(name.c_str());  // it lives as long as the mapping
        // Reserved now: a full disk must be an error here, not a signal while pixels are written.
        reason = ::posix_fallocate(file, 0, static_cast<off_t>(size));
        if (reason == 0) {
            at = ::mmap(nullptr, size, PROT_READ | PROT_WRITE, MAP_SHARED, file, 0);
            if (at == MAP_FAILED) reason = errno;
        }
        ::close(file);
    }
    if (at == MAP_FAILED)
        throw Error(Error::Kind::output, folder,
                    std::string("no room for a large picture (") + std::strerror(reason) + ")",
                    "make room there, or set TMPDIR to a larger disk");
    return {at, [size](void* p) { ::munmap(p, size); }};
}

}  // namespace

PixelBuffer PixelBuffer::make(SizePx size, int type) {
    PixelBuffer buffer;
    const std::size_t row = static_cast<std::size_t>(size.width) * CV_ELEM_SIZE(type);
    const long area = static_cast<long>(size.width) * size.height;
    if (area <= most_in_memory_px) {
        buffer.view.create(size.height, size.width, type);
    } else {
        buffer.owner_ = mappedFile(row * static_cast<std::size_t>(size.height));
        buffer.view = cv::Mat(size.height, size.width, type, buffer.owner_.get(), row);
    }
    return buffer;
}

}  // namespace tympan
