#pragma once
#include <stdexcept>
#include <string>

namespace tympan {

/// Something a person can cause and can mend. Carries what is wrong, where, and what to do, as plain
/// sentences without a full stop; `what()` joins them: "FILE: what is wrong; what to do".
class Error : public std::runtime_error {
  public:
    enum class Kind { usage, input, output, stopped };

    Error(Kind kind, std::string file, std::string wrong, std::string remedy);

    Kind kind() const { return kind_; }
    const std::string& file() const { return file_; }
    const std::string& wrong() const { return wrong_; }
    const std::string& remedy() const { return remedy_; }

  private:
    Kind kind_;
    std::string file_, wrong_, remedy_;
};

/// The person asked a long computation to stop. Nothing was written.
[[noreturn]] void throwStopped();

}  // namespace tympan
