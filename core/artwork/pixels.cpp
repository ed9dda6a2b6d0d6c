#include "core/artwork/pixels.h"

#include <cerrno>
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

std::size_t bytesFor(const SizePx& size, int type) {
    return static_cast<std::size_t>(size.width) * static_cast<std::size_t>(size.height) * CV_ELEM_SIZE(type);
}

// What is to be mapped is handed to the allocator here, and what went wrong comes back here: when an
// allocator throws, OpenCV says nothing and takes ordinary memory instead.
thread_local int file_to_map = -1;
thread_local std::exception_ptr mapping_failed;

/// Gives a cv::Mat its memory from a file, and takes it back when its last owner is gone.
class MappedPixels : public cv::MatAllocator {
  public:
    cv::UMatData* allocate(int dims, const int* sizes, int type, void*, std::size_t* step, cv::AccessFlag,
                           cv::UMatUsageFlags) const override {
        std::size_t total = CV_ELEM_SIZE(type);
        for (int i = dims - 1; i >= 0; --i) {
            if (step) step[i] = total;
            total *= static_cast<std::size_t>(sizes[i]);
        }
        void* at = ::mmap(nullptr, total, PROT_READ | PROT_WRITE, MAP_SHARED, file_to_map, 0);
        try {
            if (at == MAP_FAILED) failNoRoomMeanwhile(errno);
        } catch (...) {
            mapping_failed = std::current_exception();
            throw;
        }
        auto* held = new cv::UMatData(this);
        held->data = held->origdata = static_cast<unsigned char*>(at);
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

bool layInFile(const SizePx& size) { return static_cast<long>(size.width) * size.height > most_in_memory_px; }

void makeRoom(const NamelessFile& file, const SizePx& size, int type) {
    // Reserved now: a full disk must be an error here, not a signal while pixels are written.
    const int failed = ::posix_fallocate(file.handle(), 0, static_cast<off_t>(bytesFor(size, type)));
    if (failed != 0) failNoRoomMeanwhile(failed);
}

cv::Mat pixelsIn(const NamelessFile& file, const SizePx& size, int type) {
    if (file.size() < bytesFor(size, type)) failNoRoomMeanwhile(ENOSPC);
    // Never destroyed: pixels that a cache holds may be let go later than any object of ours at the end.
    static auto* const mapped = new MappedPixels;
    file_to_map = file.handle();
    mapping_failed = nullptr;
    cv::Mat pixels;
    pixels.allocator = mapped;
    pixels.create(size.height, size.width, type);
    pixels.allocator = nullptr;  // what is made of it later lies in memory
    if (mapping_failed) std::rethrow_exception(mapping_failed);
    return pixels;
}

cv::Mat newPixels(const SizePx& size, int type) {
    if (!layInFile(size)) return cv::Mat(size.height, size.width, type);
    const NamelessFile file = NamelessFile::make(true);
    makeRoom(file, size, type);
    return pixelsIn(file, size, type);
}

}  // namespace tympan
