#pragma once
#include "core/base/data_folder.h"
#include "core/record/database.h"

namespace tympan::tests {

/// What other tests of this program made is none of a station's own: gone before its window learns from it.
struct EmptyRecord {
    EmptyRecord() {
        SQLite::Database record = openRecord(recordFile());
        for (const char* table : {"events", "references_", "runs", "pictures", "entry_words", "entries",
                                  "strips", "supplies", "swabs", "proofs"})
            record.exec(std::string("DELETE FROM ") + table);
    }
};

}  // namespace tympan::tests
