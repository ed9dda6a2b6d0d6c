#pragma once
#include <functional>
#include <limits>
#include <optional>

#include "core/base/random.h"
#include "core/nest/placed.h"

namespace tympan {

/// A copy of a piece in the search.
struct NestItem {
    std::size_t shape = 0;
    int container = -1;  ///< -1: nowhere
    Pose pose;
    bool locked = false;  ///< stays where it lies
    bool operator==(const NestItem&) const = default;
};

/// Pieces that lie in containers, perhaps over each other, and the search that takes them apart.
///
/// Method: guided local search over overlaps (C. Voudouris and E. Tsang 1999; for packing J. Egeblad, B.
/// Nielsen and A. Odgaard 2007). What two pieces' collision counts is its severity times a weight, which
/// grows for as long as they go on colliding; so the search fills its own dead ends. A piece that collides is
/// laid where it counts least among places sampled over the containers and about where it lies, each then
/// improved along one direction after another.
class Separation {
  public:
    Separation(const std::vector<NestShape>& shapes, std::vector<NestRoom> rooms, Turning turning,
               std::uint64_t seed);

    std::vector<NestItem> items() const;
    void set(const std::vector<NestItem>& items);
    void addRoom(NestRoom room) { rooms_.push_back(std::move(room)); }
    const std::vector<NestRoom>& rooms() const { return rooms_; }

    /// Lays an item where it collides least, weights being 1; whether that is not at all.
    bool insert(std::size_t item, const std::vector<int>& containers);
    void take(std::size_t item) { lying_[item].container = -1; }

    /// Takes apart what collides, laying items only into these containers. True when nothing collides any
    /// more; false when `enough()` says so or nothing has been gained for long.
    bool separate(const std::vector<int>& containers, const std::function<bool()>& enough);

    /// Moves an item to the left and up, or the other way round, as far as nothing is in its way.
    void settle(std::size_t item, bool up_first);
    long moves() const { return moves_; }
    /// The items that lie over others or reach out of their containers; locked ones are not asked.
    std::vector<std::size_t> colliding() const;

  private:
    struct Lying {
        int container = -1;
        bool locked = false;
        Placed placed;
    };
    bool collides(std::size_t item) const;
    double loss(std::size_t item, int container, const Placed& placed, double bound) const;
    /// How many places are looked at: all over the containers, about where it lies, with a side along
    /// another's.
    struct Samples {
        int anywhere, nearby, flush;
    };
    static constexpr Samples usual{22, 12, 16};
    static constexpr double never = std::numeric_limits<double>::infinity();
    bool search(std::size_t item, const std::vector<int>& containers, const Samples& samples);
    double improve(std::size_t item, int container, Pose& pose, double value, double step, double turn,
                   double until);
    Pose randomPose(std::size_t item, int container);
    std::optional<Pose> flushPose(std::size_t item, int container);
    bool slide(std::size_t item, bool up, double until);
    double turned(std::size_t item, double from);
    float& weight(std::size_t a, std::size_t b) {
        return weights_[std::min(a, b) * lying_.size() + std::max(a, b)];
    }
    float weight(std::size_t a, std::size_t b) const {
        return weights_[std::min(a, b) * lying_.size() + std::max(a, b)];
    }
    double reweigh();

    const std::vector<NestShape>& shapes_;
    std::vector<NestRoom> rooms_;
    Turning turning_;
    Random random_;
    std::vector<std::size_t> shape_of_;
    std::vector<Lying> lying_;
    std::vector<float> weights_;
    std::vector<float> room_weights_;
    Placed trial_;
    long moves_ = 0;
};

}  // namespace tympan
