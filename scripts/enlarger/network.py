"""The network: small, in low-resolution space, predicting what bicubic enlarging misses.

Two planes go in (lightness / 255, and the compression strength of degrade.py), four come out: the residuals of the
four pixels that each pixel becomes, in reading order. Sub-pixel outputs after Shi et al. 2016; a residual to bicubic
after Kim et al. 2016. Every inner convolution has the identity added to it, which trains better and folds into its
weights afterwards (`plain`), so that what ships is nothing but convolutions and slopes.
"""
import copy

import torch
from torch import nn
from torch.nn import functional

CHANNELS, DEPTH = 32, 5
AGAIN = -0.5  # the second plane of a picture that the network itself has enlarged
REACH = DEPTH + 2  # how far, in pixels of the small picture, an output looks


class Enlarger(nn.Module):
    def __init__(self, channels=CHANNELS, depth=DEPTH):
        super().__init__()
        self.head = nn.Conv2d(2, channels, 3, padding=1)
        self.body = nn.ModuleList(nn.Conv2d(channels, channels, 3, padding=1) for _ in range(depth))
        self.slopes = nn.ModuleList(nn.PReLU(channels, 0.15) for _ in range(depth + 1))
        self.tail = nn.Conv2d(channels, 4, 3, padding=1)
        self.folded = False
        for layer in self.body:
            nn.init.normal_(layer.weight, std=0.3 * (2 / (9 * channels)) ** 0.5)
            nn.init.zeros_(layer.bias)
        nn.init.normal_(self.tail.weight, std=0.001)
        nn.init.zeros_(self.tail.bias)

    def forward(self, planes):
        held = self.slopes[0](self.head(planes))
        for layer, slope in zip(self.body, self.slopes[1:]):
            held = slope(layer(held) if self.folded else held + layer(held))
        return self.tail(held)


def plain(network):
    """The same function with the identities folded into the weights."""
    network = copy.deepcopy(network)
    for layer in network.body:
        with torch.no_grad():
            for channel in range(layer.weight.shape[0]):
                layer.weight[channel, channel, 1, 1] += 1
    network.folded = True
    return network.eval()


def bicubic(small):
    """Twice as large, Keys' cubic with a = -0.75, pixel centres kept: what the program adds the residual to."""
    return functional.interpolate(small, scale_factor=2, mode="bicubic", align_corners=False)


def enlarge(network, small, strength):
    """[n, 1, h, w] in 0..1 and [n] -> [n, 1, 2h, 2w]."""
    planes = torch.cat([small, strength.view(-1, 1, 1, 1).expand_as(small)], 1)
    planes = planes.contiguous(memory_format=torch.channels_last)
    return bicubic(small) + functional.pixel_shuffle(network(planes), 2)


def enlarge_whole(network, small, strength):
    """As the program does it: the picture's edge goes on beyond it; what is even stays so; rounded to 8 bits."""
    wide = functional.pad(small, [REACH] * 4, mode="replicate")
    cut = 2 * REACH
    with torch.no_grad():
        large = enlarge(network, wide, strength)[:, :, cut:-cut, cut:-cut]
        about = functional.pad(small, [1] * 4, mode="replicate")
        even = functional.max_pool2d(about, 3, 1) == -functional.max_pool2d(-about, 3, 1)
        twice = lambda plane: plane.repeat_interleave(2, 2).repeat_interleave(2, 3)
        large = torch.where(twice(even), twice(small), large)
    return large.mul(255).round().clamp(0, 255).div(255)
