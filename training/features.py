"""What the network hears: 40 log-mel bands and a level, 100 frames a second.

The same as packages/core/src/speech/features; a committed reference holds the
two together. Frame i is centred on (i + 0.5) * 10 ms.
"""

import numpy as np
import torch

RATE = 16000  # Hz
HOP = 160  # samples
WINDOW = 400  # samples, 25 ms
FFT = 512
BANDS = 40
LOWEST, HIGHEST = 60.0, 7600.0  # Hz
FLOOR = 1e-10  # -100 dBFS
LOUD_RANGE = 20.0  # dB below the loud end of the voice that still count as speech
QUIETEST_SPEECH = -70.0  # dBFS
DEEPEST = -4.0  # tens of dB below a band's mean

HANN = torch.hann_window(WINDOW, periodic=True)
# A full-scale sine has a power of about 0 dB.
SCALE = float((2.0 / HANN.sum()) ** 2)


def mel(f):
    """O'Shaughnessy's mel scale."""
    return 2595.0 * np.log10(1.0 + np.asarray(f) / 700.0)


def filterbank(warp=1.0):
    """Triangles [257, 40] whose frequencies are divided by `warp`: above 1 the voice sounds higher and smaller."""
    edges = 700.0 * (10.0 ** (np.linspace(mel(LOWEST), mel(HIGHEST), BANDS + 2) / 2595.0) - 1.0) / warp
    bins = np.arange(FFT // 2 + 1) * RATE / FFT
    low, centre, high = edges[:-2], edges[1:-1], edges[2:]
    rising = (bins[:, None] - low) / (centre - low)
    falling = (high - bins[:, None]) / (high - centre)
    return torch.tensor(np.maximum(0.0, np.minimum(rising, falling)), dtype=torch.float32)


PLAIN = filterbank()


def windows(samples, frames, hop=HOP):
    """[frames, 400] stretches of a 1-D tensor, centred on (i + 0.5) * hop, zeros outside."""
    starts = ((torch.arange(frames) + 0.5) * hop - WINDOW / 2).floor().long()
    padded = torch.nn.functional.pad(samples, (WINDOW, WINDOW + int(hop) + 1))
    index = (starts + WINDOW)[:, None] + torch.arange(WINDOW)
    return padded[index.clamp(0, len(padded) - 1)]


def power(stretches):
    """[frames, 400] -> [frames, 257] power of each bin, full-scale sine = 1."""
    spectrum = torch.fft.rfft(stretches * HANN, FFT)
    return (spectrum.real**2 + spectrum.imag**2) * SCALE


def log_mel(powers, bank=PLAIN):
    """[frames, 257] -> dB [frames, 40] and the level of each frame in dB [frames]."""
    bands = powers @ bank
    return 10.0 * torch.log10(bands + FLOOR), 10.0 * torch.log10(bands.sum(-1) + FLOOR)


def loud_mean(bands, level):
    """Each band's mean over the speech-like frames [40]; None where nothing is loud enough."""
    audible = level[level > QUIETEST_SPEECH]
    if len(audible) < 5:
        return None
    loudest = torch.quantile(audible, 0.95, interpolation="lower")
    return bands[level > max(float(loudest) - LOUD_RANGE, QUIETEST_SPEECH)].mean(0)


def inputs(bands, level, mean):
    """What the network reads, [frames, 41]; mean [40] or [frames, 40]."""
    shaped = ((bands - mean) / 10.0).clamp(min=DEEPEST)
    return torch.cat([shaped, ((level + 50.0) / 20.0).clamp(-2.5, 2.5)[:, None]], 1)


class RunningMean:
    """The live estimate of a channel: the spectrum's shape and its level, followed from the past alone."""

    SHAPE_PRIOR, SHAPE_MEMORY = 40.0, 800.0  # frames
    LEVEL_PRIOR, LEVEL_MEMORY = 4.0, 200.0  # frames
    DECAY = 0.03  # dB a frame by which the remembered peak sinks
    FIRST_LEVEL = -26.0  # dBFS

    @classmethod
    def over(cls, bands, level, shape, first_level=FIRST_LEVEL, heard=0.0):
        """Means as known at each frame [clips, frames, 40] of bands [clips, frames, 40] and level [clips, frames].

        `shape` [clips, 40] bands less level before anything is heard; `first_level` and `heard` (frames that the
        estimate has already heard) are numbers or [clips].
        """
        bands, level = bands.numpy(), level.numpy()
        clips, frames = level.shape
        shape = np.array(np.broadcast_to(shape, (clips, BANDS)), np.float32)
        mean_level = np.array(np.broadcast_to(first_level, clips), np.float32)
        peak = mean_level.copy()
        shape_weight, level_weight = cls.SHAPE_PRIOR + np.broadcast_to(heard, clips), cls.LEVEL_PRIOR + np.broadcast_to(heard, clips)
        out = np.empty_like(bands)
        for i in range(frames):
            now = level[:, i]
            peak = np.maximum(peak - cls.DECAY, now)
            loud = now > np.maximum(peak - LOUD_RANGE, QUIETEST_SPEECH)
            shape_weight = np.minimum(shape_weight + loud, cls.SHAPE_MEMORY)
            level_weight = np.minimum(level_weight + loud, cls.LEVEL_MEMORY)
            shape += (bands[:, i] - now[:, None] - shape) * (loud / shape_weight)[:, None]
            mean_level += (now - mean_level) * loud / level_weight
            out[:, i] = shape + mean_level[:, None]
        return torch.from_numpy(out)
