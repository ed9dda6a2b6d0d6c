// Makes the benchmark's source: a 24-megapixel JPEG (6000 x 4000) with the detail and noise of a photograph,
// from a fixed seed: several octaves of smooth noise, edges, and a little grain.
#include <cstdio>
#include <vips/vips8>

using vips::VImage;

int main(int argc, char** argv) {
    if (argc != 2 || VIPS_INIT(argv[0]) != 0) {
        std::fprintf(stderr, "usage: make-photograph FILE.jpg\n");
        return 2;
    }
    const int width = 6000, height = 4000;
    VImage sum = VImage::black(width, height);
    for (int octave = 0; octave < 6; ++octave) {
        const int cell = 1600 >> octave;
        const VImage noise =
            VImage::perlin(width, height, VImage::option()->set("cell_size", cell)->set("seed", 11 + octave));
        sum = sum + noise * (90.0 / (1 << octave));
    }
    // Edges: the sign of a broad noise makes two regions of different lightness.
    const VImage regions =
        VImage::perlin(width, height, VImage::option()->set("cell_size", 900)->set("seed", 5)) > 0;
    sum = sum + regions.cast(VIPS_FORMAT_FLOAT) * (40.0 / 255) + 110;
    const VImage grain =
        VImage::gaussnoise(width, height, VImage::option()->set("sigma", 4.0)->set("seed", 3));
    const VImage grey = sum + grain;
    const VImage picture = grey.bandjoin({grey * 0.92 + 6, grey * 0.8 + 18})
                               .cast(VIPS_FORMAT_UCHAR)
                               .copy(VImage::option()->set("interpretation", VIPS_INTERPRETATION_sRGB));
    picture.jpegsave(argv[1], VImage::option()->set("Q", 90));
    return 0;
}
