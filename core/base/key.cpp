#include "core/base/key.h"

#include <openssl/sha.h>

namespace tympan {

Key KeyBytes::key() const {
    Key key{std::string(SHA256_DIGEST_LENGTH, '\0')};
    SHA256(reinterpret_cast<const unsigned char*>(bytes_.data()), bytes_.size(),
           reinterpret_cast<unsigned char*>(key.digest.data()));
    return key;
}

}  // namespace tympan
