#include "app/words/engine_words.h"

#include <QCoreApplication>

namespace tympan::app {

namespace {

struct SharpnessText {
    Q_DECLARE_TR_FUNCTIONS(Sharpness)
};

constexpr double known_scale = 4;

}  // namespace

QString engineName(Engine engine) {
    switch (engine) {
        case Engine::automatic:
            return SharpnessText::tr("by itself");
        case Engine::smooth:
            return SharpnessText::tr("smooth");
        case Engine::photo:
            return SharpnessText::tr("photograph");
        case Engine::drawing:
            return SharpnessText::tr("drawing");
        case Engine::redraw:
            return SharpnessText::tr("as curves");
    }
    return {};
}

QString engineTip(Engine engine) {
    switch (engine) {
        case Engine::automatic:
            return SharpnessText::tr(
                "Looks at the picture and chooses; nothing where there are pixels enough.");
        case Engine::smooth:
            return SharpnessText::tr("Nothing is added: between the pixels it is even.");
        case Engine::photo:
            return SharpnessText::tr("Adds what photographs usually have between their pixels.");
        case Engine::drawing:
            return SharpnessText::tr(
                "Adds the edges that drawings and lettering usually have, and keeps flat paper clean.");
        case Engine::redraw:
            return SharpnessText::tr(
                "Draws one ink again as outlines, sharp at any size. For clean lines and lettering.");
    }
    return {};
}

QString engineReason(const Enlarged& enlarged) {
    switch (enlarged.reason) {
        case Reason::asked:
            return {};
        case Reason::drawing_is_sharp:
            return SharpnessText::tr("The file is a drawing of lines: sharp at any size.");
        case Reason::enough_pixels:
            return SharpnessText::tr("There are pixels enough: more would not be seen.");
        case Reason::line_art:
            return SharpnessText::tr("Taken for a drawing: one ink on paper.");
        case Reason::flat_colours:
            return SharpnessText::tr("Taken for a drawing: flat colours.");
        case Reason::photograph:
            return SharpnessText::tr("Taken for a photograph: greys everywhere.");
    }
    return {};
}

QString engineLimits(const Enlarged& enlarged, double scale) {
    if (enlarged.engine == Engine::redraw)
        return SharpnessText::tr("Greys are gone: each place is ink or bare. Look closely at small letters.");
    if (enlarged.doublings == 0) return {};
    const QString guess = SharpnessText::tr(
        "What it adds is a good guess, not what was there: a face or small lettering may come out wrong.");
    return scale > known_scale
               ? guess + QLatin1Char(' ') +
                     SharpnessText::tr("Beyond four times it knows nothing; the rest is smooth.")
               : guess;
}

}  // namespace tympan::app
