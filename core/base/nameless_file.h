#pragma once
#include <span>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace tympan {

/// A file without a name: nobody else finds it, and it goes with its last owner.
class NamelessFile {
  public:
    /// `on_disk`: for what may not fit memory. Throws Error (output) when there is no room.
    static NamelessFile make(bool on_disk = false);
    static NamelessFile of(std::span<const unsigned char> bytes);
    explicit NamelessFile(int handle) : handle_(handle) {}
    ~NamelessFile();
    NamelessFile(NamelessFile&& other) noexcept : handle_(std::exchange(other.handle_, -1)) {}
    NamelessFile& operator=(NamelessFile&&) = delete;

    int handle() const { return handle_; }
    std::size_t size() const;
    std::vector<unsigned char> bytes() const;
    /// Where the first of `bytes` then stands. Throws Error (output).
    std::size_t append(std::string_view bytes);
    /// Fewer bytes than asked where the file ends.
    std::string part(std::size_t from, std::size_t length) const;

  private:
    int handle_;
};

/// Throws the Error (output) of a file without a name, for a reason as in errno.
[[noreturn]] void failNoRoomMeanwhile(int reason);

}  // namespace tympan
