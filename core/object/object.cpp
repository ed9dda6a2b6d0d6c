#include "core/object/object.h"

#include "core/measure/outline_operations.h"
#include "core/object/shape_outlines.h"

namespace tympan {

std::string_view name(ZoneKind kind) {
    switch (kind) {
        case ZoneKind::hole:
            return "hole";
        case ZoneKind::keep_out:
            return "keep-out";
        case ZoneKind::painted:
            return "painted";
        case ZoneKind::under:
            return "under";
    }
    return "";
}

std::string_view name(FillManner manner) {
    constexpr std::string_view names[] = {"packed", "scattered", "patchwork"};
    return names[static_cast<std::size_t>(manner)];
}

namespace {

Outline less(Outline outline, const Object& object, ZoneKind kind) {
    for (const Zone& zone : object.zones)
        if (zone.kind == kind) outline = without(outline, outlineOf(zone));
    return outline;
}

}  // namespace

std::string calledBy(const Object& object) {
    if (!object.name.empty()) return object.name;
    return object.material.name.empty() ? Source("the object").string() : object.material.name;
}

Outline outlineOf(const Zone& zone) { return moved(outlineOf(zone.shape), zone.at); }

Outline plateOf(const Object& object) { return less(outlineOf(object.shape), object, ZoneKind::hole); }

Outline visibleOf(const Object& object) {
    if (object.shape.kind != ShapeKind::framed_board) return plateOf(object);
    const Outline opening = centredRectangle(measure(object.shape, "opening_width_mm"),
                                             measure(object.shape, "opening_height_mm"));
    return shared(plateOf(object), opening);
}

Outline openOf(const Object& object) { return less(visibleOf(object), object, ZoneKind::keep_out); }

bool hasEdges(const Object& object) {
    switch (object.shape.kind) {
        case ShapeKind::spot:
        case ShapeKind::wrapped_canvas:
        case ShapeKind::cylinder:
        case ShapeKind::tapered:
            return false;
        default:
            return true;
    }
}

double edgesAreaOf(const Object& object) {
    return hasEdges(object) ? lengthOfEdges(plateOf(object)) * object.thickness_mm / 100 : 0;
}

SizeMm sizeOf(const Object& object) {
    const RectMm box = bounds(outlineOf(object.shape));
    return {box.width, box.height};
}

RectMm frontOf(const Object& object) {
    if (object.shape.kind != ShapeKind::wrapped_canvas) return bounds(outlineOf(object.shape));
    const double width = measure(object.shape, "width_mm"), height = measure(object.shape, "height_mm");
    return {-width / 2, -height / 2, width, height};
}

}  // namespace tympan
