"""Clips with labels, read into memory."""

import json
from dataclasses import dataclass
from pathlib import Path

import numpy as np
import soundfile

from phones import SILENCE, class_of

GRID = 1000  # label classes a second: finer than frames, so that clips can be stretched


@dataclass
class Clip:
    id: str
    speaker: str
    text: str
    samples: np.ndarray  # float32 at 16 kHz
    classes: np.ndarray  # uint8, one a millisecond
    trust: float  # 0 to 1

    @property
    def seconds(self):
        return len(self.samples) / 16000


def read_samples(path: Path):
    samples, rate = soundfile.read(path, dtype="float32")
    assert rate == 16000, path
    return samples


def read_clip(path: Path):
    """The clip of a label file."""
    description = json.loads(path.read_text())
    samples = read_samples(path.with_name(description["file"]))
    classes = np.full(round(len(samples) / 16000 * GRID) + 1, SILENCE, np.uint8)
    for label in description["labels"]:
        start, end = round(label["start"] * GRID), round(label["end"] * GRID)
        classes[start:end] = class_of(label["phone"], label.get("part"))
    trust = description.get("agreement", 100) / 100
    return Clip(path.stem, description["speaker"], description["text"], samples, classes, trust)


def read_folder(folder: Path, only=None, without=()):
    """Every labelled clip under a folder; `only` a set of ids, `without` prefixes of speakers to leave out."""
    clips = []
    for path in sorted(folder.rglob("*.json")):
        if only is not None and path.stem not in only:
            continue
        if any(path.parent.name.startswith(prefix) for prefix in without):
            continue
        clips.append(read_clip(path))
    return clips
