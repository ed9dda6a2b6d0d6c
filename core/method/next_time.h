#pragma once
#include "core/base/json_reader.h"
#include "core/method/method.h"

namespace tympan {

/// What a maker resolved to do otherwise next time, as a change of a way of transfer.
struct NextTime {
    enum class Change {
        said,     ///< nothing but the words, to be read when the step comes
        coats,    ///< so many coats more
        wait,     ///< it waits so long, minutes
        also,     ///< a step that is a choice is done
        without,  ///< a step is not done
    };
    std::string words;
    std::string step = {};  ///< where it belongs; empty: it is only remembered
    Change change = Change::said;
    double value = 0;
    bool operator==(const NextTime&) const = default;
};
std::string_view name(NextTime::Change change);

/// What can be changed about a step: its words are always said; coats where it is a coat, how long where it
/// waits, and so on. What the transfer itself is (printing, laying, pressing, soaking, rubbing) is never left
/// out.
std::vector<NextTime::Change> changesOf(const Step& step);
/// Whether a way has that step, and it can be changed so.
bool canTake(const Method& method, const NextTime& next);
/// The way with the change in it, and its words where the step is read. What it cannot take leaves it as it
/// is.
Method withNextTime(Method method, const NextTime& next);

/// What was answered when a resolution was offered for a piece.
struct Answer {
    std::string words;
    bool taken = false;
    bool operator==(const Answer&) const = default;
};

nlohmann::json toJson(const NextTime& next);
/// Throws Error (input), as the next does.
NextTime readNextTime(JsonReader reader);
nlohmann::json toJson(const Answer& answer);
Answer readAnswer(JsonReader& reader);

}  // namespace tympan
