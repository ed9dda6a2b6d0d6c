#pragma once
#include <string>
#include <vector>

#include "core/base/progress.h"

namespace tympan::cli {

// The two streams. Standard error carries our own sentences, each on one whole line, and a progress line on a
// terminal; what libraries have to say of damaged files would stand between them and is not let through.

/// From now on only `say` and progress write to standard error. Called once, first.
void keepStandardError();

/// Words of files on one line of a terminal: what would steer it is a space.
std::string withoutControls(std::string text);

/// One line on standard error, whatever the sentence holds.
void say(const std::string& sentence);
/// At most ten of them, and how many more there are.
void sayFew(const std::vector<std::string>& sentences);

/// A progress line on a terminal; nothing in a pipe.
Progress progressLine();

/// Writes to standard output, whole. Throws Error (output) where it does not take it.
void print(const std::string& text);

}  // namespace tympan::cli
