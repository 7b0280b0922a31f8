"""Other voices, rooms, microphones and noises, made from the clips there are.

Speed and pitch vary apart from each other: the speed by the spacing of the
frames, the pitch and the length of the vocal tract by warping the frequencies of
the mel bands. Noise and room are laid over the samples; equalisers, telephone
bands and whispering change the power spectrum.
"""

import numpy as np
import scipy.signal
import torch

import features as f
from phones import SILENCE

FREQUENCIES = np.arange(f.FFT // 2 + 1) * f.RATE / f.FFT
WARPS = np.round(np.exp(np.linspace(np.log(0.68), np.log(1.64), 45)), 3)  # -6.7 to +8.6 semitones
BANKS = {w: f.filterbank(w) for w in WARPS}


def nearest_warp(w):
    return WARPS[np.argmin(np.abs(WARPS - w))]


def coloured(n, slope, rng):
    """Noise whose power falls by `slope` times 3 dB an octave; unit RMS."""
    size = 1 << int(np.ceil(np.log2(max(n, 2))))
    spectrum = np.fft.rfft(rng.standard_normal(size).astype(np.float32))
    spectrum /= np.maximum(np.arange(len(spectrum)), 3) ** (slope / 2)
    return unit(np.fft.irfft(spectrum)[:n])


def unit(x):
    return (x / (np.sqrt(np.mean(x**2)) + 1e-9)).astype(np.float32)


def clicks(n, rng):
    """Keys, taps and crackle: short ringing bursts, alone or in runs."""
    out = np.zeros(n + 4000, np.float32)
    t = np.arange(2400) / f.RATE
    for _ in range(max(1, rng.poisson(n / f.RATE * rng.choice([1, 4, 9])))):
        at = rng.integers(0, n)
        ring = rng.standard_normal(2400) * np.exp(-t * rng.uniform(80, 1500))
        if rng.random() < 0.5:
            ring += np.sin(2 * np.pi * rng.uniform(150, 5000) * t) * np.exp(-t * rng.uniform(40, 400)) * 2
        if rng.random() < 0.5:
            ring = np.diff(ring, prepend=0)
        out[at : at + 2400] += ring * rng.uniform(0.2, 1)
    return unit(out[:n]) * 1.5


def hum(n, rng):
    t = np.arange(n) / f.RATE
    base = rng.choice([50.0, 60.0, rng.uniform(80, 400)])
    return unit(sum(rng.random() / k * np.sin(2 * np.pi * base * k * t + rng.uniform(0, 6.3)) for k in range(1, 12)))


def fan(n, rng):
    t = np.arange(n) / f.RATE
    swell = 1 + 0.4 * np.sin(2 * np.pi * rng.uniform(1, 25) * t)
    return unit(coloured(n, rng.uniform(0.5, 2), rng) * swell + 0.5 * rng.random() * hum(n, rng))


def music(n, rng):
    """Chords of plucked or held partials, now and then with a beat."""
    out = np.zeros(n, np.float32)
    t = np.arange(n) / f.RATE
    step, at = rng.uniform(0.15, 0.7), 0.0
    while at < n / f.RATE:
        since = np.maximum(t - at, 0)
        gate = (t >= at) * np.exp(-since * rng.choice([0.5, 3, 8])) * (1 - np.exp(-since * 200))
        for _ in range(rng.integers(1, 4)):
            base = 110 * 2 ** (rng.integers(0, 37) / 12)
            for k in range(1, rng.integers(2, 9)):
                if base * k < 7000:
                    out += gate * np.sin(2 * np.pi * base * k * t) / k ** rng.uniform(0.7, 2)
        at += step
    if rng.random() < 0.4:
        out = unit(out) + clicks(n, rng) * 0.7
    return unit(out)


def babble(n, clips, rng):
    out = np.zeros(n, np.float32)
    for _ in range(rng.integers(4, 9)):
        voice = unit(clips[rng.integers(len(clips))].samples)
        out += np.roll(np.resize(voice, n), rng.integers(n))
    return unit(out)


def noise(n, clips, rng):
    kind = rng.random()
    if kind < 0.3:
        return coloured(n, rng.uniform(-0.3, 2), rng)
    if kind < 0.48:
        return clicks(n, rng) + coloured(n, 1, rng) * 0.03
    if kind < 0.56:
        return hum(n, rng)
    if kind < 0.64:
        return fan(n, rng)
    # Music is what sounds most like a voice without being one.
    return music(n, rng) if kind < 0.88 else babble(n, clips, rng)


class Noises:
    """Many noises made once, of which stretches are taken; making each anew would take longer than training."""

    LENGTH = 10 * f.RATE

    def __init__(self, clips, rng, count=400):
        self.all = [noise(self.LENGTH, clips, rng) for _ in range(count)]
        self.steady = [coloured(self.LENGTH, rng.uniform(-0.3, 1.8), rng) for _ in range(40)]

    def take(self, n, rng, steady=False):
        kept = self.steady if steady else self.all
        start = rng.integers(self.LENGTH - n)
        return kept[rng.integers(len(kept))][start : start + n]


def room(samples, rng):
    """A short reverberation or one echo; labels stay where they are."""
    if rng.random() < 0.25:
        response = np.zeros(rng.integers(400, 2600), np.float32)
        response[0], response[-1] = 1, rng.uniform(0.1, 0.45)
    else:
        decay = rng.uniform(0.08, 0.55)
        t = np.arange(int(decay * f.RATE)) / f.RATE
        response = rng.standard_normal(len(t)) * 10 ** (-3 * t / decay)
        response *= rng.uniform(0.15, 0.9) / np.sqrt(np.sum(response**2))
        response[0] = 1
    return scipy.signal.fftconvolve(samples, response.astype(np.float32))[: len(samples)].astype(np.float32)


def equaliser(rng):
    """A random gain of every bin [257], as power: tilt, bumps, telephone and band limits."""
    octaves = np.log2(np.maximum(FREQUENCIES, 40) / 1000)
    gain = rng.normal(0, 2.0) * octaves
    knots = np.linspace(octaves[0], octaves[-1], 9)
    gain = gain + np.interp(octaves, knots, rng.normal(0, 4, 9))
    if rng.random() < 0.45:
        edge = rng.choice([3400, 4000, 5400, rng.uniform(3400, 7800)])
        gain = gain - np.maximum(0, FREQUENCIES - edge) / rng.uniform(2, 20)
    if rng.random() < 0.3:
        gain = gain - np.maximum(0, rng.uniform(80, 330) - FREQUENCIES) / rng.uniform(3, 15)
    return torch.tensor(10 ** (np.maximum(gain, -90) / 10), dtype=torch.float32)


def whispered(powers, rng):
    """The same spectrum's envelope, excited by breath instead of a voice."""
    envelope = torch.nn.functional.avg_pool1d(powers[:, None], 13, 1, 6, count_include_pad=False)[:, 0]
    breath = torch.from_numpy(rng.exponential(1, powers.shape).astype(np.float32))
    tilt = torch.from_numpy((np.maximum(FREQUENCIES, 150) / 1000).astype(np.float32)) ** 1.2
    return envelope * breath * tilt * 0.1


def pick_warp(rng):
    """Mostly people, some of them children and giants, some cartoon voices."""
    if rng.random() < 0.6:
        return nearest_warp(np.exp(rng.normal(0, 0.07)))
    return WARPS[rng.integers(len(WARPS))]


# Share of the examples that are as they were recorded, but for speed, level and faint noise.
AS_RECORDED = 0.3


def segment(clip, frames, noises, rng):
    """One training example: dB bands [frames, 40], level [frames], classes [frames]; None for the clip: no speech."""
    as_recorded = clip is not None and rng.random() < AS_RECORDED
    speed = np.clip(np.exp(rng.normal(0, 0.1)), 0.75, 1.35)
    hop = f.HOP * speed
    n = int(frames * hop) + f.WINDOW
    classes = np.full(frames, SILENCE)
    if clip is None:
        samples = np.zeros(n, np.float32)
    else:
        spare = len(clip.samples) - n
        start = rng.integers(min(0, spare), max(1, spare + 1)) if spare > 0 else -rng.integers(0, -spare + 1)
        samples = np.zeros(n, np.float32)
        lo, hi = max(0, start), min(len(clip.samples), start + n)
        samples[lo - start : hi - start] = clip.samples[lo:hi]
        moments = (start + (np.arange(frames) + 0.5) * hop) / f.RATE
        index = np.round(moments * 1000).astype(int)
        inside = (index >= 0) & (index < len(clip.classes))
        classes[inside] = clip.classes[index[inside]]
        loud = np.sqrt(np.mean(np.sort(samples**2)[-len(samples) // 4 :]) + 1e-12)
        samples *= 10 ** (rng.uniform(-42, -11) / 20) / loud
        if not as_recorded and rng.random() < 0.3:
            samples = room(samples, rng)
        if not as_recorded and rng.random() < 0.04:
            limit = np.abs(samples).max() * rng.uniform(0.15, 0.6)
            samples = np.clip(samples, -limit, limit)
    level = 20 * np.log10(np.sqrt(np.mean(samples**2)) + 1e-6)
    if clip is None:
        beneath = noises.take(n, rng) * 10 ** (rng.uniform(-90, -12) / 20)
    elif not as_recorded and rng.random() < 0.45:
        beneath = noises.take(n, rng) * 10 ** ((level - rng.uniform(4, 35)) / 20)
    else:
        beneath = noises.take(n, rng, steady=True) * 10 ** ((level - rng.uniform(30, 70)) / 20)
    if as_recorded:
        return *f.log_mel(powers_of(samples + beneath, frames, hop)), torch.from_numpy(classes).long()
    if clip and rng.random() < 0.05:
        heard = whispered(powers_of(samples, frames, hop), rng) + powers_of(beneath, frames, hop)
    else:
        heard = powers_of(samples + beneath, frames, hop)
    # Only the voice ought to be warped, not the noise; no learner of bands can tell.
    bands, level = f.log_mel(heard * equaliser(rng), BANKS[pick_warp(rng)])
    return bands, level, torch.from_numpy(classes).long()


def powers_of(samples, frames, hop):
    return f.power(f.windows(torch.from_numpy(samples.astype(np.float32)), frames, hop))
