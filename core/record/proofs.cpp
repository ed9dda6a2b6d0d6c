#include "core/record/proofs.h"

#include "core/record/database.h"
#include "core/record/json_rows.h"

namespace tympan {

struct Proofs::Data {
    std::filesystem::path file;
    mutable SQLite::Database record;
};

Proofs::Proofs(const std::filesystem::path& file) : data_(new Data{file, openRecord(file)}) {}
Proofs::~Proofs() = default;

void Proofs::keep(const ShopProof& proof, const std::string& picture) {
    keeping(data_->file, [&] {
        SQLite::Transaction all(data_->record);
        SQLite::Statement before(data_->record,
                                 "DELETE FROM proofs WHERE job = ? AND piece = ? AND shop = ?");
        before.bind(1, proof.job);
        before.bind(2, proof.piece);
        before.bind(3, proof.shop);
        before.exec();
        SQLite::Statement put(data_->record,
                              "INSERT OR REPLACE INTO proofs (id, job, piece, shop, made, proof, picture) "
                              "VALUES (?, ?, ?, ?, ?, ?, ?)");
        put.bind(1, proof.id);
        put.bind(2, proof.job);
        put.bind(3, proof.piece);
        put.bind(4, proof.shop);
        put.bind(5, static_cast<std::int64_t>(proof.made));
        put.bind(6, jsonText(toJson(proof)));
        put.bind(7, picture.data(), static_cast<int>(picture.size()));
        put.exec();
        all.commit();
    });
}

void Proofs::erase(const std::string& id) {
    keeping(data_->file, [&] {
        SQLite::Statement gone(data_->record, "DELETE FROM proofs WHERE id = ?");
        gone.bind(1, id);
        gone.exec();
    });
}

std::vector<ShopProof> Proofs::of(const std::string& job, int piece) const {
    return keeping(data_->file, [&] {
        std::vector<ShopProof> found;
        for (ShopProof& each :
             readableRows(data_->record, "SELECT proof FROM proofs ORDER BY made DESC, rowid DESC", "a proof",
                          readShopProof))
            if (each.job == job && each.piece == piece) found.push_back(std::move(each));
        return found;
    });
}

std::string Proofs::picture(const std::string& id) const {
    return keeping(data_->file, [&] {
        SQLite::Statement one(data_->record, "SELECT picture FROM proofs WHERE id = ?");
        one.bind(1, id);
        return one.executeStep() ? one.getColumn(0).getString() : std::string();
    });
}

}  // namespace tympan
