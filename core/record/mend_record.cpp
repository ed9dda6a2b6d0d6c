#include "core/record/mend_record.h"

#include <chrono>
#include <thread>

#include <fcntl.h>
#include <fmt/format.h>
#include <sqlite3.h>
#include <sys/file.h>
#include <unistd.h>

#include "core/base/write_aside.h"
#include "core/record/database.h"
#include "core/record/read_damaged.h"

namespace tympan {

namespace {

namespace fs = std::filesystem;

/// What SQLite keeps beside a database, in the order in which it must go.
constexpr const char* side_files[] = {"-wal", "-shm", "-journal"};
constexpr int page_size_at = 16, pages_at = 28;  // in the first bytes of a database

fs::path beside(const fs::path& file, const std::string& what) {
    return file.parent_path() / (file.stem().string() + what);
}
/// Built, and not yet in its place.
fs::path readyOf(const fs::path& file) { return beside(file, ".mended.sqlite"); }

/// A file of no bytes may be one that another program is just making.
bool isEmptyFile(const fs::path& file) {
    std::error_code none;
    const auto empty = [&] {
        return fs::file_size(file, none) == 0 && !fs::exists(file.string() + "-wal", none);
    };
    for (int look = 0; look < 5; ++look) {
        if (!empty()) return false;
        std::this_thread::sleep_for(std::chrono::milliseconds(60));
    }
    return true;
}

bool isSound(const fs::path& file) {
    if (isEmptyFile(file)) return false;
    try {
        SQLite::Database record(file.string(), SQLite::OPEN_READWRITE);
        record.setBusyTimeout(5000);
        return record.execAndGet("PRAGMA quick_check(1)").getString() == "ok" && hasItsTables(record);
    } catch (const SQLite::Exception& fault) {
        // One that another window holds, or that may not be read, is not damaged.
        const int code = fault.getErrorCode();
        if (code == SQLITE_CORRUPT || code == SQLITE_NOTADB) return false;
        throw recordError(file, Text("the record cannot be looked at"), fault);
    }
}

/// A name beside it that is not taken.
fs::path nameBeside(const fs::path& file) {
    for (int number = 1;; ++number)
        if (const fs::path free = beside(file, fmt::format(".damaged-{}.sqlite", number)); !fs::exists(free))
            return free;
}

/// One program at a time from here on, others wait; the operating system ends it with the program.
class Turn {
  public:
    explicit Turn(const fs::path& file) : name_(beside(file, ".mending.lock")) {
        handle_ = ::open(name_.c_str(), O_RDWR | O_CREAT | O_CLOEXEC, 0600);
        if (handle_ >= 0) ::flock(handle_, LOCK_EX);
    }
    ~Turn() {
        ::unlink(name_.c_str());  // whoever waits for it finds a sound record
        if (handle_ >= 0) ::close(handle_);
    }
    Turn(const Turn&) = delete;
    Turn& operator=(const Turn&) = delete;

  private:
    fs::path name_;
    int handle_ = -1;
};

/// A file that was cut short, as long as its first page says.
void padded(const fs::path& file) {
    std::error_code none;
    const std::uintmax_t size = fs::file_size(file, none);
    unsigned char head[pages_at + 4] = {};
    const int handle = ::open(file.c_str(), O_RDONLY | O_CLOEXEC);
    const bool read = handle >= 0 && ::pread(handle, head, sizeof head, 0) == sizeof head;
    if (handle >= 0) ::close(handle);
    if (!read) return;
    const std::uintmax_t page = head[page_size_at] == 0 && head[page_size_at + 1] == 1
                                    ? 65536
                                    : 256U * head[page_size_at] + head[page_size_at + 1];
    std::uintmax_t pages = 0;
    for (int i = 0; i < 4; ++i) pages = pages << 8 | head[pages_at + i];
    constexpr std::uintmax_t most = 1ULL << 32;  // what is longer is no record of ours
    if (page >= 512 && pages * page > size && pages * page < most) fs::resize_file(file, pages * page, none);
}

void putInPlace(const fs::path& file) {
    // What was not brought into the damaged one yet belongs to it, and was read.
    for (const char* part : side_files) ::unlink((file.string() + part).c_str());
    fs::rename(readyOf(file), file);
}

MendedRecord built(const fs::path& file) {
    const fs::path folder = beside(file, ".mending");
    fs::remove_all(folder);
    fs::create_directories(folder);
    // Read from a copy: reading brings what is still beside it into it, and a short one is made longer.
    const fs::path copy = folder / "damaged.sqlite", fresh = folder / "fresh.sqlite";
    const fs::path kept = nameBeside(file);
    fs::copy_file(file, copy);
    fs::copy_file(file, kept);
    if (const fs::path own = file.string() + "-wal"; fs::exists(own)) {
        fs::copy_file(own, copy.string() + "-wal");
        fs::copy_file(own, kept.string() + "-wal");
    }
    padded(copy);
    MendedRecord mended;
    try {
        mended = readOutOfDamaged(copy, fresh);
        syncFile(fresh);
        fs::rename(fresh, readyOf(file));
    } catch (...) {
        std::error_code none;
        fs::remove(kept, none);
        fs::remove(kept.string() + "-wal", none);
        fs::remove_all(folder, none);
        throw;
    }
    mended.kept = kept;
    putInPlace(file);
    fs::remove_all(folder);
    return mended;
}

}  // namespace

std::optional<MendedRecord> mendRecord(const fs::path& file) {
    std::error_code none;
    try {
        if (fs::exists(readyOf(file), none)) {
            const Turn turn(file);
            if (fs::exists(readyOf(file), none)) putInPlace(file);
        }
        if (!fs::exists(file, none) || isSound(file)) return {};
        const Turn turn(file);
        if (!fs::exists(file, none) || isSound(file)) return {};
        return built(file);
    } catch (const fs::filesystem_error& fault) {
        throw Error(Error::Kind::output, file.string(),
                    Text("the record is damaged and cannot be mended ({reason}); nothing was changed",
                         {{"reason", fault.code().message()}}),
                    Text("make room on the disk, and look whether the folder may be written to"));
    }
}

}  // namespace tympan
