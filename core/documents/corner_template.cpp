#include "core/documents/corner_template.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/documents/true_size_pages.h"
#include "core/job/landing.h"
#include "core/measure/outline_operations.h"
#include "core/printer/registration.h"

namespace tympan {

namespace {

constexpr double window_mm = 150;

double apart(const PointMm& a, const PointMm& b) { return std::hypot(a.x - b.x, a.y - b.y); }

}  // namespace

std::vector<CornerPlace> cornerPlaces(const Job& job, const Piece& piece) {
    const Landing landing = landingOf(job, piece);
    const RectMm box = landing.box, sides = bounds(outlineOf(objectOf(job, piece).shape));
    const auto length = [&](double mm) { return formatLength(mm, job.unit); };
    const auto fromSides = [&](const PointMm& at) {
        const double left = at.x - sides.x, right = sides.right() - at.x, top = at.y - sides.y,
                     bottom = sides.bottom() - at.y;
        const Argument across("across", length(std::min(left, right))),
            down("down", length(std::min(top, bottom)));
        if (left <= right && top <= bottom)
            return Text("{across} from the object's left side, {down} from its top", {across, down});
        if (left <= right)
            return Text("{across} from the object's left side, {down} from its bottom", {across, down});
        if (top <= bottom)
            return Text("{across} from the object's right side, {down} from its top", {across, down});
        return Text("{across} from the object's right side, {down} from its bottom", {across, down});
    };
    const std::pair<Text, PointMm> corners[] = {{Text("top left corner"), {box.x, box.y}},
                                                {Text("top right corner"), {box.right(), box.y}},
                                                {Text("bottom right corner"), {box.right(), box.bottom()}},
                                                {Text("bottom left corner"), {box.x, box.bottom()}}};
    std::vector<CornerPlace> places;
    for (const auto& [name, at] : corners) places.push_back({name, landing.toObject(at), {}});
    for (std::size_t i = 0; i < places.size(); ++i) {
        const CornerPlace &before = places[(i + 3) % 4], &across = places[(i + 2) % 4];
        places[i].where = Text("{place}; {near} from the {before}, {far} from the {across}",
                               {{"place", fromSides(places[i].at)},
                                {"near", length(apart(places[i].at, before.at))},
                                {"before", before.name},
                                {"far", length(apart(places[i].at, across.at))},
                                {"across", across.name}});
    }
    const PointMm centre = landing.toObject(middle(box));
    places.push_back({Text("middle"), centre, fromSides(centre)});
    return places;
}

double cornerWindowMm(const Job& job, const Piece& piece) {
    const RectMm room =
        trueSizeRoom(job.sheets.paper.size, bareEdges(printerOf(job, piece), job.sheets.paper.size));
    return std::max(10.0, std::min({window_mm, room.width, room.height}));
}

}  // namespace tympan
