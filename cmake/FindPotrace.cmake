# Debian's potrace library comes without a CMake or pkg-config file: an imported target Potrace::Potrace.
find_path(Potrace_INCLUDE_DIR potracelib.h)
find_library(Potrace_LIBRARY potrace)
include(FindPackageHandleStandardArgs)
find_package_handle_standard_args(Potrace REQUIRED_VARS Potrace_LIBRARY Potrace_INCLUDE_DIR)
if(Potrace_FOUND AND NOT TARGET Potrace::Potrace)
    add_library(Potrace::Potrace SHARED IMPORTED)
    set_target_properties(Potrace::Potrace PROPERTIES IMPORTED_LOCATION ${Potrace_LIBRARY}
        INTERFACE_INCLUDE_DIRECTORIES ${Potrace_INCLUDE_DIR})
endif()
