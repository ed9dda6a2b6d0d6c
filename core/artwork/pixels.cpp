#include "core/artwork/pixels.h"

#include <cerrno>
#include <cstdlib>
#include <cstring>
#include <exception>
#include <filesystem>

#include <fcntl.h>
#include <sys/mman.h>
#include <unistd.h>

#include "core/base/error.h"

namespace tympan {

namespace {

constexpr long most_in_memory_px = 64'000'000;

std::filesystem::path temporaryFolder() {
    std::error_code failed;
    const std::filesystem::path folder = std::filesystem::temp_directory_path(failed);
    if (failed)
        throw Error(Error::Kind::output, std::getenv("TMPDIR") ? std::getenv("TMPDIR") : "/tmp",
                    "not a folder where a large picture could be kept meanwhile",
                    "set TMPDIR to a folder that is there");
    return folder;
}

void* mappedFile(std::size_t size) {
    const std::string folder = temporaryFolder();
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
    return at;
}

/// OpenCV takes ordinary memory where an allocator throws; what went wrong is told here.
thread_local std::exception_ptr mapped_failed;

/// Gives a cv::Mat its memory from a mapped file, and takes it back when its last owner is gone.
class MappedPixels : public cv::MatAllocator {
  public:
    cv::UMatData* allocate(int dims, const int* sizes, int type, void*, std::size_t* step, cv::AccessFlag,
                           cv::UMatUsageFlags) const override {
        std::size_t total = CV_ELEM_SIZE(type);
        for (int i = dims - 1; i >= 0; --i) {
            if (step) step[i] = total;
            total *= static_cast<std::size_t>(sizes[i]);
        }
        auto* held = new cv::UMatData(this);
        try {
            held->data = held->origdata = static_cast<unsigned char*>(mappedFile(total));
        } catch (...) {
            mapped_failed = std::current_exception();
            delete held;
            throw;
        }
        held->size = total;
        return held;
    }
    bool allocate(cv::UMatData* held, cv::AccessFlag, cv::UMatUsageFlags) const override {
        return held != nullptr;
    }
    void deallocate(cv::UMatData* held) const override {
        if (!held) return;
        ::munmap(held->origdata, held->size);
        held->origdata = nullptr;
        delete held;
    }
};

}  // namespace

cv::Mat newPixels(const SizePx& size, int type) {
    static MappedPixels mapped;
    cv::Mat pixels;
    if (static_cast<long>(size.width) * size.height <= most_in_memory_px) {
        pixels.create(size.height, size.width, type);
        return pixels;
    }
    mapped_failed = nullptr;
    pixels.allocator = &mapped;
    pixels.create(size.height, size.width, type);
    pixels.allocator = nullptr;  // what is made of it later lies in memory
    if (mapped_failed) std::rethrow_exception(mapped_failed);
    return pixels;
}

}  // namespace tympan
