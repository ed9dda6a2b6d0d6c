#include "cli/say.h"

#include <atomic>
#include <cerrno>
#include <cstring>

#include <fcntl.h>
#include <fmt/format.h>
#include <unistd.h>

#include "core/base/error.h"

namespace tympan::cli {

namespace {

int own_stream = STDERR_FILENO;
constexpr std::size_t most_said = 10;

bool writeAll(int stream, std::string_view text) {
    while (!text.empty()) {
        const ssize_t written = ::write(stream, text.data(), text.size());
        if (written < 0 && errno == EINTR) continue;
        if (written <= 0) return false;
        text.remove_prefix(static_cast<std::size_t>(written));
    }
    return true;
}

}  // namespace

void keepStandardError() {
#if !defined(__SANITIZE_ADDRESS__) && !defined(__SANITIZE_THREAD__)  // sanitizers report on the stream itself
    const int own = ::fcntl(STDERR_FILENO, F_DUPFD_CLOEXEC, 3),
              nothing = ::open("/dev/null", O_WRONLY | O_CLOEXEC);
    if (own >= 0 && nothing >= 0 && ::dup2(nothing, STDERR_FILENO) >= 0) own_stream = own;
    if (nothing >= 0) ::close(nothing);
#endif
}

std::string withoutControls(std::string text) {
    for (char& c : text)
        if (static_cast<unsigned char>(c) < ' ' || c == 127) c = ' ';
    return text;
}

void say(const std::string& sentence) {
    writeAll(own_stream, withoutControls("tympan-cli: " + sentence) + "\n");
}

void sayFew(const std::vector<std::string>& sentences) {
    for (std::size_t i = 0; i < std::min(most_said, sentences.size()); ++i) say(sentences[i]);
    if (sentences.size() > most_said)
        say(fmt::format("and {} more such things", sentences.size() - most_said));
}

Progress progressLine() {
    if (!isatty(own_stream)) return {};
    return {{}, [shown = std::make_shared<std::atomic<int>>(-1)](double fraction) {
                const int percent = static_cast<int>(100 * fraction);
                if (shown->exchange(percent) == percent) return;
                writeAll(own_stream, fmt::format("\r{:3} %{}", percent, percent >= 99 ? "\r      \r" : ""));
            }};
}

void print(const std::string& text) {
    if (!writeAll(STDOUT_FILENO, text))
        throw Error(Error::Kind::output, "standard output",
                    Text("cannot be written ({reason})", {{"reason", std::string(std::strerror(errno))}}),
                    Text("send it to a file where there is room"));
}

}  // namespace tympan::cli
