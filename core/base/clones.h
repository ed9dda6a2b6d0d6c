#pragma once

/// Before a function: compiled for wide vectors, too, and chosen when the program starts. Its result must not
/// depend on that: whole numbers, or sums whose order is written down. Sanitizers start before clones can be
/// chosen.
#if defined(__x86_64__) && !defined(__SANITIZE_ADDRESS__) && !defined(__SANITIZE_THREAD__)
#define TYMPAN_CLONES __attribute__((target_clones("avx2", "default")))
#else
#define TYMPAN_CLONES
#endif
