#pragma once
#include <cstddef>
#include <type_traits>
#include <utility>

namespace tympan {

// The fields of a plain struct, without naming them: what must not forget one (the key of a cache, a test
// that changes every field) asks here. A struct is counted by how many initialisers its braces take, and
// taken apart by a structured binding of that many names. For aggregates without base classes and plain
// arrays.

namespace fields_detail {

/// Stands for an initialiser of any type; only ever looked at by the compiler.
struct Anything {
    std::size_t which;
    template <class T>
    operator T&() const&& noexcept;
    template <class T>
    operator T&() const& noexcept;
};

#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wconversion"  // nothing is converted here
template <class T, class Indices, class = void>
struct TakesSoMany : std::false_type {};
template <class T, std::size_t... I>
struct TakesSoMany<T, std::index_sequence<I...>, std::void_t<decltype(T{Anything{I}...})>> : std::true_type {
};

#pragma GCC diagnostic pop

template <class T, std::size_t N>
constexpr std::size_t countFrom() {
    static_assert(N > 0, "not a struct of known fields");
    if constexpr (TakesSoMany<T, std::make_index_sequence<N>>::value)
        return N;
    else
        return countFrom<T, N - 1>();
}

}  // namespace fields_detail

inline constexpr std::size_t most_fields = 42;

template <class T>
inline constexpr std::size_t field_count =
    fields_detail::countFrom<std::remove_cvref_t<T>, most_fields + 1>();

/// visit(field) for every field of a struct, in order; of a changeable struct the fields can be changed.
template <class T, class Visit>
void eachField(T& value, Visit&& visit) {
    const auto all = [&](auto&... field) { (visit(field), ...); };
    constexpr std::size_t n = field_count<T>;
    static_assert(n <= most_fields, "a struct of more fields than are listed here");
    if constexpr (n == 1) {
        auto& [f1] = value;
        all(f1);
    } else if constexpr (n == 2) {
        auto& [f1, f2] = value;
        all(f1, f2);
    } else if constexpr (n == 3) {
        auto& [f1, f2, f3] = value;
        all(f1, f2, f3);
    } else if constexpr (n == 4) {
        auto& [f1, f2, f3, f4] = value;
        all(f1, f2, f3, f4);
    } else if constexpr (n == 5) {
        auto& [f1, f2, f3, f4, f5] = value;
        all(f1, f2, f3, f4, f5);
    } else if constexpr (n == 6) {
        auto& [f1, f2, f3, f4, f5, f6] = value;
        all(f1, f2, f3, f4, f5, f6);
    } else if constexpr (n == 7) {
        auto& [f1, f2, f3, f4, f5, f6, f7] = value;
        all(f1, f2, f3, f4, f5, f6, f7);
    } else if constexpr (n == 8) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8);
    } else if constexpr (n == 9) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9);
    } else if constexpr (n == 10) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10);
    } else if constexpr (n == 11) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11);
    } else if constexpr (n == 12) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12);
    } else if constexpr (n == 13) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13);
    } else if constexpr (n == 14) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14);
    } else if constexpr (n == 15) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15);
    } else if constexpr (n == 16) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16);
    } else if constexpr (n == 17) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17);
    } else if constexpr (n == 18) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18);
    } else if constexpr (n == 19) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19);
    } else if constexpr (n == 20) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20] =
            value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20);
    } else if constexpr (n == 21) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20,
               f21] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21);
    } else if constexpr (n == 22) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22);
    } else if constexpr (n == 23) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23);
    } else if constexpr (n == 24) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24);
    } else if constexpr (n == 25) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25);
    } else if constexpr (n == 26) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26);
    } else if constexpr (n == 27) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27);
    } else if constexpr (n == 28) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28);
    } else if constexpr (n == 29) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29);
    } else if constexpr (n == 30) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29, f30] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29, f30);
    } else if constexpr (n == 31) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29, f30, f31] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29, f30, f31);
    } else if constexpr (n == 32) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32);
    } else if constexpr (n == 33) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33);
    } else if constexpr (n == 34) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34);
    } else if constexpr (n == 35) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35);
    } else if constexpr (n == 36) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36);
    } else if constexpr (n == 37) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36, f37] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36, f37);
    } else if constexpr (n == 38) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36, f37, f38] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36, f37, f38);
    } else if constexpr (n == 39) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36, f37, f38, f39] =
            value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36, f37, f38, f39);
    } else if constexpr (n == 40) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36, f37, f38, f39,
               f40] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36, f37, f38, f39, f40);
    } else if constexpr (n == 41) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36, f37, f38, f39, f40,
               f41] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36, f37, f38, f39, f40,
            f41);
    } else if constexpr (n == 42) {
        auto& [f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
               f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36, f37, f38, f39, f40,
               f41, f42] = value;
        all(f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11, f12, f13, f14, f15, f16, f17, f18, f19, f20, f21,
            f22, f23, f24, f25, f26, f27, f28, f29, f30, f31, f32, f33, f34, f35, f36, f37, f38, f39, f40,
            f41, f42);
    }
}

}  // namespace tympan
