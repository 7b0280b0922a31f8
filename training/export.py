"""Writes trained networks as the file that ships with Cruvo: 8-bit weights in the safetensors format.

    export.py SPEECH_FOLDER SYNTHETIC_FOLDER OUTPUT.safetensors WHOLE.pt LIVE.pt [--calibrations FILE.json]
"""

import argparse
import json
import struct
from pathlib import Path

import numpy as np
import torch

from corpus import read_folder
from network import LAYOUTS, PAIR
from phones import PHONES

EVERYTHING_RIGHT = dict(stated=[0, 1], right=[0, 1])


def folded(weight, norm):
    """A layer without its normalisation: weights [outputs, inputs] and bias [outputs]."""
    gain = norm["weight"] / torch.sqrt(norm["running_var"] + 1e-5)
    return weight * gain[:, None], norm["bias"] - norm["running_mean"] * gain


def quantised(name, weight, tensors):
    """A matrix in 8 bits, each row with a scale of its own."""
    scale = weight.abs().amax(1).clamp(min=1e-8) / 127
    tensors[f"{name}.weights"] = torch.round(weight / scale[:, None]).to(torch.int8).numpy()
    tensors[f"{name}.scale"] = scale.numpy().astype(np.float32)


def add_network(layout, state, tensors):
    for i in range(len(LAYOUTS[layout])):
        norm = {k: state[f"layers.{i}.norm.{k}"] for k in ("weight", "bias", "running_mean", "running_var")}
        weight, bias = folded(state[f"layers.{i}.mix.weight"], norm)
        quantised(f"{layout}.{i}", weight, tensors)
        tensors[f"{layout}.{i}.bias"] = bias.numpy().astype(np.float32)
    last = len(LAYOUTS[layout])
    quantised(f"{layout}.{last}", state["out.weight"], tensors)
    tensors[f"{layout}.{last}.bias"] = state["out.bias"].numpy().astype(np.float32)


def statistics(clips):
    """Natural logarithms of each phone's share of the frames [45] and of which phone follows which [45, 45]."""
    frames = np.ones(len(PHONES))
    follows = np.full((len(PHONES), len(PHONES)), 0.1)
    for clip in clips:
        every = clip.classes[5::10]
        frames += np.bincount(every, minlength=len(PHONES))
        changes = clip.classes[np.flatnonzero(np.diff(clip.classes.astype(int), prepend=-1))]
        np.add.at(follows, (changes[:-1], changes[1:]), 1)
    np.fill_diagonal(follows, 0.1)
    return np.log(frames / frames.sum()), np.log(follows / follows.sum(1, keepdims=True))


def write(path, tensors, metadata):
    header, blobs, at = {"__metadata__": metadata}, [], 0
    for name, values in tensors.items():
        blob = np.ascontiguousarray(values).tobytes()
        header[name] = dict(dtype="I8" if values.dtype == np.int8 else "F32", shape=list(values.shape), data_offsets=[at, at + len(blob)])
        blobs.append(blob)
        at += len(blob)
    text = json.dumps(header, separators=(",", ":")).encode()
    text += b" " * (-len(text) % 8)
    path.write_bytes(struct.pack("<Q", len(text)) + text + b"".join(blobs))


def main():
    options = argparse.ArgumentParser()
    for name in ("speech", "synthetic", "output", "whole", "live"):
        options.add_argument(name, type=Path)
    options.add_argument("--calibrations", type=Path)
    o = options.parse_args()
    runs = {layout: torch.load(path) for layout, path in dict(whole=o.whole, live=o.live).items()}
    tensors = {}
    for layout, run in runs.items():
        assert run["phones"] == PHONES
        add_network(layout, run["networks"][layout], tensors)
    trained_on = runs["whole"]["trained_on"]
    only = set(json.loads((o.speech / "split.json").read_text())["train"])
    clips = [c for c in read_folder(o.speech / "human", only) if c.speaker in trained_on] + read_folder(o.synthetic / "train")
    prior, bigram = statistics(clips)
    tensors["channel.shape"] = runs["whole"]["shape"].numpy().astype(np.float32)
    tensors["phones.prior"] = prior.astype(np.float32)
    quantised("phones.bigram", torch.from_numpy(bigram), tensors)
    calibrations = json.loads(o.calibrations.read_text()) if o.calibrations else {}
    metadata = {
        "phones": " ".join(PHONES),
        "frames_per_step": str(PAIR),
        "trained_on": " ".join(trained_on),
        **{f"{layout}.taps": json.dumps(LAYOUTS[layout] + [[0]]) for layout in LAYOUTS},
        **{f"calibration.{way}": json.dumps(calibrations.get(way, EVERYTHING_RIGHT)) for way in ("voice", "script", "live")},
    }
    write(o.output, tensors, metadata)
    print(f"{o.output}: {o.output.stat().st_size} bytes")


if __name__ == "__main__":
    main()
