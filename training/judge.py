"""A quick look while training: frames of speech right within 20 ms, without decoding.

The figures that count come from the decoder of the product (evaluate.ts).
"""

import numpy as np
import torch

import features as f
from phones import PHONES


def viseme_of_class():
    groups = "sil|p b m|f v|th dh|t d|k g ng|ch jh sh zh|s z|n l|r er|aa ah ay1 aw1|eh ae ey1|ih iy y ay2 ey2 oy2|ao oy1 ow1|uh uw w aw2 ow2"
    table = {phone: i for i, group in enumerate(groups.split("|")) for phone in group.split()}
    return np.array([table.get(phone, -1) for phone in PHONES])


def visemes(classes, table):
    """Classes to visemes; hh takes the class of what follows."""
    v = table[classes].copy()
    for i in range(len(v) - 1, -1, -1):
        if v[i] < 0:
            v[i] = v[i + 1] if i + 1 < len(v) else 0
    return v


@torch.no_grad()
def judge(model, clips, shape, live):
    table = viseme_of_class()
    right = total = still = silent = 0
    for clip in clips:
        frames = len(clip.samples) // f.HOP // 2 * 2
        bands, level = f.log_mel(f.power(f.windows(torch.from_numpy(clip.samples), frames)))
        mean = f.RunningMean.over(bands[None], level[None], shape)[0] if live else f.loud_mean(bands, level)
        if mean is None:
            continue
        logits = model(f.inputs(bands, level, mean)[None])[0]
        logits = torch.nn.functional.avg_pool1d(logits.softmax(1).T[None], 3, 1, 1)[0].T
        heard = visemes(logits.argmax(1).numpy(), table)
        index = np.minimum(((np.arange(frames) + 0.5) * 10).astype(int), len(clip.classes) - 1)
        reference = visemes(clip.classes[index], table)
        padded = np.pad(reference, 2, mode="edge")
        near = np.any([padded[k : k + frames] == heard for k in range(5)], axis=0)
        speech = reference > 0
        right += near[speech].sum()
        total += speech.sum()
        still += ((heard > 0) == speech).sum()
        silent += frames
    return f"tol20 {100 * right / max(total, 1):.1f} sil {100 * still / max(silent, 1):.1f}"
