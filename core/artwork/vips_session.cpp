#include "core/artwork/vips_session.h"

#include <atomic>
#include <mutex>
#include <vips/vips8>

#include "core/base/error.h"

namespace tympan {

namespace {

std::atomic<bool> running = false;

}  // namespace

void startVips() {
    static const bool started = [] {
        // libvips reports oddities of damaged files on standard error; what matters comes back as an Error.
        for (const char* domain : {"VIPS", "GLib-GObject"})
            g_log_set_handler(
                domain, G_LOG_LEVEL_WARNING, [](const char*, GLogLevelFlags, const char*, void*) {}, nullptr);
        if (VIPS_INIT("tympan") != 0) return false;
        vips_operation_block_set("VipsForeignLoad", TRUE);
        for (const char* loader :
             {"VipsForeignLoadJpeg", "VipsForeignLoadPng", "VipsForeignLoadTiff", "VipsForeignLoadWebp",
              "VipsForeignLoadHeif", "VipsForeignLoadSvg", "VipsForeignLoadPdf"})
            vips_operation_block_set(loader, FALSE);
        vips_cache_set_max(0);
        vips_concurrency_set(1);
        running = true;
        return true;
    }();
    if (!started)
        throw Error(Error::Kind::input, "", Text("the picture library does not start"),
                    Text("reinstall libvips"));
}

void endVips() {
    if (running.exchange(false)) vips_shutdown();
}

std::string takeVipsError() {
    static std::mutex one_at_a_time;
    const std::lock_guard hold(one_at_a_time);
    char* text = vips_error_buffer_copy();
    std::string reason(text ? text : "");
    g_free(text);
    reason = reason.substr(0, reason.find('\n'));
    while (!reason.empty() && reason.back() == ' ') reason.pop_back();
    return reason.empty() ? "no reason given" : reason;
}

}  // namespace tympan
