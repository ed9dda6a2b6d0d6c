#pragma once
#include <chrono>
#include <cstdint>
#include <functional>
#include <optional>
#include <set>
#include <tuple>

#include "core/nest/nest.h"
#include "core/nest/separation.h"

namespace tympan {

/// One search for a problem: what it has found, and the rounds that better it. See nest.h.
class NestSearch {
  public:
    /// All three must outlive it. Throws Error (input) for a container without any room.
    NestSearch(const NestProblem& problem, const NestLimits& limits, const Progress& progress);

    /// Until its time is up, nothing is left to gain, or it is stopped; `better` is told of each better
    /// layout.
    void run(const std::function<void()>& better);
    NestLayout layout() const;

  private:
    using Clock = std::chrono::steady_clock;

    void addItem(std::size_t shape, int copy);
    void layAt(const NestPlaces& places, bool locked);

    bool over() const;
    void told() const;
    void sayHowFar() const;
    int containers() const;
    /// Whether it has no place but might find one.
    bool homeless(const NestItem& item) const;
    bool anyHomeless() const;
    bool anyLocked(int container) const;
    bool isFirst(std::size_t item) const { return problem_.pieces[best_[item].shape].first; }
    double areaOfItem(std::size_t item) const { return shapes_[best_[item].shape].area; }
    /// Of what lies in a container; in all of them: -1.
    double areaOf(int container) const;
    /// What a layout costs: what has no place; containers; how far the last is filled.
    std::tuple<double, int, double> costs() const;
    /// How far the last container is filled, across and down.
    SizeMm lastExtent() const;
    /// Containers that are wider than high are filled and pressed across, others down.
    bool fillsDown() const { return room_.box().height >= room_.box().width; }
    bool fewerArePossible() const;
    std::vector<NestRoom> rooms(int count) const;
    /// Containers 0 to count - 1.
    static std::vector<int> upTo(int count);
    std::uint64_t nextSeed() { return limits_.seed * 1000003U + ++seeds_; }

    /// By several rules, some on each core; the best of them.
    void layFirst();
    /// Where plain rows and columns take no more of the paper, they stand in place of what was found.
    void tidyUp();
    /// All pieces in rows, tallest first, none turned but all by `rotation_deg`; nothing when one fits no
    /// empty container, or there are more than there may be.
    std::optional<std::vector<NestItem>> inRows(const RectMm& room, double rotation_deg) const;
    /// Spare copies, the largest first, wherever they lie free in a container that is used already.
    void fillWithSpares();

    /// Tries the same on both cores from different seeds; the items of whichever managed it.
    std::optional<std::vector<NestItem>> attempt(
        const std::function<bool(Separation&, const std::function<bool()>& enough)>& work,
        const std::function<std::vector<NestRoom>()>& rooms);
    /// What begins over each other, or without a place, is taken apart; whether that was managed.
    bool takeApart();
    /// The pieces of the emptiest container over those in the others, and all taken apart. False when none
    /// can be given up.
    bool giveOneUp();
    /// A piece of the emptiest container into another one, where it is taken apart with what lies there, or
    /// in exchange for a smaller one; two such on both cores. The emptiest becomes the last. False when there
    /// is none to try.
    bool lighten();
    struct Exchange {
        std::size_t in = 0;              ///< goes from the emptiest container
        std::optional<std::size_t> out;  ///< comes there instead
        int container = 0;
    };
    /// One by chance that does not fill the container over and over.
    std::optional<Exchange> someExchange(int emptiest);
    struct Tried {
        std::vector<std::pair<std::size_t, NestItem>> lying;  ///< by item; none if it was not managed
        long moves = 0;
    };
    /// `most_moves`: if not 0, it ends after so many.
    Tried tried(const Exchange& exchange, int emptiest, std::uint64_t seed, long most_moves) const;
    /// The container with least in it, of those that hold something and in which nothing is locked.
    std::optional<int> emptiest() const;
    /// Pieces without a place are laid over the others, and all taken apart: one of them, or all, or one in
    /// exchange for a smaller one, so that what is left without a place shrinks.
    bool placeMore();
    /// One that lies somewhere, of between a third and all of another's area; for one that gets its place
    /// first any that does not.
    std::optional<std::size_t> smallerThan(std::size_t item);
    /// Less of the last container, across its longer side: what then reaches out is taken apart among all.
    bool pressLast();

    const NestProblem& problem_;
    const NestLimits& limits_;
    const Progress& progress_;
    NestRoom room_;
    Random random_;
    Clock::time_point end_, last_;  ///< of the search; of all, spares among it
    std::vector<NestShape> shapes_;
    std::vector<NestItem> best_;
    std::vector<int> copy_;
    std::set<std::size_t> spare_without_;
    std::set<std::size_t> too_large_;  ///< shapes for which an empty container had no place
    int most_ = 1;
    int fewest_ = 0;  ///< containers up to the last in which a piece is locked
    int rounds_without_ = 0, exchanges_without_ = 0;
    double cut_;  ///< how much of the last container is pressed away at once
    std::uint64_t seeds_ = 0;
    long moves_ = 0;
    std::function<void()> better_;
};

}  // namespace tympan
