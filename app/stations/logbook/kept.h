#pragma once
#include <QString>
#include <filesystem>
#include <functional>
#include <memory>

#include "app/words/words.h"
#include "core/base/error.h"

namespace tympan::app {

/// A part of the maker's record: opened when it is first wanted; what it says against something is told.
template <class Store>
class Kept {
  public:
    Kept(std::filesystem::path record, std::function<void(const QString&)> failed)
        : record_(std::move(record)), failed_(std::move(failed)) {}

    /// Does something with it. Whether it could be done.
    template <class Work>
    bool tried(Work work) {
        try {
            if (!store_) store_ = std::make_unique<Store>(record_);
            work(*store_);
            return true;
        } catch (const Error& error) {
            failed_(text(error.words()));
            return false;
        }
    }

  private:
    std::filesystem::path record_;
    std::function<void(const QString&)> failed_;
    std::unique_ptr<Store> store_;
};

}  // namespace tympan::app
