"""Trains the enlarger's two networks. They learn together first, from everything; then the one for photographs parts
and goes on with photographs, nearly alone. Resumable: a batch is a function of its number alone, and the state is
written every minute.

    train.py FOLDER drawing [--threads N]
    train.py FOLDER photo [--threads N]      (after `drawing`, or beside it once that has come to PARTING)

FOLDER keeps the squares that were cut (squares-*.npy), the states (drawing.pt, together.pt, photo.pt) and the curves.
"""
import argparse
import copy
import math
import os
import pathlib
import queue
import threading
import time

import numpy as np
import torch

import degrade
import evaluate
import network as networks
import pictures

SEED = 20
SQUARE = 96  # px of the large picture; the small one has half
# Squares of each kind in a batch, and of how many of them the network gets its own enlarging of a quarter of the size.
BATCHES = {
    "drawing": {"photo": (8, 1), "clip-art": (3, 1), "lettering": (4, 1), "engraving": (2, 0)},
    "photo": {"photo": (14, 2), "clip-art": (1, 0), "lettering": (1, 0), "engraving": (1, 0)},
}
PARTING, STEPS = 22_000, 30_000
RATE, WARM_UP, KEPT = 2e-3, 300, 0.9995  # peak step size; steps to reach it; share the running average keeps
FLOOR = 0.1 / 255**2  # below the rounding of eight bits nothing more is to be won
EDGE = 6  # px of the small square left out of the loss: convolutions there see a border that pictures lack


def squares(folder, kind):
    """The training squares of one kind, cut once and kept."""
    path = folder / f"squares-{kind}.npy"
    if not path.exists():
        cut = pictures.crops(kind, "train", SQUARE, {"photo": 48, "engraving": 12}.get(kind, 8), SEED)
        np.save(path.with_suffix(".new.npy"), cut)
        os.replace(path.with_suffix(".new.npy"), path)
    return np.load(path, mmap_mode="r")


def busy(square):
    return np.abs(np.diff(square.astype(np.int16), axis=1)).mean()


def batch(number, held, what):
    """Batch `number` for one of the networks, squares turned and flipped at random: (small, strength, large), and the
    same of those that the network is to enlarge twice."""
    random = np.random.default_rng([SEED, number])
    once, twice = [], []
    for kind, (count, again) in BATCHES[what].items():
        for turn, (index, other) in enumerate(random.integers(len(held[kind]), size=(count, 2))):
            square = held[kind][index]
            if kind == "photo":  # of two the one with more in it: sky teaches little
                square = max(square, held[kind][other], key=busy)
            square = np.rot90(square, random.integers(4))
            square = square[:, ::-1] if random.random() < 0.5 else square
            square = np.ascontiguousarray(255 - square if random.random() < 0.25 else square)
            scale, found = (4, twice) if turn < again else (2, once)
            found.append((*degrade.degrade(square, scale, kind != "photo", degrade.MIXES[what], random), square))
    as_planes = lambda parts: torch.from_numpy(np.stack(parts)).float().div(255)[:, None]
    return [(as_planes(small), torch.tensor(strength, dtype=torch.float32), as_planes(large))
            for small, strength, large in (zip(*found) for found in (once, twice))]


def joined(network, once, twice):
    """One batch of both; for the second enlarging the large squares stay, as what the first gave is their half."""
    small, strength, large = once
    first, first_strength, truth = twice
    grown = networks.enlarge_whole(network, first, first_strength)
    again = torch.full_like(first_strength, networks.AGAIN)
    return torch.cat([small, grown]), torch.cat([strength, again]), torch.cat([large, truth])


def loss_of(network, small, strength, large):
    """Mean over squares of log(error / bicubic's error): proportional to the gain in decibels."""
    inner = (slice(None), slice(None)) + (slice(2 * EDGE, -2 * EDGE),) * 2
    error = lambda picture: (picture - large)[inner].pow(2).mean((1, 2, 3)) + FLOOR
    return torch.log(error(networks.enlarge(network, small, strength)) / error(networks.bicubic(small))).mean()


def rate_at(step):
    """A short warm-up, then half a cosine down to nothing."""
    return RATE * min(1, step / WARM_UP) * 0.5 * (1 + math.cos(math.pi * step / STEPS))


def save(path, **state):
    torch.save(state, path.with_suffix(".new"))
    os.replace(path.with_suffix(".new"), path)


def started(folder, what, network, average, optimizer):
    """The step to go on from, everything put back as it was then; 0 for a new network."""
    own, together = folder / f"{what}.pt", folder / "together.pt"
    found = own if own.exists() or what == "drawing" else together
    if not found.exists():
        if what == "photo":
            raise SystemExit(f"train.py: no {found}. The network for photographs parts from the other at step "
                             f"{PARTING}: train `drawing` up to there first.")
        return 0
    state = torch.load(found)
    network.load_state_dict(state["network"])
    average.load_state_dict(state["average"])
    optimizer.load_state_dict(state["optimizer"])
    return state["step"]


def learn(network, average, optimizer, step, parts):
    """One step; returns its loss."""
    for group in optimizer.param_groups:
        group["lr"] = rate_at(step)
    loss = loss_of(network, *joined(network, *parts))
    optimizer.zero_grad(set_to_none=True)
    loss.backward()
    torch.nn.utils.clip_grad_norm_(network.parameters(), 1.0)
    optimizer.step()
    kept = min(KEPT, (1 + step) / (10 + step))
    with torch.no_grad():
        for mean, value in zip(average.parameters(), network.parameters()):
            mean.lerp_(value, 1 - kept)
    return loss.item()


def judge(average, judged, done, curve):
    """Prints the gains so far and adds them to the curve."""
    rows = evaluate.table(networks.plain(average), judged)
    print(evaluate.show(rows), flush=True)
    with open(curve, "a") as lines:
        for row, gains in rows.items():
            lines.writelines(f"{done},{row},{kind},{value:.3f}\n" for kind, value in gains.items())


def train(folder, what):
    shares = BATCHES[what]
    held = {kind: squares(folder, kind) for kind in shares}
    print({kind: len(found) for kind, found in held.items()}, flush=True)
    judged = {kind: evaluate.held_out(kind, "validation", 10) for kind in shares}
    torch.manual_seed(SEED)
    network = networks.Enlarger().to(memory_format=torch.channels_last)
    average = copy.deepcopy(network)
    optimizer = torch.optim.Adam(network.parameters(), RATE)
    first = started(folder, what, network, average, optimizer)
    ready = queue.Queue(16)
    make = lambda: [ready.put(batch(number, held, what)) for number in range(first, STEPS)]
    threading.Thread(target=make, daemon=True).start()
    saved, recent = time.monotonic(), []
    for step in range(first, STEPS):
        recent.append(learn(network, average, optimizer, step, ready.get()))
        done = step + 1
        if time.monotonic() - saved > 60 or done in (PARTING, STEPS):
            for name in [what, "together"] if done == PARTING else [what]:
                save(folder / f"{name}.pt", step=done, network=network.state_dict(), average=average.state_dict(),
                     optimizer=optimizer.state_dict())
            saved = time.monotonic()
        if done % 500 == 0:
            print(f"{done} loss {np.mean(recent):.4f}", flush=True)
            recent = []
        if done % 4000 == 0 or done == STEPS:
            judge(average, judged, done, folder / f"curve-{what}.csv")


if __name__ == "__main__":
    asked = argparse.ArgumentParser()
    asked.add_argument("folder", type=pathlib.Path)
    asked.add_argument("what", choices=BATCHES)
    asked.add_argument("--threads", type=int, default=2)
    asked = asked.parse_args()
    asked.folder.mkdir(parents=True, exist_ok=True)
    torch.set_num_threads(asked.threads)
    train(asked.folder, asked.what)
