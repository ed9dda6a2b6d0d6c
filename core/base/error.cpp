#include "core/base/error.h"

#include <utility>

#include "core/base/language.h"

namespace tympan {

namespace {

Text joined(const std::string& file, const Text& wrong, const Text& remedy) {
    const Text sentence = remedy.empty() ? wrong : Text::listed({wrong, remedy}, "; ");
    return file.empty() ? sentence : Text::listed({Text::verbatim(file), sentence}, ": ");
}

}  // namespace

Error::Error(Kind kind, std::string file, Text wrong, Text remedy)
    : std::runtime_error(inEnglish(joined(file, wrong, remedy))),
      kind_(kind),
      file_(std::move(file)),
      wrong_(std::move(wrong)),
      remedy_(std::move(remedy)) {}

Text Error::words() const { return joined(file_, wrong_, remedy_); }

void throwStopped() { throw Error(Error::Kind::stopped, "", Text("stopped"), Text("nothing was written")); }

}  // namespace tympan
