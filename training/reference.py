"""Writes a small reference of what training computes, on which a test holds the product's own code.

    reference.py WHOLE.pt LIVE.pt OUTPUT.json

The sound is made of a few moving tones and is computed anew by the test.
"""

import json
import sys
from pathlib import Path

import numpy as np
import torch

import features as f
from network import LAYOUTS, Network

SECONDS = 1.2


def sound():
    """A buzz whose pitch and loudness move, and silence at its end."""
    t = np.arange(int(SECONDS * f.RATE)) / f.RATE
    buzz = sum(np.sin(2 * np.pi * k * (140 * t + 30 * t * t)) / k for k in (1, 2, 3, 5, 8, 13, 21))
    swell = 0.5 - 0.5 * np.cos(2 * np.pi * 3 * t)
    return torch.tensor(np.where(t < 0.9, 0.2 * buzz * swell, 0.0), dtype=torch.float32)


@torch.no_grad()
def main(whole: Path, live: Path, output: Path):
    samples = sound()
    frames = len(samples) // f.HOP
    bands, level = f.log_mel(f.power(f.windows(samples, frames)))
    runs = {layout: torch.load(path) for layout, path in dict(whole=whole, live=live).items()}
    shape = runs["whole"]["shape"]
    means = dict(whole=f.loud_mean(bands, level), live=f.RunningMean.over(bands[None], level[None], shape)[0])
    chosen = list(range(0, frames, 10))
    reference = dict(
        frames=chosen,
        bands=[[round(float(x), 3) for x in bands[i]] for i in chosen],
        levels=[round(float(level[i]), 3) for i in chosen],
    )
    for layout in LAYOUTS:
        network = Network(layout)
        network.load_state_dict(runs[layout]["networks"][layout])
        network.eval()
        shares = network(f.inputs(bands, level, means[layout])[None])[0].softmax(1)
        reference[layout] = [[round(float(x), 4) for x in shares[i]] for i in chosen]
    output.write_text(json.dumps(reference))


if __name__ == "__main__":
    main(*map(Path, sys.argv[1:]))
