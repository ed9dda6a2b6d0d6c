#pragma once
#include <filesystem>
#include <opencv2/core.hpp>

#include "core/base/language.h"
#include "core/record/log_entry.h"
#include "core/time/time_zone.h"

namespace tympan {

// What of the logbook is printed on paper: CV_8UC3 RGB pictures, words of the entry.

/// Pictures of a piece; those that there are none of are empty.
struct PiecePictures {
    cv::Mat planned, before, after;
};

/// All that the logbook has of a piece, on a page (or several) of its own. Throws Error (output).
void writePiecePage(const Language& say, const std::filesystem::path& file, const LogEntry& entry,
                    const PiecePictures& pictures, const TimeZone& zone);

/// A card of A6 for whoever gets a piece.
struct ReceiverCard {
    cv::Mat picture;
    std::string title, made_of, care;
    std::string wash_from;  ///< a day; empty: it is not washed, or that is not known
    double grams = 0;       ///< 0: not weighed
    std::string maker;      ///< empty unless the maker wants it there
    std::string rights;     ///< of the picture
};

/// What is known of a piece, with a care that the maker may change: ours, by what it is made of. No maker.
ReceiverCard receiverCardOf(const Language& say, const LogEntry& entry, const TimeZone& zone);

void writeReceiverCard(const Language& say, const std::filesystem::path& file, const ReceiverCard& card,
                       long long created);

}  // namespace tympan
