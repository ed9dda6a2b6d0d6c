# One way to make every target of ours: the same standard, the same warnings, the same sanitizers.

set(TYMPAN_SANITIZE "" CACHE STRING "Sanitizers for -fsanitize=, for example address,undefined")

add_library(tympan_rules INTERFACE)
target_compile_options(tympan_rules INTERFACE -Wall -Wextra -Wconversion -Werror -ffp-contract=off)
# GCC 12 takes the inactive member of a copied std::variant for an uninitialised one.
if(CMAKE_CXX_COMPILER_ID STREQUAL "GNU")
    target_compile_options(tympan_rules INTERFACE -Wno-maybe-uninitialized)
endif()
# Some packages ask for it, others not; a precompiled header must be compiled as what uses it.
target_compile_options(tympan_rules INTERFACE -pthread)
target_include_directories(tympan_rules INTERFACE ${CMAKE_SOURCE_DIR})
if(TYMPAN_SANITIZE)
    target_compile_options(tympan_rules INTERFACE -fsanitize=${TYMPAN_SANITIZE} -fno-omit-frame-pointer
                                                  -fno-sanitize-recover=undefined)
    target_link_options(tympan_rules INTERFACE -fsanitize=${TYMPAN_SANITIZE})
endif()

# tympan_library(NAME FOLDERS ... USES ...): a folder of core as a library target tympan_NAME, of all its sources. FOLDERS are
# those of core that it includes, USES are packages.
function(tympan_library name)
    cmake_parse_arguments(arg "" "" "FOLDERS;USES" ${ARGN})
    file(GLOB sources CONFIGURE_DEPENDS ${CMAKE_CURRENT_SOURCE_DIR}/${name}/*.cpp)
    add_library(tympan_${name} STATIC ${sources})
    list(TRANSFORM arg_FOLDERS PREPEND tympan_)
    target_link_libraries(tympan_${name} PUBLIC tympan_rules ${arg_FOLDERS} ${arg_USES})
    if(NOT name STREQUAL "base")
        target_precompile_headers(tympan_${name} REUSE_FROM tympan_base)
    endif()
endfunction()
