#pragma once
#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

namespace tympan {

/// Where the members and elements of a JSON text stand, for saying on which line something is wrong; the
/// parser itself does not tell. Reads the text once. Elements that are plain numbers are not noted.
class JsonLines {
  public:
    explicit JsonLines(std::string_view text);
    /// The line (from 1) on which the value at this path stands; that of the last part that could be followed
    /// when it is missing.
    int of(const std::vector<std::string>& path) const;
    /// The line of a place in the text.
    int at(std::size_t place) const;
    /// The same without noting anything else of the text, however deep it is.
    static int lineAt(std::string_view text, std::size_t place);

  private:
    std::vector<std::size_t> ends_;                        ///< of lines
    std::unordered_map<std::string, std::size_t> places_;  ///< by path, its parts one after the other
};

}  // namespace tympan
