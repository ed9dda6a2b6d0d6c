#include "core/job/container.h"

#include <algorithm>
#include <cstring>
#include <fstream>
#include <optional>

#include <fmt/format.h>
#include <unistd.h>
#include <zip.h>
#include <zlib.h>

#include "core/base/write_aside.h"

namespace tympan {

/// A stored entry found by its own header, without the directory at the end of the file.
struct SalvagedEntry {
    std::uint64_t at = 0, size = 0;
    std::uint32_t crc = 0;
};

namespace {

constexpr std::uint64_t most_unpacked = std::uint64_t{4} << 30;
constexpr std::uint64_t most_entries = 10'000;

[[noreturn]] void fail(const std::filesystem::path& file, const Text& wrong) {
    throw Error(Error::Kind::input, file.string(), wrong, Text("open another copy of it, if there is one"));
}

bool unsafe(const std::string& name) {
    if (name.empty() || name.front() == '/' || name.find('\\') != std::string::npos ||
        name.find('\0') != std::string::npos)
        return true;
    const std::filesystem::path path(name);
    return std::any_of(path.begin(), path.end(), [](const auto& part) { return part == ".."; });
}

std::uint32_t littleEndian(const unsigned char* p, int bytes) {
    std::uint32_t value = 0;
    for (int i = bytes - 1; i >= 0; --i) value = value << 8 | p[i];
    return value;
}

/// Entries from the start of the file for as long as their headers make sense (APPNOTE 6.3, 4.3.7).
std::map<std::string, SalvagedEntry> foundInOrder(const std::filesystem::path& file) {
    std::map<std::string, SalvagedEntry> entries;
    std::ifstream stream(file, std::ios::binary);
    const std::uint64_t all = std::filesystem::file_size(file);
    std::uint64_t at = 0;
    unsigned char header[30];
    while (at + sizeof header <= all && entries.size() < most_entries) {
        stream.seekg(static_cast<std::streamoff>(at));
        if (!stream.read(reinterpret_cast<char*>(header), sizeof header) ||
            std::memcmp(header, "PK\3\4", 4) != 0)
            break;
        const std::uint32_t flags = littleEndian(header + 6, 2), method = littleEndian(header + 8, 2);
        const SalvagedEntry entry{
            at + sizeof header + littleEndian(header + 26, 2) + littleEndian(header + 28, 2),
            littleEndian(header + 18, 4), littleEndian(header + 14, 4)};
        // Sizes that follow the data, packed data and sizes above 4 GiB cannot be told without the directory.
        if ((flags & 8) != 0 || method != 0 || entry.size == 0xffffffff || entry.at + entry.size > all) break;
        std::string name(littleEndian(header + 26, 2), '\0');
        if (!stream.read(name.data(), static_cast<std::streamsize>(name.size()))) break;
        if (unsafe(name)) break;
        entries[name] = entry;
        at = entry.at + entry.size;
    }
    return entries;
}

}  // namespace

struct Container::State {
    std::filesystem::path file;
    zip_t* zip = nullptr;
    std::map<std::string, SalvagedEntry> salvaged;

    ~State() {
        if (zip) zip_discard(zip);
    }
    void check() const {
        const zip_int64_t count = zip_get_num_entries(zip, 0);
        if (static_cast<std::uint64_t>(count) > most_entries)
            fail(file, Text("it holds more than 10,000 entries"));
        std::uint64_t sum = 0;
        for (zip_int64_t i = 0; i < count; ++i) {
            zip_stat_t about;
            if (zip_stat_index(zip, static_cast<zip_uint64_t>(i), 0, &about) != 0) continue;
            if (unsafe(about.name))
                fail(file,
                     Text("an entry has the unsafe name \"{name}\"", {{"name", std::string(about.name)}}));
            sum += about.size;
            if (about.size > most_unpacked || sum > most_unpacked)
                fail(file, Text("it holds more than 4 GiB"));
        }
    }
};

Container::Container(const std::filesystem::path& file) : state_(std::make_unique<State>()) {
    state_->file = file;
    std::error_code none;
    if (!std::filesystem::is_regular_file(file, none))
        throw Error(Error::Kind::input, file.string(), Text("cannot be read"),
                    Text("check that the file is there"));
    int error = 0;
    state_->zip = zip_open(file.c_str(), ZIP_RDONLY, &error);
    if (state_->zip) {
        state_->check();
        return;
    }
    state_->salvaged = foundInOrder(file);
    if (state_->salvaged.empty())
        fail(file, Text("it is not a Tympan job, or it is damaged from its beginning"));
}

Container::~Container() = default;
Container::Container(Container&&) noexcept = default;

bool Container::damaged() const { return !state_->zip; }

bool Container::holds(const std::string& name) const {
    if (damaged()) return state_->salvaged.contains(name);
    return zip_name_locate(state_->zip, name.c_str(), 0) >= 0;
}

Bytes Container::read(const std::string& name) const {
    if (!holds(name)) fail(state_->file, Text("\"{name}\" is missing from it", {{"name", name}}));
    const auto damagedEntry = [&] {
        fail(state_->file, Text("\"{name}\" in it is damaged", {{"name", name}}));
    };
    Bytes bytes;
    if (damaged()) {
        const SalvagedEntry& entry = state_->salvaged.at(name);
        bytes.resize(entry.size);
        std::ifstream stream(state_->file, std::ios::binary);
        stream.seekg(static_cast<std::streamoff>(entry.at));
        if (!stream.read(reinterpret_cast<char*>(bytes.data()), static_cast<std::streamsize>(bytes.size())))
            damagedEntry();
        if (crc32_z(0, bytes.data(), bytes.size()) != entry.crc) damagedEntry();
        return bytes;
    }
    zip_stat_t about;
    if (zip_stat(state_->zip, name.c_str(), 0, &about) != 0) damagedEntry();
    zip_file_t* open = zip_fopen(state_->zip, name.c_str(), 0);
    if (!open) damagedEntry();
    // What an entry says of its size may be a lie: what comes is counted, and a lie is damage.
    constexpr std::size_t portion = std::size_t{1} << 20;
    zip_int64_t got = 0;
    do {
        const std::size_t before = bytes.size();
        bytes.resize(before + portion);
        got = zip_fread(open, bytes.data() + before, portion);
        bytes.resize(before + static_cast<std::size_t>(std::max<zip_int64_t>(got, 0)));
    } while (got > 0 && bytes.size() <= about.size);
    zip_fclose(open);
    if (got < 0 || bytes.size() != about.size) damagedEntry();
    return bytes;
}

void writeContainer(const std::filesystem::path& file, const Entries& entries, long long when,
                    const Progress& progress) {
    // Whatever is saved can be opened: reading has the same limits.
    std::uint64_t sum = 0;
    for (const auto& [name, bytes] : entries) sum += bytes.size();
    if (sum > most_unpacked || entries.size() > most_entries)
        throw Error(Error::Kind::output, file.string(),
                    sum > most_unpacked ? Text("the job's pictures are more than 4 GiB together")
                                        : Text("the job has more than 10,000 pictures"),
                    Text("divide it into two jobs, or use smaller picture files"));
    WriteAside aside(file);
    int reason = 0;
    zip_t* zip = zip_open(aside.path().c_str(), ZIP_CREATE | ZIP_TRUNCATE, &reason);
    if (!zip) aside.fail(reason == ZIP_ER_MEMORY ? ENOMEM : EIO);
    for (const auto& [name, bytes] : entries) {
        zip_source_t* source = zip_source_buffer(zip, bytes.data(), bytes.size(), 0);
        const zip_int64_t at = source ? zip_file_add(zip, name.c_str(), source, ZIP_FL_ENC_UTF_8) : -1;
        if (at < 0) {
            zip_source_free(source);
            zip_discard(zip);
            aside.fail(ENOMEM);
        }
        zip_set_file_compression(zip, static_cast<zip_uint64_t>(at), ZIP_CM_STORE, 0);
        zip_file_set_mtime(zip, static_cast<zip_uint64_t>(at), static_cast<time_t>(when), 0);
    }
    Progress reported = progress;
    zip_register_progress_callback_with_state(
        zip, 0.01,
        [](zip_t*, double done, void* to) {
            const auto& sink = static_cast<Progress*>(to)->sink;
            if (sink) sink(done);
        },
        nullptr, &reported);
    zip_register_cancel_callback_with_state(
        zip, [](zip_t*, void* to) { return static_cast<Progress*>(to)->stop.stop_requested() ? 1 : 0; },
        nullptr, &reported);
    if (zip_close(zip) != 0) {
        zip_error_t* error = zip_get_error(zip);
        const int system = zip_error_code_system(error), kind = zip_error_code_zip(error);
        zip_discard(zip);
        if (kind == ZIP_ER_CANCELLED) throwStopped();
        aside.fail(system != 0 ? system : EIO);
    }
    aside.commitRewritten();
}

}  // namespace tympan
