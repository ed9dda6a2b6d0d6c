"""Gains over bicubic: mean over pictures of the difference in PSNR of 8-bit lightness, `scale` px of border cut.

    evaluate.py FOLDER

Prints a table for each side, every kind judged with the network in FOLDER (drawing.pt, photo.pt) that is made for it.
"""
import pathlib
import sys

import numpy as np
import torch

import degrade
import network as networks
import pictures

ROWS = {
    "x2 clean": (2, "clean", None, None),
    "x2 JPEG 60": (2, "clean", None, 60),
    "x2 soft": (2, "clean", 0.8, None),
    "x2 aliased": (2, "aliased", None, None),
    "x2 aliased, late": (2, "aliased-late", None, None),
    "x4 clean": (4, "clean", None, None),
}
LARGEST = 384  # pictures are judged on their middle


def psnr(picture, truth, border):
    inner = (slice(border, -border),) * 2
    error = np.mean((picture[inner].astype(np.float64) - truth[inner]) ** 2)
    return 10 * np.log10(255**2 / max(error, 1e-3))


def bicubic_times(picture, scale):
    """OpenCV's bicubic (a = -0.75) in one go."""
    small = torch.from_numpy(picture.copy()).float()[None, None]
    large = torch.nn.functional.interpolate(small, scale_factor=scale, mode="bicubic", align_corners=False)
    return large[0, 0].round().clamp(0, 255).byte().numpy()


def held_out(kind, side, most=24):
    """Up to `most` pictures of one kind and side, cut to their middle and to whole multiples of four."""
    found = []
    for picture in pictures.of_side(kind, side, most):
        if min(picture.shape) < 96:
            continue
        height, width = (min(LARGEST, n) // 4 * 4 for n in picture.shape)
        y, x = (picture.shape[0] - height) // 2, (picture.shape[1] - width) // 2
        found.append(picture[y:y + height, x:x + width])
    return found[:most]


def gain(network, truth, scale, way, sigma, quality):
    source = degrade.blurred(truth, sigma) if sigma else truth
    small = degrade.shrink(source, scale, way)
    if quality:
        small = degrade.jpeg(small, quality)
    large = torch.from_numpy(small.copy()).float().div(255)[None, None]
    for step in range(scale // 2):
        strength = networks.AGAIN if step else degrade.strength_of(quality)
        large = networks.enlarge_whole(network, large, torch.tensor([strength]))
    large = large[0, 0].mul(255).round().byte().numpy()
    return psnr(large, truth, scale) - psnr(bicubic_times(small, scale), truth, scale)


def table(network, held):
    """{row: {kind: mean gain in dB}} over {kind: pictures}."""
    return {row: {kind: float(np.mean([gain(network, truth, *how) for truth in truths]))
                  for kind, truths in held.items()} for row, how in ROWS.items()}


def show(rows):
    kinds = list(next(iter(rows.values())))
    lines = ["| input | " + " | ".join(kinds) + " |", "| --- |" + " --- |" * len(kinds)]
    lines += [f"| {row} | " + " | ".join(f"{gains[kind]:+.2f}" for kind in kinds) + " |"
              for row, gains in rows.items()]
    return "\n".join(lines)


if __name__ == "__main__":
    loaded = {}
    for what in ("drawing", "photo"):
        loaded[what] = networks.Enlarger()
        loaded[what].load_state_dict(torch.load(pathlib.Path(sys.argv[1]) / f"{what}.pt", map_location="cpu")["average"])
        loaded[what] = networks.plain(loaded[what])
    for side in ("train", "validation", "test"):
        rows = {row: {} for row in ROWS}
        for kind in pictures.KINDS:
            gains = table(loaded["photo" if kind == "photo" else "drawing"], {kind: held_out(kind, side)})
            for row in rows:
                rows[row] |= gains[row]
        print(f"{side}\n\n{show(rows)}\n", flush=True)
