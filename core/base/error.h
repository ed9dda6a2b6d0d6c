#pragma once
#include <stdexcept>
#include <string>

#include "core/base/text.h"

namespace tympan {

/// Something a person can cause and can mend. Carries what is wrong, where, and what to do, as plain
/// sentences without a full stop.
class Error : public std::runtime_error {
  public:
    enum class Kind { usage, input, output, stopped };

    Error(Kind kind, std::string file, Text wrong, Text remedy);

    Kind kind() const { return kind_; }
    const std::string& file() const { return file_; }
    const Text& wrong() const { return wrong_; }
    const Text& remedy() const { return remedy_; }
    /// "FILE: what is wrong; what to do". `what()` is the same in English, for the command line and the log.
    Text words() const;

  private:
    Kind kind_;
    std::string file_;
    Text wrong_, remedy_;
};

/// The person asked a long computation to stop. Nothing was written.
[[noreturn]] void throwStopped();

}  // namespace tympan
