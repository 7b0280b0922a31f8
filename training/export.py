"""Writes trained networks as the file that ships with Cruvo: 8-bit weights in the safetensors format.

    export.py SPEECH_FOLDER SYNTHETIC_FOLDER PHONOTACTICS.json OUTPUT.safetensors.gz WHOLE.pt LIVE.pt
              [--calibrations FILE.json]

Seven of the eight bits are used: what is heard stays the same, and the file packs smaller.
"""

import argparse
import gzip
import json
import struct
from pathlib import Path

import numpy as np
import torch

from corpus import read_folder
from network import LAYOUTS, PAIR
from phones import PHONES

LARGEST = 63
EVERYTHING_RIGHT = dict(stated=[0, 1], right=[0, 1])


def folded(weight, norm):
    """A layer without its normalisation: weights [outputs, inputs] and bias [outputs]."""
    gain = norm["weight"] / torch.sqrt(norm["running_var"] + 1e-5)
    return weight * gain[:, None], norm["bias"] - norm["running_mean"] * gain


def quantised(name, weight, tensors):
    """A matrix in 8 bits, each row with a scale of its own."""
    scale = weight.abs().amax(1).clamp(min=1e-8) / LARGEST
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


def prior(clips):
    """Natural logarithm of each phone's share of the frames [45]."""
    frames = np.ones(len(PHONES))
    for clip in clips:
        frames += np.bincount(clip.classes[5::10], minlength=len(PHONES))
    return np.log(frames / frames.sum())


TYPES = dict(int8="I8", uint8="U8", float32="F32")


def write(path, tensors, metadata):
    header, blobs, at = {"__metadata__": metadata}, [], 0
    for name, values in tensors.items():
        blob = np.ascontiguousarray(values).tobytes()
        header[name] = dict(dtype=TYPES[values.dtype.name], shape=list(values.shape), data_offsets=[at, at + len(blob)])
        blobs.append(blob)
        at += len(blob)
    text = json.dumps(header, separators=(",", ":")).encode()
    text += b" " * (-len(text) % 8)
    path.write_bytes(gzip.compress(struct.pack("<Q", len(text)) + text + b"".join(blobs), mtime=0))


def main():
    options = argparse.ArgumentParser()
    for name in ("speech", "synthetic", "phonotactics", "output", "whole", "live"):
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
    tensors["channel.shape"] = runs["whole"]["shape"].numpy().astype(np.float32)
    tensors["phones.prior"] = prior(clips).astype(np.float32)
    phonotactics = json.loads(o.phonotactics.read_text())
    for name in ("phones", "children", "costs", "backoffs"):
        tensors[f"phonotactics.{name}"] = np.array(phonotactics[name], np.uint8)
    calibrations = json.loads(o.calibrations.read_text()) if o.calibrations else {}
    metadata = {
        "phones": " ".join(PHONES),
        "frames_per_step": str(PAIR),
        "phonotactics.levels": json.dumps(phonotactics["levels"]),
        "trained_on": " ".join(trained_on),
        **{f"{layout}.taps": json.dumps(LAYOUTS[layout] + [[0]]) for layout in LAYOUTS},
        **{f"calibration.{way}": json.dumps(calibrations.get(way, EVERYTHING_RIGHT)) for way in ("voice", "script", "live")},
    }
    write(o.output, tensors, metadata)
    print(f"{o.output}: {o.output.stat().st_size} bytes")


if __name__ == "__main__":
    main()
