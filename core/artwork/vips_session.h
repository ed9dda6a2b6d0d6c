#pragma once
#include <string>

namespace tympan {

/// Starts libvips once for the process: only the seven loaders that we read, no operation cache, one thread a
/// pipeline. Safe to call from any thread, any number of times.
void startVips();

/// Ends the threads that libvips keeps for its next picture, if it was started. The last thing that a program
/// does with pictures: a leak check at the end of a process is felled by threads that end while it looks.
void endVips();

/// The reason libvips gives for its latest failure, taken and cleared in one step; one line, never empty.
std::string takeVipsError();

}  // namespace tympan
