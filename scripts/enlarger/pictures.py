"""The pictures that the enlarger learns from, and which of them it may learn from.

Everything is lightness (BT.601, 8 bits). Sources are Debian packages (docs/enlarger.md lists them with their
licences) and what drawn.py draws. A picture belongs to training, validation or test by a hash of its name, so a
picture never changes sides when others come or go. RESERVED is never touched: it is kept for judging by others.
"""
import hashlib
import io
import pathlib
import re
import subprocess

import numpy as np
from PIL import Image

import drawn

Image.MAX_IMAGE_PIXELS = None

WALLPAPERS = pathlib.Path("/usr/share/wallpapers")
BACKGROUNDS = pathlib.Path("/usr/share/backgrounds")
STAMPS = pathlib.Path("/usr/share/tuxpaint/stamps")
CLIP_ART = pathlib.Path("/usr/share/openclipart/svg")
GAMES = pathlib.Path("/usr/share/gcompris-qt/rcc")

RESERVED_FOLDERS = {"animals", "buildings", "education", "plants"}
RESERVED_PHOTOGRAPHS = ("EveningGlow", "ColorfulCups", "OneStandsOut", "Dune", "LadyBird", "TwoWings")
# Photographs among the wallpapers; the others are drawings and gradients.
PHOTOGRAPHS = ("BytheWater", "ColdRipple", "DarkestHour", "FallenLeaf", "Grey", "Kite", "Path", "summer_1am",
               "Aqua", "Blinds", "FreshFlower", "Garden", "GreenMeadow", "RainDrops", "Storm", "Wood",
               "YellowFlower")
# Archives of a collection of learning games whose larger pictures are photographs, but those with an alpha plane.
PHOTOGRAPH_ARCHIVES = ("categorization", "clickgame", "erase", "explore_farm_animals", "explore_monuments",
                       "explore_world_animals", "explore_world_music")
# Brands, computer icons in dozens of near copies, and flags teach nothing new.
LEFT_OUT_FOLDERS = RESERVED_FOLDERS | {"logos", "computer", "geography"}


def side_of(name):
    """'train', 'validation' or 'test' for a picture's name: nine in eleven train."""
    ticket = int(hashlib.sha256(name.encode()).hexdigest()[:8], 16) % 11
    return {0: "validation", 1: "test"}.get(ticket, "train")


def lightness(image):
    """8-bit BT.601 lightness of a PIL picture; what is see-through lies on white."""
    if image.mode in ("RGBA", "LA", "P"):
        image = image.convert("RGBA")
        paper = Image.new("RGBA", image.size, "white")
        paper.alpha_composite(image)
        image = paper
    return np.asarray(image.convert("RGB").convert("L"))


def _wallpapers():
    """(name, file) of every photograph among the wallpapers, the largest of those that come in many sizes."""
    found = {}
    for path in WALLPAPERS.glob("*/contents/images/*.jpg"):
        name = path.parts[4]
        if name in PHOTOGRAPHS and path.stat().st_size > found.get(name, (100_000, None))[0]:
            found[name] = path.stat().st_size, path
    found = {name: path for name, (_, path) in found.items()}
    found |= {path.stem: path for path in (BACKGROUNDS / "mate/nature").glob("*.jpg") if path.stem in PHOTOGRAPHS}
    # The tablet wallpapers are photographs but one drawing; their names carry their makers', so size tells them.
    found |= {path.stem: path for path in BACKGROUNDS.glob("*_by_*.jpg") if path.stat().st_size > 500_000}
    assert not any(name.startswith(RESERVED_PHOTOGRAPHS) for name in found)
    return sorted(found.items())


def _in_archives():
    """(name, bytes) of every photograph in the archives: they hold whole files one after the other, uncompressed."""
    for archive in PHOTOGRAPH_ARCHIVES:
        held = (GAMES / f"{archive}.rcc").read_bytes()
        for number, start in enumerate(re.finditer(rb"RIFF(....)WEBP", held, re.DOTALL)):
            length = 8 + int.from_bytes(start.group(1), "little")
            if length > 15_000:
                yield f"{archive} {number}", held[start.start():start.start() + length]


def photographs():
    """Wallpapers as they came (soft, mostly), at half and at a quarter; others at half, large ones at a quarter, too
    (shrinking takes away what their own compression left); photographic stamps as they came."""
    for name, path in _wallpapers():
        for shrink in (1, 2, 4):
            yield name, lambda path=path, shrink=shrink: _photograph(path, shrink)
    for name, held in _in_archives():
        image = Image.open(io.BytesIO(held))
        if image.mode != "RGB" or min(image.size) < 200:
            continue
        for shrink in (2, 4) if image.width > 1400 else (2,):
            yield name, lambda held=held, shrink=shrink: _photograph(io.BytesIO(held), shrink)
    for path in sorted(STAMPS.glob("**/*.png")):
        if path.stat().st_size > 40_000:
            yield path.stem, lambda path=path: lightness(Image.open(path))


def _photograph(file, shrink):
    image = Image.open(file).convert("RGB")
    if image.width > 3000:  # enlarged by its maker, or out of a soft lens
        image = image.reduce(2)
    if shrink > 1:
        image = image.resize((image.width // shrink, image.height // shrink), Image.LANCZOS)
    return lightness(image)


def clip_art(longest=(320, 480, 640)):
    """Public-domain drawings, drawn by the SVG library at one of three sizes."""
    for path in sorted(CLIP_ART.glob("**/*.svg")):
        if path.relative_to(CLIP_ART).parts[0] in LEFT_OUT_FOLDERS or path.stat().st_size > 300_000:
            continue
        size = longest[int(hashlib.sha256(path.name.encode()).hexdigest()[8:12], 16) % len(longest)]
        yield path.stem, lambda path=path, size=size: _drawing(path, size)


def _drawing(path, size):
    png = subprocess.run(["rsvg-convert", "-w", str(size), "-h", str(size), "-a", str(path)],
                         capture_output=True, timeout=20, check=True).stdout
    return lightness(Image.open(io.BytesIO(png)))


# Each yields pairs of a picture's name and a function that makes its lightness.
KINDS = {
    "photo": photographs,
    "clip-art": clip_art,
    "lettering": drawn.lettering,
    "engraving": drawn.engravings,
}


def of_side(kind, side, most=None):
    """Yields the pictures of one kind and side, evenly chosen where there are more than `most`; those that cannot be
    read or drawn teach nothing."""
    chosen = [picture for name, picture in KINDS[kind]() if side_of(name) == side]
    for picture in chosen[:: max(1, len(chosen) // most) if most else 1]:
        try:
            yield picture()
        except (subprocess.SubprocessError, OSError):
            continue


def crops_of(picture, size, most, random, least):
    """Up to `most` squares of `size` px: of twice as many looked at those with most in them, and no emptier ones
    than `least` (mean difference of neighbours)."""
    height, width = picture.shape
    if height < size or width < size:
        return []
    looked = []
    for _ in range(most * 2):
        y, x = random.integers(height - size + 1), random.integers(width - size + 1)
        crop = picture[y:y + size, x:x + size]
        looked.append((float(np.abs(np.diff(crop.astype(np.int16), axis=1)).mean()), crop))
    looked.sort(key=lambda pair: -pair[0])
    return [crop for busy, crop in looked[:most] if busy > least]


def crops(kind, side, size, most, seed):
    """All training squares of one kind and side, uint8 [n, size, size], in an order that the seed alone decides."""
    random = np.random.default_rng([seed, len(kind)])
    found = []
    for picture in of_side(kind, side):
        area = picture.shape[0] * picture.shape[1]
        found += crops_of(picture, size, max(1, min(most, area // (size * size))), random,
                          0.15 if kind == "photo" else 0.6)
    found = np.stack(found)
    return found[random.permutation(len(found))]
