#pragma once
#include <filesystem>
#include <memory>
#include <vector>

#include "core/method/measured.h"

namespace tympan {

/// The strips that were read, in the maker's record: each is there before the call returns. Throws Error
/// (output) when the record cannot be read or written.
class Strips {
  public:
    explicit Strips(const std::filesystem::path& file);
    ~Strips();

    /// `picture`: PNG of what was photographed, squared; may be empty.
    void keep(const MeasuredTransfer& strip, const std::string& picture = {});
    void erase(const std::string& id);
    /// The latest first; what cannot be read is left out.
    std::vector<MeasuredTransfer> all() const;
    std::string picture(const std::string& id) const;

  private:
    struct Data;
    std::unique_ptr<Data> data_;
};

/// The latest of some that was made for a printer, way and material; nullptr: none.
const MeasuredTransfer* latestFor(const std::vector<MeasuredTransfer>& strips, const std::string& printer,
                                  const std::string& method, const std::string& material);

}  // namespace tympan
