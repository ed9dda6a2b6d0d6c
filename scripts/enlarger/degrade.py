"""What the web does to a picture: shrinking of every kind, blur, earlier enlarging, compression, noise, dust.

`degrade` is a pure function of a crop and a random generator. `shrink` and `jpeg` are also what evaluate.py uses.
"""
import io

import numpy as np
from PIL import Image


def _resized(picture, size, how):
    return np.asarray(Image.fromarray(picture).resize(size, how))


def shrink(picture, scale, how):
    """A picture shrunk by a whole number. 'clean' is bicubic with its support widened (no aliasing)."""
    height, width = picture.shape
    size = (width // scale, height // scale)
    picture = picture[:size[1] * scale, :size[0] * scale]
    if how == "aliased":
        return picture[::scale, ::scale].copy()
    if how == "aliased-late":  # the other corner of each block: some programs sample there
        return picture[scale // 2::scale, scale // 2::scale].copy()
    return _resized(picture, size, {"clean": Image.BICUBIC, "box": Image.BOX, "lanczos": Image.LANCZOS,
                                    "bilinear": Image.BILINEAR}[how])


def blurred(picture, sigma):
    """Gaussian blur, reflected at the border, rounded to 8 bits."""
    reach = max(1, int(np.ceil(3.5 * sigma)))
    at = np.arange(-reach, reach + 1)
    weights = np.exp(-at**2 / (2 * sigma**2))
    weights /= weights.sum()
    soft = picture.astype(np.float64)
    for axis in (0, 1):
        pad = [(reach, reach) if a == axis else (0, 0) for a in (0, 1)]
        wide = np.pad(soft, pad, mode="symmetric")
        soft = sum(w * np.take(wide, np.arange(i, i + picture.shape[axis]), axis) for i, w in enumerate(weights))
    return np.round(soft).clip(0, 255).astype(np.uint8)


def jpeg(picture, quality):
    """Through JPEG and back. Lightness is coded alike with and without colour beside it."""
    held = io.BytesIO()
    Image.fromarray(picture).save(held, "JPEG", quality=int(quality))
    return np.asarray(Image.open(held))


def strength_of(quality):
    """The network's second plane: 0 for a picture that was never compressed, (100 - quality) / 100 otherwise."""
    return 0.0 if quality is None else (100 - quality) / 100


def _regrown(small, random):
    """Shrunk further and enlarged again, as pictures are that went through two programs."""
    height, width = small.shape
    less = random.uniform(1.15, 1.8)
    way = [Image.BILINEAR, Image.BICUBIC][random.integers(2)]
    held = _resized(small, (max(4, round(width / less)), max(4, round(height / less))), Image.BICUBIC)
    return _resized(held, (width, height), way)


# How often a crop comes in each way. Photographs alone are mostly clean: what is soft in them mostly was so before it
# was shrunk, and a network that has seen too many blurred ones sharpens those.
MIXES = {
    "drawing": {"clean": 0.42, "other": 0.13, "soft": 0.18, "hard": 0.21, "regrown": 0.06},
    "photo": {"clean": 0.60, "other": 0.13, "soft": 0.07, "hard": 0.17, "regrown": 0.03},
}


def degrade(picture, scale, drawn, mix, random):
    """(small picture, strength): one crop as the web may give it; only what is `drawn` comes in one bit, too."""
    kind = random.choice(list(mix), p=list(mix.values()))
    if kind == "clean":
        small = shrink(picture, scale, "clean")
    elif kind == "other":
        small = shrink(picture, scale, ["box", "lanczos", "bilinear"][random.integers(3)])
    elif kind == "soft":
        if random.random() < 0.6:  # a soft lens or scan, in pixels of the large picture
            small = shrink(blurred(picture, random.uniform(0.5, 1.6)), scale, "clean")
        else:
            small = blurred(shrink(picture, scale, "clean"), random.uniform(0.4, 1.0))
    elif kind == "hard":
        small = shrink(picture, scale, "aliased" if random.random() < 0.75 else "aliased-late")
        if drawn and random.random() < 0.25:
            small = np.where(small > 127, 255, 0).astype(np.uint8)
    else:
        small = _regrown(shrink(picture, scale, "clean"), random)
    if random.random() < 0.08:
        grain = random.normal(0, random.uniform(1, 6), small.shape)
        small = np.round(small + grain).clip(0, 255).astype(np.uint8)
    if random.random() < 0.03:
        small = small.copy()
        for _ in range(random.integers(1, 4)):
            y, x = random.integers(small.shape[0]), random.integers(small.shape[1])
            small[y:y + random.integers(1, 3), x:x + random.integers(1, 3)] = random.integers(256)
    if random.random() < 0.4:
        quality = int(random.integers(40, 96))
        return jpeg(small, quality), strength_of(quality)
    return small, 0.0
