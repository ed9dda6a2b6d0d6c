#!/usr/bin/env python3
"""The two sounds of the program, drawn from numbers: may.wav is soft and rises, must.wav is sharp and repeats."""
import math, struct, wave, pathlib

RATE = 22050


def write(name, seconds, level):
    frames = b"".join(struct.pack("<h", int(32000 * max(-1, min(1, level(i / RATE))))) for i in range(int(seconds * RATE)))
    with wave.open(str(pathlib.Path(__file__).parent / name), "wb") as out:
        out.setnchannels(1)
        out.setsampwidth(2)
        out.setframerate(RATE)
        out.writeframes(frames)


def note(t, start, length, pitch, overtones):
    t -= start
    if not 0 <= t < length:
        return 0
    fade = min(1, t / 0.01) * math.exp(-4 * t / length)
    return fade * sum(a * math.sin(2 * math.pi * pitch * k * t) for k, a in overtones)


soft, sharp = ((1, .5), (2, .12)), ((1, .4), (3, .25), (5, .12))
write("may.wav", 1.1, lambda t: note(t, 0, .6, 523.25, soft) + note(t, .35, .7, 659.25, soft))
write("must.wav", 1.0, lambda t: sum(note(t, k * .3, .22, 880, sharp) for k in range(3)))
