#include "core/record/strips.h"

#include "core/record/database.h"
#include "core/record/json_rows.h"

namespace tympan {

struct Strips::Data {
    std::filesystem::path file;
    mutable SQLite::Database record;
};

Strips::Strips(const std::filesystem::path& file) : data_(new Data{file, openRecord(file)}) {}
Strips::~Strips() = default;

void Strips::keep(const MeasuredTransfer& strip, const std::string& picture) {
    keeping(data_->file, [&] {
        SQLite::Statement put(data_->record,
                              "INSERT OR REPLACE INTO strips (id, printer, method, material, made, strip, "
                              "picture) VALUES (?, ?, ?, ?, ?, ?, ?)");
        put.bind(1, strip.id);
        put.bind(2, strip.printer);
        put.bind(3, strip.method);
        put.bind(4, strip.material);
        put.bind(5, static_cast<std::int64_t>(strip.made));
        put.bind(6, jsonText(toJson(strip)));
        put.bind(7, picture.data(), static_cast<int>(picture.size()));
        put.exec();
    });
}

void Strips::erase(const std::string& id) {
    keeping(data_->file, [&] {
        SQLite::Statement gone(data_->record, "DELETE FROM strips WHERE id = ?");
        gone.bind(1, id);
        gone.exec();
    });
}

std::vector<MeasuredTransfer> Strips::all() const {
    return keeping(data_->file, [&] {
        return readableRows(data_->record, "SELECT strip FROM strips ORDER BY made DESC, id", "a strip",
                            [](JsonReader reader) { return readMeasured(reader); });
    });
}

std::string Strips::picture(const std::string& id) const {
    return keeping(data_->file, [&] {
        SQLite::Statement one(data_->record, "SELECT picture FROM strips WHERE id = ?");
        one.bind(1, id);
        return one.executeStep() ? one.getColumn(0).getString() : std::string();
    });
}

const MeasuredTransfer* latestFor(const std::vector<MeasuredTransfer>& strips, const std::string& printer,
                                  const std::string& method, const std::string& material) {
    const MeasuredTransfer* latest = nullptr;
    for (const MeasuredTransfer& strip : strips)
        if (strip.printer == printer && strip.method == method && strip.material == material &&
            (!latest || strip.made > latest->made))
            latest = &strip;
    return latest;
}

}  // namespace tympan
