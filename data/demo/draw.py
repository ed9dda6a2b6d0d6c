#!/usr/bin/python3
"""Draws the demo pictures of the Brindle Moor job anew, from fixed seeds.

Needs python3-cairo, python3-numpy and python3-pil. Run it in this folder; the pictures it makes are kept with the
sources, so that building and running the program does not need it.
"""
import math
import os
import re
import tempfile

HERE = os.path.dirname(os.path.abspath(__file__))

# The typeface that ships with the program, wherever this runs.
_fonts = tempfile.NamedTemporaryFile("w", suffix=".conf", delete=False)
_fonts.write("<fontconfig><dir>%s</dir><cachedir>%s</cachedir></fontconfig>"
             % (os.path.join(os.path.dirname(HERE), "fonts"), tempfile.mkdtemp()))
_fonts.close()
os.environ["FONTCONFIG_FILE"] = _fonts.name

import cairo
import numpy as np
from PIL import Image, ImageFilter

INK = (0.10, 0.11, 0.12)


def letters(ctx, text, x, y, size, spacing=0.0, align=0.5, font="Cabin", weight=cairo.FONT_WEIGHT_NORMAL):
    """Lettering as outlines, letter by letter, so that the picture needs no font where it is opened."""
    ctx.select_font_face(font, cairo.FONT_SLANT_NORMAL, weight)
    ctx.set_font_size(size)
    widths = [ctx.text_extents(c).x_advance + spacing for c in text]
    at = x - align * (sum(widths) - spacing)
    for c, w in zip(text, widths):
        ctx.move_to(at, y)
        ctx.text_path(c)
        ctx.fill()
        at += w


def arc_letters(ctx, text, radius, middle, size, spacing):
    """Lettering along a circle about the origin, reading outwards at the top."""
    ctx.select_font_face("Cabin", cairo.FONT_SLANT_NORMAL, cairo.FONT_WEIGHT_NORMAL)
    ctx.set_font_size(size)
    widths = [ctx.text_extents(c).x_advance + spacing for c in text]
    angle = middle - sum(widths) / radius / 2
    for c, w in zip(text, widths):
        ctx.save()
        ctx.rotate(angle + (w - spacing) / radius / 2)
        ctx.translate(-(w - spacing) / 2, -radius)
        ctx.move_to(0, 0)
        ctx.text_path(c)
        ctx.fill()
        ctx.restore()
        angle += w / radius


def white_page(w, h, k):
    """A sheet of w x h mm, k pixels to each, and a context that draws in mm."""
    surface = cairo.ImageSurface(cairo.FORMAT_RGB24, int(w * k), int(h * k))
    ctx = cairo.Context(surface)
    ctx.scale(k, k)
    ctx.set_source_rgb(1, 1, 1)
    ctx.paint()
    return surface, ctx


def star(ctx, x, y, r, points=8):
    ctx.new_path()
    for i in range(2 * points):
        rr = r if i % 2 == 0 else r * 0.42
        a = math.pi * i / points
        ctx.line_to(x + rr * math.sin(a), y - rr * math.cos(a))
    ctx.close_path()
    ctx.fill()


NAMES = ["The Heron", "The Lantern", "The Weir", "The Two Hinds", "The Millwheel", "The Kite", "The Old Ferry",
         "The Thistle", "The Anvil", "The Long Wall", "The Hare", "The Bell"]


def star_chart():
    """A chart of an invented sky, 900 x 600 mm, in SVG: line art and lettering."""
    w, h = 900.0, 600.0
    file = os.path.join(HERE, "star-chart.svg")
    surface = cairo.SVGSurface(file, w, h)
    surface.set_document_unit(cairo.SVGUnit.MM)
    ctx = cairo.Context(surface)
    rng = np.random.default_rng(20260314)
    ctx.set_source_rgb(*INK)

    ctx.set_line_width(1.6)
    ctx.rectangle(8, 8, w - 16, h - 16)
    ctx.stroke()
    ctx.set_line_width(0.5)
    ctx.rectangle(12, 12, w - 24, h - 24)
    ctx.stroke()

    cx, cy, radius = 330.0, 300.0, 262.0
    ctx.save()
    ctx.translate(cx, cy)
    # graduated ring
    for r, lw in ((radius, 1.4), (radius - 6, 0.5), (radius - 17, 0.8)):
        ctx.set_line_width(lw)
        ctx.arc(0, 0, r, 0, 2 * math.pi)
        ctx.stroke()
    for i in range(360):
        a = math.radians(i)
        inner = radius - (17 if i % 30 == 0 else 6)
        outer = radius - (0 if i % 5 == 0 else 3)
        ctx.set_line_width(0.7 if i % 5 == 0 else 0.35)
        ctx.move_to(inner * math.sin(a), -inner * math.cos(a))
        ctx.line_to(outer * math.sin(a), -outer * math.cos(a))
        ctx.stroke()
    months = ["January", "February", "March", "April", "May", "June", "July", "August", "September", "October",
              "November", "December"]
    for i, month in enumerate(months):
        arc_letters(ctx, month.upper(), radius - 14.2, math.radians(30 * i + 15), 7.2, 1.4)
    # circles of height and hour lines
    ctx.arc(0, 0, radius - 17, 0, 2 * math.pi)
    ctx.clip()
    ctx.set_line_width(0.3)
    ctx.set_source_rgba(*INK, 0.55)
    for r in (61, 122, 183):
        ctx.set_dash([2.2, 1.8])
        ctx.arc(0, 0, r, 0, 2 * math.pi)
        ctx.stroke()
    ctx.set_dash([])
    for i in range(12):
        a = math.radians(30 * i)
        ctx.move_to(20 * math.sin(a), -20 * math.cos(a))
        ctx.line_to(245 * math.sin(a), -245 * math.cos(a))
        ctx.stroke()
    # a band of faint stars across the sky
    ctx.set_source_rgba(*INK, 0.8)
    for _ in range(2600):
        along = rng.uniform(-250, 250)
        across = rng.normal(0, 24) + 26 * math.sin(along / 75)
        x = along * math.cos(0.6) - across * math.sin(0.6)
        y = along * math.sin(0.6) + across * math.cos(0.6)
        ctx.arc(x, y, abs(rng.normal(0.28, 0.16)) + 0.12, 0, 2 * math.pi)
        ctx.fill()
    # field stars
    ctx.set_source_rgb(*INK)
    for _ in range(520):
        r, a = 240 * math.sqrt(rng.uniform()), rng.uniform(0, 2 * math.pi)
        ctx.arc(r * math.cos(a), r * math.sin(a), 0.35 + 0.9 * rng.uniform() ** 3, 0, 2 * math.pi)
        ctx.fill()
    # figures: chains of bright stars
    figures = []
    for i, name in enumerate(NAMES):
        ring = 1 if i < 8 else 0
        a = math.radians(45 * i + 14) if ring else math.radians(90 * i + 60)
        centre = np.array([math.cos(a), math.sin(a)]) * (168 if ring else 66)
        count = int(rng.integers(5, 9))
        spots = [centre + rng.normal(0, 6, 2)]
        heading = rng.uniform(0, 2 * math.pi)
        for _ in range(count - 1):
            heading += rng.uniform(-1.1, 1.1)
            step = rng.uniform(11, 19)
            spots.append(spots[-1] + step * np.array([math.cos(heading), math.sin(heading)]))
        shift = centre - np.mean(spots, axis=0)
        figures.append((name, [s + shift for s in spots]))
    for name, spots in figures:
        ctx.set_line_width(0.55)
        for a, b in zip(spots, spots[1:]):
            d = (b - a) / np.linalg.norm(b - a)
            ctx.move_to(*(a + 4.0 * d))
            ctx.line_to(*(b - 4.0 * d))
            ctx.stroke()
        for k, (x, y) in enumerate(spots):
            star(ctx, x, y, [3.4, 2.3, 2.8, 2.0][k % 4])
        low = max(s[1] for s in spots)
        letters(ctx, name, float(np.mean([s[0] for s in spots])), low + 11, 7.6, 0.7)
    ctx.restore()

    # right column: title, key, phases
    x = 752.0
    ctx.set_source_rgb(*INK)
    letters(ctx, "BRINDLE", x, 92, 42, 5.5, weight=cairo.FONT_WEIGHT_BOLD)
    letters(ctx, "MOOR", x, 138, 42, 5.5, weight=cairo.FONT_WEIGHT_BOLD)
    ctx.set_line_width(0.8)
    ctx.move_to(x - 92, 156)
    ctx.line_to(x + 92, 156)
    ctx.stroke()
    letters(ctx, "the sky of the open night", x, 176, 14, 0.9)
    letters(ctx, "spring, ten in the evening", x, 195, 11, 0.7)
    for i, (label, r) in enumerate((("brightest", 5.2), ("bright", 3.8), ("faint", 2.5), ("at the edge of sight", 1.1))):
        y = 246 + 21 * i
        if r > 2:
            star(ctx, x - 62, y - 3.4, r)
        else:
            ctx.arc(x - 62, y - 3.4, r, 0, 2 * math.pi)
            ctx.fill()
        letters(ctx, label, x - 46, y, 11, 0.4, align=0)
    # a small telescope house on a hill, hatched
    ctx.save()
    ctx.translate(x, 522)
    ctx.set_line_width(0.9)
    hill = [(-108 + 2 * i, 26 - 34 * math.exp(-((-108 + 2 * i) / 52.0) ** 2) - 5 * math.sin(i / 11)) for i in range(109)]
    for i, p in enumerate(hill):
        (ctx.move_to if i == 0 else ctx.line_to)(*p)
    ctx.stroke()
    ctx.set_line_width(0.35)
    for i, p in enumerate(hill):
        for k in range(3):
            length = rng.uniform(4, 20)
            ctx.move_to(p[0] + rng.uniform(-1, 1), p[1] + 2 + 3 * k)
            ctx.line_to(p[0] - 0.35 * length, p[1] + 2 + 3 * k + length)
            ctx.stroke()
    ctx.set_line_width(1.1)
    ctx.rectangle(-26, -50, 52, 42)
    ctx.stroke()
    ctx.arc(0, -50, 29, math.pi, 2 * math.pi)
    ctx.close_path()
    ctx.stroke()
    ctx.set_line_width(0.4)
    for i in range(14):
        a = math.pi + math.pi * (i + 0.5) / 14
        ctx.move_to(29 * math.cos(a) * 0.2, -50 + 29 * math.sin(a) * 0.2)
        ctx.line_to(29 * math.cos(a), -50 + 29 * math.sin(a))
        ctx.stroke()
    ctx.save()
    ctx.translate(4, -66)
    ctx.rotate(-0.8)
    ctx.rectangle(-3.4, -4, 36, 8)
    ctx.fill()
    ctx.rectangle(32, -5.6, 9, 11.2)
    ctx.fill()
    ctx.restore()
    ctx.rectangle(-6, -30, 12, 22)
    ctx.fill()
    ctx.restore()
    # the nights of the moon
    for i in range(7):
        mx, my, r = x - 84 + 28 * i, 372, 9.5
        ctx.set_line_width(0.6)
        ctx.arc(mx, my, r, 0, 2 * math.pi)
        ctx.stroke()
        # the dark side: bounded by the left rim and the terminator, half an ellipse
        k = math.cos(math.pi * (i + 0.5) / 7)
        ctx.new_path()
        ctx.arc(mx, my, r, math.pi / 2, 3 * math.pi / 2)
        for s in range(41):
            a = -math.pi / 2 + math.pi * s / 40
            ctx.line_to(mx + k * r * math.cos(a), my + r * math.sin(a))
        ctx.close_path()
        ctx.fill()
    letters(ctx, "the nights of the moon", x, 404, 9.5, 0.6)
    surface.finish()
    # hundredths of a point are a third of a hundredth of a millimetre: enough
    with open(file) as f:
        text = f.read()
    with open(file, "w") as f:
        f.write(re.sub(r"\d+\.\d{3,}", lambda m: ("%.2f" % float(m.group())).rstrip("0").rstrip("."), text))


def smooth_noise(rng, size, scale):
    small = rng.normal(0, 1, (max(2, size // scale), max(2, size // scale)))
    image = Image.fromarray(small.astype(np.float32), mode="F").resize((size, size), Image.BICUBIC)
    return np.asarray(image)


def moon():
    """A cratered moon a few days before full, on a round of its own: PNG with alpha, 1200 x 1200."""
    rng = np.random.default_rng(7)
    n = 1200
    ys, xs = np.mgrid[0:n, 0:n].astype(np.float64)
    u, v = (xs + 0.5) / n * 2 - 1, (ys + 0.5) / n * 2 - 1
    rr = np.hypot(u, v)
    moon_r = 0.86
    mu, mv = u / moon_r, v / moon_r
    inside = mu**2 + mv**2 < 1
    z = np.sqrt(np.clip(1 - mu**2 - mv**2, 0, 1))
    height = np.zeros((n, n))
    for scale, weight in ((300, 0.020), (120, 0.012), (50, 0.007), (20, 0.004), (8, 0.002)):
        height += weight * smooth_noise(rng, n, scale)
    seas = np.clip(smooth_noise(rng, n, 330) + 0.55 * smooth_noise(rng, n, 130) + 0.15, 0, 1.3)
    for _ in range(340):
        a, b = rng.uniform(0, 2 * math.pi), math.sqrt(rng.uniform())
        cu, cv = b * math.cos(a) * 0.98, b * math.sin(a) * 0.98
        size = 0.012 + 0.10 * rng.uniform() ** 4
        d = np.hypot(mu - cu, mv - cv) / size
        near = d < 1.8
        shape = np.where(d < 1, -0.5 + 0.9 * d**2, 0.4 * np.exp(-((d - 1) / 0.28) ** 2))
        height[near] += 0.35 * size * shape[near]
        if size > 0.06:  # rays
            theta = np.arctan2(mv - cv, mu - cu)
            ray = np.clip(np.sin(theta * 9 + cu * 40) * np.sin(theta * 5 + 2), 0, 1) * np.exp(-d / 7)
            seas -= 0.5 * ray
    gy, gx = np.gradient(height, 2 / n / moon_r)
    nx, ny, nz = mu - gx * 0.75, mv - gy * 0.75, z
    length = np.sqrt(nx**2 + ny**2 + nz**2) + 1e-9
    lx, ly, lz = -0.62, -0.28, 0.73
    light = np.clip((nx * lx + ny * ly + nz * lz) / length, 0, 1)
    shade = 0.20 + 0.74 * light ** 0.8 * (1 - 0.36 * np.clip(seas, 0, 1))
    grey = np.where(inside, np.clip(shade, 0, 1), 0)
    # the sky of the round: a fine engraved stipple that grows towards the rim
    sky = 0.56 + 0.24 * np.cos((rr - 0.86) * 330)
    edge = np.clip((1 - np.sqrt(mu**2 + mv**2)) * n * moon_r / 2, 0, 1)
    picture = grey * edge + sky * (1 - edge)
    for _ in range(90):
        a, b = rng.uniform(0, 2 * math.pi), rng.uniform(0.89, 0.965)
        s = rng.uniform(1.2, 3.2)
        d = np.hypot(xs - (0.5 + b * math.cos(a) / 2) * n, ys - (0.5 + b * math.sin(a) / 2) * n)
        picture = np.maximum(picture, np.clip(1.3 - d / s, 0, 1))
    alpha = np.clip((0.995 - rr) * n / 2, 0, 1)
    g = (np.clip(picture, 0, 1) * 255).astype(np.uint8)
    Image.fromarray(np.dstack([g, (alpha * 255).astype(np.uint8)]), "LA").save(
        os.path.join(HERE, "moon-phase.png"), optimize=True, dpi=(300, 300))


def orrery():
    """An engraved orrery with lettering, then what scanning did to it: small, yellowed, dusty, JPEG."""
    rng = np.random.default_rng(1911)
    w, h, k = 176.0, 226.0, 12
    surface, ctx = white_page(w, h, k)
    ctx.set_source_rgb(0.08, 0.08, 0.09)
    ctx.save()
    ctx.translate(w / 2, 92)
    for r, lw in ((84, 1.0), (80.5, 0.35)):
        ctx.set_line_width(lw)
        ctx.arc(0, 0, r, 0, 2 * math.pi)
        ctx.stroke()
    for i in range(120):
        a = 2 * math.pi * i / 120
        ctx.set_line_width(0.9 if i % 10 == 0 else 0.4)
        r2 = 87 if i % 10 == 0 else 84
        ctx.move_to(80.5 * math.sin(a), -80.5 * math.cos(a))
        ctx.line_to(r2 * math.sin(a), -r2 * math.cos(a))
        ctx.stroke()
    # rays of the sun
    ctx.set_line_width(0.45)
    for i in range(48):
        a = 2 * math.pi * i / 48
        ctx.move_to(11.6 * math.sin(a), -11.6 * math.cos(a))
        length = 17.5 if i % 4 == 0 else 14.6
        ctx.line_to(length * math.sin(a), -length * math.cos(a))
        ctx.stroke()
    # the sun, engraved in lines
    ctx.arc(0, 0, 10.5, 0, 2 * math.pi)
    ctx.set_line_width(0.8)
    ctx.stroke()
    ctx.save()
    ctx.arc(0, 0, 10.5, 0, 2 * math.pi)
    ctx.clip()
    for i in range(-24, 25):
        ctx.set_line_width(0.32 + 0.24 * abs((i + 10) / 24.0) ** 1.3)
        ctx.move_to(-12, i * 0.62)
        ctx.curve_to(-4, i * 0.62 - 2.4, 4, i * 0.62 - 2.4, 12, i * 0.62)
        ctx.stroke()
    ctx.restore()
    planets = [(24, 1.9, 2.2), (33, 2.6, 0.4), (44, 3.0, 3.6), (55, 2.4, 5.2), (67, 6.2, 1.2), (76, 4.2, 4.1)]
    for orbit, size, angle in planets:
        ctx.set_line_width(0.55)
        ctx.arc(0, 0, orbit, 0, 2 * math.pi)
        ctx.stroke()
        # the arm, as in a brass machine
        ctx.set_line_width(0.9)
        ctx.move_to(10.5 * math.cos(angle), 10.5 * math.sin(angle))
        ctx.line_to((orbit - size) * math.cos(angle), (orbit - size) * math.sin(angle))
        ctx.stroke()
    for orbit, size, angle in planets:
        x, y = orbit * math.cos(angle), orbit * math.sin(angle)
        ctx.save()
        ctx.arc(x, y, size, 0, 2 * math.pi)
        ctx.set_source_rgb(1, 1, 1)
        ctx.fill_preserve()
        ctx.set_source_rgb(0.08, 0.08, 0.09)
        ctx.set_line_width(0.7)
        ctx.stroke_preserve()
        ctx.clip()
        steps = int(size / 0.36)
        for i in range(-steps, steps + 1):
            yy = i * 0.56
            # No thinner than a transfer holds.
            ctx.set_line_width(max(0.32, 0.33 + 0.18 * (i / steps if steps else 0)))
            ctx.move_to(x - size * 0.1 + i * 0.1, y + yy)
            ctx.line_to(x + size, y + yy + 0.25 * size)
            ctx.stroke()
        ctx.restore()
        if orbit == 76:
            ctx.set_line_width(0.6)
            ctx.save()
            ctx.translate(x, y)
            ctx.rotate(0.5)
            ctx.scale(1, 0.35)
            ctx.arc(0, 0, 8.2, 0, 2 * math.pi)
            ctx.restore()
            ctx.stroke()
    ctx.restore()
    letters(ctx, "ORRERY", w / 2, 202, 21, 4.2, weight=cairo.FONT_WEIGHT_BOLD)
    letters(ctx, "Brindle Moor", w / 2, 216, 9.5, 0.8)
    grey = np.frombuffer(surface.get_data(), np.uint8).reshape(int(h * k), int(w * k), 4)[:, :, 0]
    image = Image.fromarray(grey.copy()).resize((880, 1130), Image.LANCZOS)
    a = np.asarray(image).astype(np.float64) / 255
    a = np.asarray(Image.fromarray((a * 255).astype(np.uint8)).filter(ImageFilter.GaussianBlur(0.5))).astype(np.float64) / 255
    ys, xs = np.mgrid[0:1130, 0:880]
    paper = 0.93 - 0.05 * ((xs / 880 - 0.5) ** 2 + (ys / 1130 - 0.45) ** 2) * 2 + 0.008 * smooth_noise(rng, 1130, 160)[:, :880]
    ink = 0.16
    a = ink + (paper - ink) * a + rng.normal(0, 0.012, a.shape)
    rgb = np.dstack([a * 1.0, a * 0.965, a * 0.875])
    for _ in range(70):  # dust
        x, y, s = rng.integers(0, 880), rng.integers(0, 1130), rng.uniform(0.5, 1.5)
        d = np.hypot(xs - x, ys - y)
        rgb -= (np.clip(1.2 - d / s, 0, 1) * rng.uniform(0.1, 0.4))[:, :, None]
    image = Image.fromarray((np.clip(rgb, 0, 1) * 255).astype(np.uint8))
    image.save(os.path.join(HERE, "orrery.jpg"), quality=74, subsampling=2, dpi=(127, 127))


def svg_page(name, w, h):
    """An SVG of w x h mm and a context that draws in mm."""
    surface = cairo.SVGSurface(os.path.join(HERE, name), w, h)
    surface.set_document_unit(cairo.SVGUnit.MM)
    ctx = cairo.Context(surface)
    ctx.set_source_rgb(*INK)
    return surface, ctx


def shorten(name):
    """Hundredths of a millimetre are enough."""
    file = os.path.join(HERE, name)
    with open(file) as f:
        text = f.read()
    with open(file, "w") as f:
        f.write(re.sub(r"\d+\.\d{3,}", lambda m: ("%.2f" % float(m.group())).rstrip("0").rstrip("."), text))


def northern_sky():
    """A round card of the northern sky with two figures and their names, 160 x 160 mm, in SVG."""
    n = 160.0
    surface, ctx = svg_page("northern-sky.svg", n, n)
    rng = np.random.default_rng(11)
    ctx.translate(n / 2, n / 2)
    for r, lw in ((58, 0.9), (55.5, 0.35)):
        ctx.set_line_width(lw)
        ctx.arc(0, 0, r, 0, 2 * math.pi)
        ctx.stroke()
    for i in range(72):
        a = math.radians(5 * i)
        ctx.set_line_width(0.5 if i % 6 == 0 else 0.25)
        ctx.move_to(55.5 * math.sin(a), -55.5 * math.cos(a))
        ctx.line_to((52.5 if i % 6 == 0 else 54) * math.sin(a), -(52.5 if i % 6 == 0 else 54) * math.cos(a))
        ctx.stroke()
    for _ in range(190):
        a, r = rng.uniform(0, 2 * math.pi), 50 * math.sqrt(rng.uniform(0, 1))
        star(ctx, r * math.cos(a), r * math.sin(a), rng.choice([0.3, 0.45, 0.7], p=[0.6, 0.3, 0.1]), 4)
    figures = {"THE HERON": [(-34, -14), (-25, -21), (-14, -17), (-6, -24), (3, -20), (-14, -17), (-17, -4), (-24, 6)],
               "THE LANTERN": [(12, 4), (24, 1), (31, 12), (27, 24), (14, 26), (8, 15), (12, 4), (19, -9), (24, 1)]}
    for name, points in figures.items():
        ctx.set_line_width(0.45)
        for k, (x, y) in enumerate(points):
            ctx.move_to(x, y) if k == 0 else ctx.line_to(x, y)
        ctx.stroke()
        for k, (x, y) in enumerate(points):
            star(ctx, x, y, 1.7 if k % 3 == 0 else 1.2)
    letters(ctx, "THE HERON", -22, 13, 4.4, 0.8)
    letters(ctx, "THE LANTERN", 19, 34, 4.4, 0.8)
    star(ctx, 0, 0, 2.4)
    surface.finish()
    shorten("northern-sky.svg")


def comet():
    """A comet over a ridge, in colour: PNG, 1050 x 1200."""
    rng = np.random.default_rng(5)
    w, h = 1050, 1200
    ys, xs = np.mgrid[0:h, 0:w].astype(np.float64)
    t = ys / h
    sky = np.stack([24 + 60 * t ** 2, 34 + 70 * t ** 1.6, 74 + 66 * t], axis=2)
    # head at (700, 330); the tail fans out to the lower left
    dx, dy = xs - 700, ys - 330
    along = (-dx * 0.83 + dy * 0.56)
    across = (dx * 0.56 + dy * 0.83)
    width = 14 + 0.19 * np.clip(along, 0, None)
    tail = np.exp(-(across / width) ** 2) * np.exp(-np.clip(along, 0, None) / 420) * (along > -10)
    fibres = 0.75 + 0.25 * np.sin(across / np.maximum(width, 1) * 9 + smooth_noise(rng, 1200, 90)[:h, :w] * 0.5)
    head = np.exp(-np.hypot(dx, dy) / 26)
    glow = np.exp(-np.hypot(dx, dy) / 120) * 0.5
    light = tail * fibres + head * 1.4 + glow
    image = sky + light[:, :, None] * np.array([255, 226, 170]) * 0.95
    for _ in range(420):
        x, y, s = rng.uniform(0, w), rng.uniform(0, h * 0.8), rng.uniform(0.6, 1.9)
        x0, x1, y0, y1 = int(max(0, x - 8)), int(min(w, x + 9)), int(max(0, y - 8)), int(min(h, y + 9))
        d = np.hypot(xs[y0:y1, x0:x1] - x, ys[y0:y1, x0:x1] - y)
        image[y0:y1, x0:x1] += (np.exp(-(d / s) ** 2) * rng.uniform(90, 230))[:, :, None]
    ridge = 930 + 70 * np.sin(xs[0] / 190 + 0.8) + 34 * np.sin(xs[0] / 61) + 9 * np.sin(xs[0] / 17)
    for depth, colour in ((0, (36, 52, 72)), (90, (18, 27, 40)), (185, (8, 12, 20))):
        edge = ridge + depth + 20 * np.sin(xs[0] / (140 - depth / 3) + depth)
        image[ys > edge[None, :]] = colour
    # the observatory: a small dome on the middle ridge
    dome_x, dome_y = 300, int(ridge[300] + 78)
    image[(np.hypot(xs - dome_x, ys - dome_y) < 42) & (ys <= dome_y)] = (8, 12, 20)
    image[(np.abs(xs - dome_x) < 42) & (ys > dome_y) & (ys < dome_y + 46)] = (8, 12, 20)
    image[(np.abs(xs - dome_x - 12) < 3) & (ys < dome_y) & (ys > dome_y - 38)] = (250, 214, 140)
    Image.fromarray(np.clip(image, 0, 255).astype(np.uint8)).quantize(160, dither=Image.FLOYDSTEINBERG).save(
        os.path.join(HERE, "comet.png"), optimize=True, dpi=(127, 127))


def little_star():
    """A small star for skin, 30 x 30 mm, in SVG."""
    surface, ctx = svg_page("little-star.svg", 30.0, 30.0)
    ctx.translate(15, 15)
    ctx.set_line_width(0.9)
    ctx.set_line_join(cairo.LINE_JOIN_ROUND)
    ctx.new_path()
    for i in range(10):
        r = 12.6 if i % 2 == 0 else 5.6
        a = math.pi * i / 5
        ctx.line_to(r * math.sin(a), -r * math.cos(a) + 0.8)
    ctx.close_path()
    ctx.stroke_preserve()
    ctx.set_source_rgb(0.96, 0.80, 0.36)
    ctx.fill()
    ctx.set_source_rgb(*INK)
    for i in range(5):
        a = 2 * math.pi * i / 5
        star(ctx, 3.1 * math.sin(a), -3.1 * math.cos(a) + 0.8, 1.2, 4)
    surface.finish()
    shorten("little-star.svg")


def meteor_band():
    """A band of meteors to go round a lantern, 300 x 80 mm, in SVG; its ends meet."""
    w, h = 300.0, 80.0
    surface, ctx = svg_page("meteor-band.svg", w, h)
    rng = np.random.default_rng(23)
    for y in (3, 5, h - 5, h - 3):
        ctx.set_line_width(0.8 if y in (3, h - 3) else 0.3)
        ctx.move_to(0, y)
        ctx.line_to(w, y)
        ctx.stroke()
    for _ in range(150):
        star(ctx, rng.uniform(2, w - 2), rng.uniform(9, h - 9), rng.choice([0.35, 0.55, 0.9], p=[0.6, 0.3, 0.1]), 4)
    for i in range(11):
        x, y = 14 + i * 27 + rng.uniform(-5, 5), rng.uniform(18, h - 24)
        length, lean = rng.uniform(15, 24), 0.42
        for k in range(14):
            f = k / 14
            ctx.set_line_width(1.7 * (1 - f) + 0.15)
            ctx.move_to(x - f * length, y - f * length * lean)
            ctx.line_to(x - (f + 1 / 14) * length, y - (f + 1 / 14) * length * lean)
            ctx.stroke()
        star(ctx, x, y, 3.0, 6)
    surface.finish()
    shorten("meteor-band.svg")


def lantern_name():
    """Lettering for the lantern's foot, 120 x 16 mm, in SVG."""
    surface, ctx = svg_page("lantern-name.svg", 120.0, 16.0)
    letters(ctx, "BRINDLE MOOR", 60, 11.2, 9.5, 2.0, weight=cairo.FONT_WEIGHT_BOLD)
    for x in (4, 116):
        star(ctx, x, 8, 3)
    surface.finish()
    shorten("lantern-name.svg")


def way_sign():
    """The way to the dome, 240 x 50 mm, in SVG: the dome with its slit open, words, an arrow of stars."""
    surface, ctx = svg_page("way-sign.svg", 240.0, 50.0)
    ctx.translate(0, -14)
    ctx.set_source_rgb(0.93, 0.94, 0.93)
    ctx.arc(36, 44, 22, math.pi, 0)
    ctx.fill()
    ctx.set_source_rgb(0.72, 0.75, 0.76)
    for i in range(-4, 5):  # the dome's ribs, seen from in front
        ctx.set_line_width(0.8)
        ctx.save()
        ctx.translate(36, 44)
        ctx.scale(abs(i) / 5 if i else 0.001, 1)
        start, end = (1.5 * math.pi, 2 * math.pi) if i > 0 else (math.pi, 1.5 * math.pi)
        ctx.arc(0, 0, 22, start, end)
        ctx.restore()
        ctx.stroke()
    ctx.set_source_rgb(0.36, 0.42, 0.5)  # the slit
    ctx.move_to(33, 44)
    ctx.line_to(33, 22.4)
    ctx.line_to(39, 22.4)
    ctx.line_to(39, 44)
    ctx.close_path()
    ctx.fill()
    ctx.set_source_rgb(*INK)
    ctx.set_line_width(1.2)
    ctx.arc(36, 44, 22, math.pi, 0)
    ctx.stroke()
    ctx.rectangle(15, 44, 42, 12)
    ctx.stroke()
    for i in range(5):
        ctx.rectangle(18.5 + i * 8, 47, 3, 5)
    ctx.set_line_width(0.8)
    ctx.stroke()
    letters(ctx, "TO THE DOME", 142, 35, 20, 2.4, weight=cairo.FONT_WEIGHT_BOLD)
    for i in range(9):
        star(ctx, 76 + i * 15, 50, 1.4 + 0.22 * i)
    ctx.set_line_width(1.6)
    ctx.move_to(212, 43)
    ctx.line_to(222, 50)
    ctx.line_to(212, 57)
    ctx.stroke()
    surface.finish()
    shorten("way-sign.svg")


def moon_dial():
    """A lettered dial of when the moon rises and sets, as a web page would give it: PNG of 16 greys, 480 x 600."""
    w, h, k = 160.0, 200.0, 12
    surface, ctx = white_page(w, h, k)
    ctx.set_source_rgb(0, 0, 0)
    letters(ctx, "MOON DIAL", w / 2, 18, 15, 2.2, weight=cairo.FONT_WEIGHT_BOLD)
    ctx.save()
    ctx.translate(w / 2, 97)
    for r, lw in ((71, 1.1), (57.5, 0.6), (38, 0.6)):
        ctx.set_line_width(lw)
        ctx.arc(0, 0, r, 0, 2 * math.pi)
        ctx.stroke()
    for i in range(48):  # half hours
        a = math.pi * i / 24
        ctx.set_line_width(0.9 if i % 2 == 0 else 0.55)
        inner = 54.5 if i % 2 == 0 else 56
        ctx.move_to(inner * math.sin(a), -inner * math.cos(a))
        ctx.line_to(57.5 * math.sin(a), -57.5 * math.cos(a))
        ctx.stroke()
    for i in range(24):
        a = math.pi * i / 12
        arc_letters(ctx, str((i + 12) % 24 or 24), 48.3, a, 5.4, 0.2)
    for turn, text in enumerate(("MIDDAY", "SUNSET", "MIDNIGHT", "SUNRISE")):
        arc_letters(ctx, text, 61.2, turn * math.pi / 2, 7.4, 0.9)
        star(ctx, 64 * math.sin((turn + 0.5) * math.pi / 2), -64 * math.cos((turn + 0.5) * math.pi / 2), 3.2)
    for i in range(8):  # the moon that stands highest at that hour: new at midday, full at midnight
        a, phase = math.pi * i / 4, math.pi * i / 4
        ctx.save()
        ctx.translate(29 * math.sin(a), -29 * math.cos(a))
        ctx.set_line_width(0.8)
        ctx.arc(0, 0, 6, 0, 2 * math.pi)
        ctx.stroke()
        edge = math.cos(phase)  # where the terminator crosses the middle: 1 new, -1 full
        side = 1 if i <= 4 else -1  # the lit side is the right one while she grows
        for y in np.arange(-5.4, 5.5, 1.2):  # the dark part is hatched: large solids come off paper badly
            half = math.sqrt(36 - y * y)
            if edge > -0.99:
                ctx.set_line_width(0.62)
                ctx.move_to(-side * half, y)
                ctx.line_to(side * edge * half, y)
                ctx.stroke()
        ctx.restore()
    letters(ctx, "THE", 0, -6.5, 6.2, 0.9)
    letters(ctx, "MOON", 0, 2, 7.4, 0.9, weight=cairo.FONT_WEIGHT_BOLD)
    letters(ctx, "STANDS", 0, 9.5, 6.2, 0.5)
    ctx.restore()
    letters(ctx, "New, she rises with the sun.", w / 2, 182, 7.6, 0.1)
    letters(ctx, "Full, she rises as it sets.", w / 2, 193, 7.6, 0.1)
    grey = np.frombuffer(surface.get_data(), np.uint8).reshape(int(h * k), int(w * k), 4)[:, :, 0]
    small = Image.fromarray(grey.copy()).resize((480, 600), Image.BICUBIC)
    small = small.point([round(v / 17) * 17 for v in range(256)])
    small.convert("P", palette=Image.ADAPTIVE, colors=16).save(os.path.join(HERE, "moon-dial.png"), optimize=True)


def bumps(rng, shape, across, down):
    """Smooth noise about 0, its bumps so many pixels apart."""
    small = rng.normal(size=(int(shape[0] / down) + 3, int(shape[1] / across) + 3))
    image = Image.fromarray(small.astype(np.float32)).resize((shape[1], shape[0]), Image.BICUBIC)
    return np.asarray(image)


def strip_photograph():
    """A test strip as the program prints it, rubbed off onto a birch board and photographed by hand.

    Needs the program built (build/release) and pdftoppm.
    """
    import subprocess
    folder = tempfile.mkdtemp()
    pdf = os.path.join(folder, "strip.pdf")
    program = os.path.join(HERE, "..", "..", "build", "release", "bin", "tympan-cli")
    subprocess.run([program, "strip", "--sheet", pdf, "--printer", "laser printer", "--method", "gel-rub-off",
                    "--material", "pale-wood"], check=True)
    subprocess.run(["pdftoppm", "-r", "600", "-png", "-singlefile", pdf, pdf[:-4]], check=True)
    page = Image.open(pdf[:-4] + ".png").convert("L")
    mm = 600 / 25.4
    at = (15, 7, 195, 135)  # where it lies on A4
    print_ = np.asarray(page.crop([round(v * mm) for v in at]).transpose(Image.FLIP_LEFT_RIGHT), np.float32)
    k = 1 - print_ / 255
    # What is thinner than four of these pixels (0.17 mm) stays on the paper.
    least, width = k, 4
    for axis in (0, 1):
        least = np.min([np.roll(least, i, axis) for i in range(width)], axis=0)
    for axis in (0, 1):
        least = np.max([np.roll(least, -i, axis) for i in range(width)], axis=0)
    rng = np.random.default_rng(17)
    k = 0.88 * np.maximum(0, least - 0.03) / 0.97
    # The middle of the largest black area comes off in flakes.
    y, x = (int(68 * mm), int(8 * mm))
    side = int(40 * mm)
    flakes = bumps(rng, (side, side), 34, 34) > 0.75
    k[y:y + side, x:x + side][flakes] *= 0.12
    rim = int(26 * mm)
    k = np.pad(k, rim)
    grain = (0.05 * bumps(rng, k.shape, 700, 16) + 0.03 * bumps(rng, k.shape, 260, 150)
             + 0.02 * bumps(rng, k.shape, 5, 5))
    board = np.array([0.84, 0.70, 0.46]) * (1 + grain[:, :, None])
    face = board * ((1 - k) ** 2.2)[:, :, None]
    photo = Image.fromarray((255 * np.clip(face, 0, 1) ** (1 / 2.2)).astype(np.uint8))
    w, h = photo.size
    out = (1600, 1200)
    # From in front and the right, by hand.
    corners = [(120, 60), (1500, 130), (1570, 1130), (40, 1090)]
    rows, sides = [], []
    for (u, v), (sx, sy) in zip(corners, [(0, 0), (w, 0), (w, h), (0, h)]):
        rows += [[u, v, 1, 0, 0, 0, -sx * u, -sx * v], [0, 0, 0, u, v, 1, -sy * u, -sy * v]]
        sides += [sx, sy]
    photo = photo.filter(ImageFilter.GaussianBlur(2.2)).transform(
        out, Image.PERSPECTIVE, np.linalg.solve(np.array(rows, float), np.array(sides, float)), Image.BICUBIC,
        fillcolor=(96, 88, 80))
    light = np.asarray(photo, np.float32) / 255
    v, u = np.mgrid[-1:1:out[1] * 1j, -1:1:out[0] * 1j]
    light = light * np.exp(0.16 * u - 0.1 * v - 0.12 * (u * u + v * v))[:, :, None]
    light = light + rng.normal(size=light.shape) * 0.012
    Image.fromarray((255 * np.clip(light, 0, 1)).astype(np.uint8)).save(os.path.join(HERE, "strip.jpg"), quality=80)


if __name__ == "__main__":
    star_chart()
    moon()
    orrery()
    moon_dial()
    way_sign()
    northern_sky()
    comet()
    little_star()
    meteor_band()
    lantern_name()
    strip_photograph()
