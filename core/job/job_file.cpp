#include "core/job/job_file.h"

#include <nlohmann/json.hpp>
#include <set>

#include <fmt/format.h>

#include "core/artwork/read_picture.h"
#include "core/base/sha256.h"

namespace tympan {

namespace {

constexpr const char* job_entry = "job.json";
constexpr const char* preview_entry = "preview.png";

std::span<const unsigned char> bytesOf(const std::string& text) {
    return {reinterpret_cast<const unsigned char*>(text.data()), text.size()};
}

}  // namespace

ArtworkPtr ArtworkShelf::get(const std::string& entry, const std::string& name) {
    if (const auto found = read_.find(entry); found != read_.end()) return found->second;
    const auto slash = entry.find('/'), dot = entry.rfind('.');
    const auto fail = [&](const Text& wrong) {
        throw Error(Error::Kind::input, entry, wrong, Text("add the picture again"));
    };
    const Argument picture("name", name);
    if (!entry.starts_with("artwork/") || dot == std::string::npos || entry.find("..") != std::string::npos)
        fail(Text("the picture \"{name}\" has no name that can be followed", {picture}));
    Bytes bytes;
    try {
        bytes = bytes_(entry);
    } catch (const Error& error) {
        if (error.kind() == Error::Kind::stopped) throw;
        fail(Text("the picture \"{name}\" is missing or damaged", {picture}));
    }
    if (sha256(bytes) != entry.substr(slash + 1, dot - slash - 1))
        fail(Text("the picture \"{name}\" is not the one that was saved", {picture}));
    ArtworkPtr artwork;
    try {
        artwork = readPicture(std::move(bytes), name.empty() ? "picture" : name, progress_);
    } catch (const Error& error) {
        if (error.kind() == Error::Kind::stopped) throw;
        fail(Text("the picture \"{name}\" cannot be read: {reason}", {picture, {"reason", error.wrong()}}));
    }
    return read_[entry] = artwork;
}

std::vector<ArtworkPtr> artworksOf(const Job& job) {
    std::vector<ArtworkPtr> artworks;
    std::set<std::string> seen;
    for (const Piece& piece : job.pieces)
        if (seen.insert(entryOf(*piece.artwork)).second)
            artworks.push_back(piece.artwork->original ? piece.artwork->original : piece.artwork);
    return artworks;
}

ReadJob openJobFile(const std::filesystem::path& file, const Progress& progress) {
    const Container container(file);
    const Bytes text = container.read(job_entry);
    ArtworkShelf shelf([&](const std::string& entry) { return container.read(entry); }, {progress.stop, {}});
    ReadJob read =
        readJob({file.string(), {text.begin(), text.end()}},
                [&](const std::string& entry, const std::string& name) { return shelf.get(entry, name); });
    if (container.damaged()) {
        std::vector<Text> faults{Text("the file is cut off or damaged at its end")};
        faults.insert(faults.end(), read.faults.begin(), read.faults.end());
        read.faults = std::move(faults);
    }
    return read;
}

void saveJobFile(const std::filesystem::path& file, const Job& job,
                 std::span<const unsigned char> preview_png, const Progress& progress) {
    const std::string text = jsonOf(job);
    const std::vector<ArtworkPtr> artworks = artworksOf(job);
    // The job comes first: of a file that was cut off later, as much as possible can then be had.
    Entries entries{{job_entry, bytesOf(text)}};
    if (!preview_png.empty()) entries.emplace_back(preview_entry, preview_png);
    for (const ArtworkPtr& artwork : artworks) entries.emplace_back(entryOf(*artwork), *artwork->bytes);
    writeContainer(file, entries, job.created, progress);
}

}  // namespace tympan
