"""Trains both networks together, on the same augmented stretches of speech.

    train.py SPEECH_FOLDER SYNTHETIC_FOLDER OUTPUT.pt [--steps N] [--onwards-from EARLIER.pt] [--without queen- ...]

Nothing of split.json's dev list is trained on.
"""

import argparse
import json
import time
from pathlib import Path

import numpy as np
import torch
from torch import nn

import augment
import features as f
from corpus import read_folder
from judge import judge
from network import LAYOUTS, Network
from phones import PHONES, SILENCE

FRAMES = 400
BATCH = 32
SHARES = dict(human=0.70, synthetic=0.22, nothing=0.08)


class Segments(torch.utils.data.IterableDataset):
    """Endless random batches: inputs of each layout [batch, frames, 41], classes and weights [batch, frames]."""

    def __init__(self, human, synthetic, shape, seed):
        self.human, self.synthetic, self.shape, self.seed = human, synthetic, shape, seed
        chance = np.array([clip.seconds for clip in human])
        self.chance = chance / chance.sum()

    def __iter__(self):
        rng = np.random.default_rng(self.seed)
        torch.set_num_threads(1)
        noises = augment.Noises(self.human, rng)
        while True:
            items = [self.item(noises, rng) for _ in range(BATCH)]
            bands, level, classes, trust = (torch.stack(column) for column in zip(*items))
            whole, live = self.means(bands, level, rng)
            inputs = [torch.stack([f.inputs(*clip) for clip in zip(bands, level, mean)]) for mean in (whole, live)]
            yield *inputs, torch.where(level < f.QUIETEST_SPEECH, torch.tensor(SILENCE), classes), trust

    def item(self, noises, rng):
        kind = rng.random()
        if kind < SHARES["nothing"]:
            clip = None
        elif kind < SHARES["nothing"] + SHARES["synthetic"]:
            clip = self.synthetic[rng.integers(len(self.synthetic))]
        else:
            clip = self.human[rng.choice(len(self.human), p=self.chance)]
        return *augment.segment(clip, FRAMES, noises, rng), torch.full((FRAMES,), clip.trust if clip else 1.0)

    def means(self, bands, level, rng):
        """What the networks take for the channel: nearly the clip's mean, and what is known of it while it is heard."""
        wholes, shapes, levels, heard = [], [], [], []
        for clip in zip(bands, level):
            mean = f.loud_mean(*clip)
            if mean is None:
                mean = self.shape + f.RunningMean.FIRST_LEVEL
            jitter = torch.tensor(np.interp(np.arange(f.BANDS), np.linspace(0, f.BANDS - 1, 6), rng.normal(0, 1, 6)), dtype=torch.float32)
            wholes.append(mean + jitter * 0.8)
            cold = rng.random() < 0.4
            over = float((mean - self.shape).mean())
            shapes.append(self.shape if cold else mean - over + jitter * 1.5)
            levels.append(f.RunningMean.FIRST_LEVEL if cold else over + rng.normal(0, 2))
            heard.append(0.0 if cold else rng.uniform(20, 500))
        live = f.RunningMean.over(bands, level, torch.stack(shapes).numpy(), np.array(levels), np.array(heard))
        return torch.stack(wholes)[:, None].expand(-1, FRAMES, -1), live


def mask(x, rng):
    """Hides a group of bands or a short while now and then, so that no single clue is leant on."""
    for row in x:
        if rng.random() < 0.4:
            width, at = rng.integers(1, 9), rng.integers(f.BANDS)
            row[:, at : at + width].mul_(0)
        for _ in range(rng.integers(0, 4)):
            width, at = rng.integers(2, 8), rng.integers(FRAMES)
            row[at : at + width].mul_(0)
    return x


def prior_shape(clips):
    """The mean spectrum of speech less its level, [40] dB, of the clips that are not cut off at the top."""
    shapes = []
    for clip in clips[:: max(1, len(clips) // 300)]:
        bands, level = f.log_mel(f.power(f.windows(torch.from_numpy(clip.samples), len(clip.samples) // f.HOP)))
        mean = f.loud_mean(bands, level)
        if mean is not None:
            loud = level[level > level.max() - f.LOUD_RANGE]
            shapes.append(mean - loud.mean())
    wide = [shape for shape in shapes if shape[-2] > -60]
    return torch.stack(wide).mean(0)


def main():
    options = argparse.ArgumentParser()
    options.add_argument("speech", type=Path)
    options.add_argument("synthetic", type=Path)
    options.add_argument("output", type=Path)
    options.add_argument("--steps", type=int, default=9000)
    options.add_argument("--without", nargs="*", default=[], help="speaker folders to leave out, by their beginnings")
    options.add_argument("--onwards-from", type=Path, help="weights of an earlier training to begin with")
    options.add_argument("--layouts", nargs="*", default=list(LAYOUTS))
    options.add_argument("--report", type=int, default=500)
    options.add_argument("--rate", type=float, default=2.5e-3, help="highest learning rate of the cycle")
    options.add_argument("--seed", type=int, default=1)
    o = options.parse_args()

    split = json.loads((o.speech / "split.json").read_text())
    human = read_folder(o.speech / "human", set(split["train"]), o.without)
    synthetic = read_folder(o.synthetic / "train")
    judged = dict(
        never=read_folder(o.speech / "human", set(split["dev"]))
        + [c for c in read_folder(o.speech / "human", set(split["train"])) if o.without and c.speaker.startswith(tuple(o.without))][:150],
        synthetic=read_folder(o.synthetic / "dev")[:60],
    )
    heard = {clip.speaker for clip in human}
    judged["known"] = [c for c in judged["never"] if c.speaker in heard]
    judged["never"] = [c for c in judged["never"] if c.speaker not in heard]
    print({k: len(v) for k, v in judged.items()}, f"human {sum(c.seconds for c in human) / 60:.1f} min,",
          f"synthetic {sum(c.seconds for c in synthetic) / 60:.1f} min", flush=True)

    shape = prior_shape(human)
    torch.manual_seed(o.seed)
    torch.set_num_threads(1)
    rng = np.random.default_rng(o.seed)
    networks = {name: Network(name) for name in o.layouts}
    if o.onwards_from:
        earlier = torch.load(o.onwards_from)
        shape = earlier["shape"]
        for name, network in networks.items():
            network.load_state_dict(earlier["networks"][name])
    averages = {name: torch.optim.swa_utils.AveragedModel(n, avg_fn=lambda a, b, _: a * 0.998 + b * 0.002) for name, n in networks.items()}
    parameters = [p for n in networks.values() for p in n.parameters()]
    optimiser = torch.optim.AdamW(parameters, lr=o.rate, weight_decay=0.02)
    schedule = torch.optim.lr_scheduler.OneCycleLR(optimiser, o.rate, o.steps, pct_start=0.08)
    loader = iter(torch.utils.data.DataLoader(Segments(human, synthetic, shape, o.seed * 1000), batch_size=None, num_workers=1, prefetch_factor=6))
    loss_of = nn.CrossEntropyLoss(reduction="none", label_smoothing=0.05)
    began, losses = time.time(), []
    for step in range(1, o.steps + 1):
        whole, live, classes, trust = next(loader)
        total = 0
        for name, network in networks.items():
            x = mask((whole if name == "whole" else live).clone(), rng)
            loss = loss_of(network(x).transpose(1, 2), classes)
            total = total + (loss * trust).mean()
        optimiser.zero_grad()
        total.backward()
        nn.utils.clip_grad_norm_(parameters, 2.0)
        optimiser.step()
        schedule.step()
        for name, network in networks.items():
            averages[name].update_parameters(network)
        losses.append(float(total.detach()) / len(networks))
        if step % 100 == 0:
            print(f"{step} {np.mean(losses[-100:]):.3f} {time.time() - began:.0f} s", flush=True)
        if step % o.report == 0 or step == o.steps:
            saved = {}
            for name in networks:
                # Averaged weights need the running statistics of the network itself.
                model = averages[name].module
                model.load_state_dict({**networks[name].state_dict(), **{k: v for k, v in model.state_dict().items() if "running" not in k and "num_batches" not in k}})
                model.eval()
                for group, clips in judged.items():
                    print(" ", name, group, judge(model, clips, shape, live=name == "live"), flush=True)
                saved[name] = model.state_dict()
            torch.save(dict(networks=saved, shape=shape, trained_on=sorted(heard), phones=PHONES), o.output)


if __name__ == "__main__":
    main()
