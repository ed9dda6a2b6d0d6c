#include "core/object/outline_file.h"

#include <nlohmann/json.hpp>

#include <unistd.h>

#include "core/base/error.h"
#include "core/base/helper.h"
#include "core/base/read_text.h"
#include "core/base/text_json.h"

namespace tympan {

namespace {

using nlohmann::json;

constexpr int most_seconds = 10;

json pointsJson(const Outline& outline) {
    json rings = json::array();
    for (const Ring& ring : outline.rings) {
        json& points = rings.emplace_back(json::array());
        for (const PointMm& p : ring) points.push_back({p.x, p.y});
    }
    return rings;
}

Outline outlineOf(const json& rings) {
    Outline outline;
    for (const json& points : rings) {
        Ring& ring = outline.rings.emplace_back();
        for (const json& p : points) ring.push_back({p[0], p[1]});
    }
    return outline;
}

}  // namespace

SvgOutline readOutlineFile(const std::filesystem::path& file, const Progress& progress) {
    const std::string text = readText(file);
    const HelperAnswer answer =
        runHelper({"outline"}, {reinterpret_cast<const unsigned char*>(text.data()), text.size()},
                  NamelessFile::make(), file.string(), {.silent_seconds = most_seconds}, progress);
    const json read = json::parse(answer.result.bytes());
    SvgOutline outline{outlineOf(read["outline"]), {}, {}};
    for (const json& each : read["left_out"]) outline.left_out.push_back(textFrom(each));
    for (const json& each : read["keep_outs"]) outline.keep_outs.push_back(outlineOf(each));
    return outline;
}

std::string readOutlineTask(const std::vector<std::string>&, std::span<const unsigned char> text, int result,
                            const Progress&) {
    const SvgOutline read =
        readSvgOutline({reinterpret_cast<const char*>(text.data()), text.size()}, std::string());
    json made{
        {"outline", pointsJson(read.outline)}, {"keep_outs", json::array()}, {"left_out", json::array()}};
    for (const Text& each : read.left_out) made["left_out"].push_back(toJson(each));
    for (const Outline& each : read.keep_outs) made["keep_outs"].push_back(pointsJson(each));
    const std::string words = made.dump(-1, ' ', false, json::error_handler_t::replace);
    if (::pwrite(result, words.data(), words.size(), 0) != static_cast<ssize_t>(words.size()))
        throw Error(Error::Kind::input, "", Text("has more corners than there is room for"),
                    Text("make it simpler"));
    return {};
}

}  // namespace tympan
