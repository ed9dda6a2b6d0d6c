#pragma once
#include <string>

namespace tympan {

/// Starts libvips once for the process: only the seven loaders that we read, no operation cache, one thread a
/// pipeline. Safe to call from any thread, any number of times.
void startVips();

/// The reason libvips gives for its latest failure, taken and cleared in one step; one line, never empty.
std::string takeVipsError();

}  // namespace tympan
