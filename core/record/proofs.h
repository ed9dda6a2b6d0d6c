#pragma once
#include <filesystem>
#include <memory>
#include <vector>

#include "core/printer/shop_proof.h"

namespace tympan {

/// Proofs that shops made, in the maker's record: each is there before the call returns. Throws Error
/// (output) when the record cannot be read or written.
class Proofs {
  public:
    explicit Proofs(const std::filesystem::path& file);
    ~Proofs();

    /// In place of an earlier one of the same piece by the same shop. `picture`: PNG of what was
    /// photographed, squared; may be empty.
    void keep(const ShopProof& proof, const std::string& picture = {});
    void erase(const std::string& id);
    /// Of one piece of a job, the latest first; what cannot be read is left out.
    std::vector<ShopProof> of(const std::string& job, int piece) const;
    std::string picture(const std::string& id) const;

  private:
    struct Data;
    std::unique_ptr<Data> data_;
};

}  // namespace tympan
