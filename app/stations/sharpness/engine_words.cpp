#include "app/stations/sharpness/engine_words.h"

#include <QCoreApplication>

namespace tympan::app {

namespace {

QString tr(const char* text) { return QCoreApplication::translate("Sharpness", text); }

constexpr double known_scale = 4;

}  // namespace

QString engineName(Engine engine) {
    switch (engine) {
        case Engine::automatic:
            return tr("by itself");
        case Engine::smooth:
            return tr("smooth");
        case Engine::photo:
            return tr("photograph");
        case Engine::drawing:
            return tr("drawing");
        case Engine::redraw:
            return tr("as curves");
    }
    return {};
}

QString engineTip(Engine engine) {
    switch (engine) {
        case Engine::automatic:
            return tr("Looks at the picture and chooses; nothing where there are pixels enough.");
        case Engine::smooth:
            return tr("Nothing is added: between the pixels it is even.");
        case Engine::photo:
            return tr("Adds what photographs usually have between their pixels.");
        case Engine::drawing:
            return tr("Adds the edges that drawings and lettering usually have, and keeps flat paper clean.");
        case Engine::redraw:
            return tr("Draws one ink again as outlines, sharp at any size. For clean lines and lettering.");
    }
    return {};
}

QString engineReason(const Enlarged& enlarged) {
    switch (enlarged.reason) {
        case Reason::asked:
            return {};
        case Reason::drawing_is_sharp:
            return tr("The file is a drawing of lines: sharp at any size.");
        case Reason::enough_pixels:
            return tr("There are pixels enough: more would not be seen.");
        case Reason::line_art:
            return tr("Taken for a drawing: one ink on paper.");
        case Reason::flat_colours:
            return tr("Taken for a drawing: flat colours.");
        case Reason::photograph:
            return tr("Taken for a photograph: greys everywhere.");
    }
    return {};
}

QString engineLimits(const Enlarged& enlarged, double scale) {
    if (enlarged.engine == Engine::redraw)
        return tr("Greys are gone: each place is ink or bare. Look closely at small letters.");
    if (enlarged.doublings == 0) return {};
    const QString guess =
        tr("What it adds is a good guess, not what was there: a face or small lettering may come out wrong.");
    return scale > known_scale
               ? guess + QLatin1Char(' ') + tr("Beyond four times it knows nothing; the rest is smooth.")
               : guess;
}

}  // namespace tympan::app
