"""Pictures that the script draws itself: lettering in every face of the packages for training, and engravings.

Both are drawn four times too large and box-shrunk, as a good scanner or a renderer would give them.
"""
import pathlib
import subprocess

import numpy as np
from PIL import Image, ImageDraw, ImageFont

PACKAGES = pathlib.Path(__file__).resolve().parents[1] / "packages-training.txt"
# Kept for judging by others; the second half is drawn so nearly like one of them that it would give it away.
RESERVED_FACES = ("DejaVu Serif", "EB Garamond", "Lobster", "FreeSans", "Nimbus Sans")

WORDS = ("open night star chart moon orrery comet tin lantern oak table birch slate hexagon canvas cotton bag "
         "LIBRARY of Small Hours GATE No 17 bread & salt harbour 1894 FINE TEAS since the long winter apples "
         "SOAP WORKS kettle garden seeds best quality postage 3 pence North wind orchard honey Figure 8 "
         "remember quiet jumping fox vexed wizard Quartz Judge Phlox Brine Kiln Yard").split()


def faces():
    """(family, style, file) of each outline face of the listed packages that can spell our words; reserved families are
    left out. Faces that are installed besides would make other pages on another machine."""
    packages = [line for line in PACKAGES.read_text().splitlines() if line.startswith("fonts-")]
    ours = set(subprocess.run(["dpkg-query", "-L", *packages], capture_output=True, text=True,
                              check=True).stdout.splitlines())
    listed = subprocess.run(["fc-list", "--format", "%{family[0]}\t%{style[0]}\t%{file}\t%{lang}\n"],
                            capture_output=True, text=True, check=True).stdout
    found = {}
    for line in sorted(listed.splitlines()):
        family, style, path, languages = line.split("\t")
        plain = path in ours and path.endswith((".ttf", ".otf", ".t1")) and "en" in languages.split("|")
        if plain and not family.startswith(RESERVED_FACES):
            found[family, style] = path
    return [(*name, path) for name, path in sorted(found.items())]


def _page(path, random, width=384, height=384):
    """One page of words in one face: several sizes, dark on light or light on dark, level or turned."""
    scale = 4
    dark, light = int(random.integers(0, 70)), int(random.integers(190, 256))
    paper, ink = (light, dark) if random.random() < 0.75 else (dark, light)
    if random.random() < 0.5:
        paper, ink = (255, 0) if paper > ink else (0, 255)
    page = Image.new("L", (width * scale, height * scale), paper)
    draw = ImageDraw.Draw(page)
    y = 4
    while y < height * scale:
        size = int(np.exp(random.uniform(np.log(9), np.log(64))) * scale)
        face = ImageFont.truetype(path, size)
        line = " ".join(random.choice(WORDS, 12))
        draw.text((random.integers(-40, 40), y), line, fill=ink, font=face)
        y += int(size * random.uniform(1.0, 1.4))
    if random.random() < 0.35:
        page = page.rotate(random.uniform(-15, 15), Image.BICUBIC, fillcolor=paper)
    return np.asarray(page.reduce(scale))


def lettering():
    """Five pages of every face, called by its family, so that no family is on two sides."""
    for family, style, path in faces():
        for turn in range(5):
            seed = (hash_of(f"{family} {style}"), turn)
            yield family, lambda path=path, seed=seed: _page(path, np.random.default_rng(seed))


def hash_of(name):
    """A seed that depends on the name alone (Python's own hash is salted)."""
    value = 2166136261
    for byte in name.encode():
        value = (value ^ byte) * 16777619 % 2**32
    return value


def engravings(count=400, size=384):
    """Shaded forms in swelling lines, crossed where they are dark, with rings and ticks."""
    for number in range(count):
        yield f"engraving {number}", lambda number=number: _engraving(np.random.default_rng([77, number]), size)


def _engraving(random, size):
    scale = 3
    side = size * scale
    y, x = np.mgrid[0:side, 0:side].astype(np.float32) / scale
    shade = np.zeros_like(x)
    for _ in range(random.integers(2, 6)):  # balls, cones and folds of cloth, lit from one side
        cx, cy, radius = random.uniform(0, size), random.uniform(0, size), random.uniform(size / 8, size / 2)
        far = np.hypot(x - cx, y - cy) / radius
        lit = np.clip(0.55 + 0.45 * ((x - cx) * random.uniform(-1, 1) + (y - cy)) / radius, 0, 1)
        shade = np.where(far < 1, lit, shade)
    pitch = np.exp(random.uniform(np.log(2.6), np.log(10)))
    ink = np.zeros(x.shape, bool)
    for layer in range(random.integers(1, 4)):
        turn = random.uniform(0, np.pi)
        sway = random.uniform(0, 3) * np.sin(y / random.uniform(15, 60))
        across = (x * np.cos(turn) + y * np.sin(turn) + sway) / pitch
        width = np.clip(shade * 1.3 - 0.3 * layer, 0, 0.85)
        ink |= np.abs(across - np.round(across)) < width / 2
    for _ in range(random.integers(1, 7)):  # rings, cut by ticks as on a dial
        cx, cy, radius = random.uniform(0, size), random.uniform(0, size), random.uniform(6, size / 2)
        far = np.abs(np.hypot(x - cx, y - cy) - radius)
        turn = np.arctan2(y - cy, x - cx) * random.integers(12, 90) / np.pi
        ink |= far < random.uniform(0.4, 2.0)
        ink |= (far < random.uniform(3, 8)) & (np.abs(turn - np.round(turn)) < 0.1)
    paper, black = random.uniform(200, 256), random.uniform(0, 60)
    picture = np.where(ink, black, paper).astype(np.float32)
    return np.round(picture.reshape(size, scale, size, scale).mean((1, 3))).clip(0, 255).astype(np.uint8)
