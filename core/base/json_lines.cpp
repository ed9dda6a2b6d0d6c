#include "core/base/json_lines.h"

#include <algorithm>

namespace tympan {

namespace {

constexpr char between = '\x1f';  // two parts of a path

/// An object or list that is open while the text is walked through.
struct Open {
    bool object;
    std::size_t path_size;  ///< of the path up to it
    int index = 0;          ///< of the element that comes next
    bool wants_key = true;  ///< in an object: a key comes before a value
};

}  // namespace

JsonLines::JsonLines(std::string_view text) {
    std::string path;
    std::vector<Open> open;
    const auto begins = [&](std::size_t at) {
        // A value inside a list is known by its place; inside an object its key is in the path already.
        if (open.empty()) return;
        if (!open.back().object) {
            path.resize(open.back().path_size);
            path += between + std::to_string(open.back().index++);
        }
        places_.emplace(path, at);
    };
    const auto text_at = [&](std::size_t& at) {
        std::string value;
        for (++at; at < text.size() && text[at] != '"'; ++at) {
            if (text[at] == '\\') ++at;
            if (at < text.size()) value += text[at];
        }
        return value;
    };
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (c == '\n') {
            ends_.push_back(i);
        } else if (c == '{' || c == '[') {
            begins(i);
            open.push_back({c == '{', path.size()});
        } else if (c == '}' || c == ']') {
            if (open.empty()) return;
            path.resize(open.back().path_size);
            open.pop_back();
        } else if (c == '"') {
            const std::size_t from = i;
            const std::string value = text_at(i);
            if (!open.empty() && open.back().object && open.back().wants_key) {
                path.resize(open.back().path_size);
                path += between + value;
                open.back().wants_key = false;
            } else {
                begins(from);
            }
        } else if (c == ',') {
            if (!open.empty()) open.back().wants_key = true;
        } else if (c != ' ' && c != '\t' && c != '\r' && c != ':' && !open.empty()) {
            // A number or a word: noted in objects, only counted in lists.
            if (open.back().object)
                begins(i);
            else
                ++open.back().index;
            while (i + 1 < text.size() &&
                   std::string_view(",]} \t\r\n").find(text[i + 1]) == std::string_view::npos)
                ++i;
        }
    }
}

int JsonLines::at(std::size_t place) const {
    return 1 + static_cast<int>(std::lower_bound(ends_.begin(), ends_.end(), place) - ends_.begin());
}

int JsonLines::lineAt(std::string_view text, std::size_t place) {
    const auto end = text.begin() + static_cast<std::ptrdiff_t>(std::min(place, text.size()));
    return 1 + static_cast<int>(std::count(text.begin(), end, '\n'));
}

int JsonLines::of(const std::vector<std::string>& path) const {
    std::string joined;
    std::size_t place = 0;
    for (const std::string& part : path) {
        joined += between + part;
        const auto found = places_.find(joined);
        if (found == places_.end()) break;
        place = found->second;
    }
    return at(place);
}

}  // namespace tympan
