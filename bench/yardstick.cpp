// The yardstick for `tympan-cli sheets`: one libvips pipeline that reads a JPEG, makes it grey (b-w), resizes
// it with Lanczos-3 to W x H and writes a TIFF with deflate level 6, on two threads.
#include <cstdio>
#include <cstdlib>
#include <vips/vips8>

int main(int argc, char** argv) {
    if (argc != 5 || VIPS_INIT(argv[0]) != 0) {
        std::fprintf(stderr, "usage: yardstick IN.jpg OUT.tif WIDTH HEIGHT\n");
        return 2;
    }
    vips_concurrency_set(2);
    const auto in =
        vips::VImage::new_from_file(argv[1], vips::VImage::option()->set("access", VIPS_ACCESS_SEQUENTIAL));
    const double x = std::atof(argv[3]) / in.width(), y = std::atof(argv[4]) / in.height();
    in.colourspace(VIPS_INTERPRETATION_B_W)
        .resize(x, vips::VImage::option()->set("vscale", y)->set("kernel", VIPS_KERNEL_LANCZOS3))
        .tiffsave(argv[2], vips::VImage::option()
                               ->set("compression", VIPS_FOREIGN_TIFF_COMPRESSION_DEFLATE)
                               ->set("level", 6));
    return 0;
}
