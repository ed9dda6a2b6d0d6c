#include "core/base/error.h"

#include <utility>

namespace tympan {

namespace {

std::string sentence(const std::string& file, const std::string& wrong, const std::string& remedy) {
    std::string text = file.empty() ? wrong : file + ": " + wrong;
    return remedy.empty() ? text : text + "; " + remedy;
}

}  // namespace

Error::Error(Kind kind, std::string file, std::string wrong, std::string remedy)
    : std::runtime_error(sentence(file, wrong, remedy)),
      kind_(kind),
      file_(std::move(file)),
      wrong_(std::move(wrong)),
      remedy_(std::move(remedy)) {}

void throwStopped() { throw Error(Error::Kind::stopped, "", "stopped", "nothing was written"); }

}  // namespace tympan
