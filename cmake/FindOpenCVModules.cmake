# Debian's single OpenCV modules come without a CMake configuration: one imported target OpenCV::<module> for each.
find_path(OpenCVModules_INCLUDE_DIR opencv2/core.hpp PATH_SUFFIXES opencv4)
foreach(module ${OpenCVModules_FIND_COMPONENTS})
    find_library(OpenCVModules_${module}_LIBRARY opencv_${module})
    if(OpenCVModules_${module}_LIBRARY AND OpenCVModules_INCLUDE_DIR)
        set(OpenCVModules_${module}_FOUND TRUE)
        if(NOT TARGET OpenCV::${module})
            add_library(OpenCV::${module} SHARED IMPORTED)
            set_target_properties(OpenCV::${module} PROPERTIES
                IMPORTED_LOCATION ${OpenCVModules_${module}_LIBRARY}
                INTERFACE_INCLUDE_DIRECTORIES ${OpenCVModules_INCLUDE_DIR}
                INTERFACE_SYSTEM_INCLUDE_DIRECTORIES ${OpenCVModules_INCLUDE_DIR})
        endif()
    endif()
endforeach()
include(FindPackageHandleStandardArgs)
find_package_handle_standard_args(OpenCVModules REQUIRED_VARS OpenCVModules_INCLUDE_DIR HANDLE_COMPONENTS)
