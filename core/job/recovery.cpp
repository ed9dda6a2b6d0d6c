#include "core/job/recovery.h"

#include <algorithm>
#include <fstream>
#include <nlohmann/json.hpp>

#include <fcntl.h>
#include <fmt/format.h>
#include <sys/file.h>
#include <unistd.h>

#include "core/base/write_aside.h"

namespace tympan {

namespace {

namespace fs = std::filesystem;

constexpr const char* job_name = "job.json";
constexpr const char* origin_name = "origin";
constexpr const char* lock_name = "lock";

/// The lock of a folder, held by this process, or -1 when another program holds it.
int lockOf(const fs::path& folder) {
    const int file = ::open((folder / lock_name).c_str(), O_CREAT | O_RDWR | O_CLOEXEC, 0600);
    if (file >= 0 && ::flock(file, LOCK_EX | LOCK_NB) == 0) return file;
    if (file >= 0) ::close(file);
    return -1;
}

std::string textOf(const fs::path& file) {
    std::ifstream stream(file, std::ios::binary);
    return {std::istreambuf_iterator<char>(stream), {}};
}

}  // namespace

Recovery::Recovery(const fs::path& root) {
    std::error_code failed;
    fs::create_directories(root, failed);
    std::string pattern = (root / "work-XXXXXX").string();
    if (failed || !::mkdtemp(pattern.data()))
        throw Error(Error::Kind::output, root.string(), Text("work cannot be kept there"),
                    Text("make room, or give access to it"));
    folder_ = pattern;
    lock_ = lockOf(folder_);
}

Recovery::~Recovery() {
    std::error_code none;
    if (!fs::exists(folder_ / job_name, none)) fs::remove_all(folder_, none);
    if (lock_ >= 0) ::close(lock_);
}

void Recovery::keep(const Job& job, const fs::path& file) {
    std::error_code none;
    fs::create_directories(folder_ / "artwork", none);
    for (const ArtworkPtr& artwork : artworksOf(job)) {
        const fs::path target = folder_ / entryOf(*artwork);
        if (fs::exists(target, none)) continue;
        WriteAside aside(target);
        aside.append(artwork->bytes->data(), artwork->bytes->size());
        aside.commit();
    }
    writeText(folder_ / origin_name, file.string());
    writeText(folder_ / job_name, jsonOf(job));
}

void Recovery::clear() {
    std::error_code none;
    fs::remove(folder_ / job_name, none);
    fs::remove(folder_ / origin_name, none);
    fs::remove_all(folder_ / "artwork", none);
}

std::vector<LeftWork> leftWork(const fs::path& root) {
    std::vector<LeftWork> left;
    std::error_code none;
    std::vector<fs::path> folders;
    for (const auto& entry : fs::directory_iterator(root, none))
        if (entry.is_directory(none)) folders.push_back(entry.path());
    for (const fs::path& folder : folders) {
        const int lock = lockOf(folder);
        if (lock < 0) continue;  // a running program's
        if (!fs::exists(folder / job_name, none)) {
            fs::remove_all(folder, none);
        } else {
            std::string name;
            const nlohmann::json job = nlohmann::json::parse(textOf(folder / job_name), nullptr, false);
            if (job.is_object() && job.contains("name") && job["name"].is_string()) name = job["name"];
            left.push_back(
                {folder, textOf(folder / origin_name), name, fs::last_write_time(folder / job_name, none)});
        }
        ::close(lock);
    }
    std::sort(left.begin(), left.end(), [](const LeftWork& a, const LeftWork& b) { return a.when > b.when; });
    return left;
}

ReadJob openLeftWork(const LeftWork& left, const Progress& progress) {
    const JsonText source = readJsonText(left.folder / job_name);
    ArtworkShelf shelf(
        [&](const std::string& entry) {
            const std::string text = textOf(left.folder / entry);
            return Bytes(text.begin(), text.end());
        },
        progress);
    return readJob(source,
                   [&](const std::string& entry, const std::string& name) { return shelf.get(entry, name); });
}

void removeLeftWork(const LeftWork& left) {
    std::error_code none;
    fs::remove_all(left.folder, none);
}

}  // namespace tympan
