"""Makes synthetic speech with exact labels from a list of sentences.

Debian's flite and festival voices say the sentences at varied speeds; their own
segment times become labels. Every twelfth sentence is kept for judging and never
trained on.

    synthesise.py SPEECH_FOLDER OUTPUT_FOLDER
"""

import json
import random
import re
import subprocess
import sys
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import numpy as np
import scipy.io.wavfile
import scipy.signal

from phones import DIPHTHONGS

RATE = 16000
# kal16 and kal_diphone join recorded halves of sounds and ring artificially: little of them.
FLITE = {"slt": 1.0, "rms": 1.0, "awb": 1.0, "kal16": 0.2}
FESTIVAL = {"cmu_us_slt_arctic_hts": 0.5}
LARGEST_SLIP = 0.12  # seconds between the last label and the end of the sound


def viseme_table(speech: Path):
    table = json.loads((speech / "visemes.json").read_text())
    return table, set(table["silence"]), table["aliases"]


def labels_of(segments, duration, tables):
    """[(end s, phone)] to touching labels that cover 0 to duration, or None where they slip."""
    table, silences, aliases = tables
    if not segments or abs(segments[-1][0] - duration) > LARGEST_SLIP:
        return None
    labels, start = [], 0.0
    for end, raw in segments:
        end = min(max(end, start), duration)
        phone = re.sub(r"\d", "", raw.lower()) if raw.lower() not in silences else "sil"
        phone = "sil" if phone in silences else aliases.get(phone, phone)
        if phone in DIPHTHONGS:
            middle = (start + end) / 2
            first, second = table["diphthongs"][phone]
            labels.append(dict(start=start, end=middle, phone=phone, part=1, viseme=first))
            labels.append(dict(start=middle, end=end, phone=phone, part=2, viseme=second))
        elif labels and phone == "sil" and labels[-1]["phone"] == "sil":
            labels[-1]["end"] = end
        elif end > start:
            labels.append(dict(start=start, end=end, phone=phone, viseme=table["phones"].get(phone, 0)))
        start = end
    labels[-1]["end"] = duration
    for i, label in enumerate(labels):
        if label["phone"] == "hh":
            label["viseme"] = labels[i + 1]["viseme"] if i + 1 < len(labels) else 0
    return labels


def write(folder: Path, name, text, voice, samples, segments, tables):
    labels = labels_of(segments, len(samples) / RATE, tables)
    if labels is None:
        return False
    folder.mkdir(parents=True, exist_ok=True)
    scipy.io.wavfile.write(folder / f"{name}.wav", RATE, samples)
    clip = dict(file=f"{name}.wav", text=text, speaker=f"synthetic-{voice}", agreement=100, labels=labels)
    (folder / f"{name}.json").write_text(json.dumps(clip))
    return True


def flite(voice, stretch, text, path: Path):
    said = subprocess.run(
        ["flite", "-voice", voice, "--setf", f"duration_stretch={stretch:.2f}", "-psdur", "-t", text, "-o", path],
        capture_output=True, text=True, check=True,
    ).stdout
    segments = [(float(end), phone) for phone, end in (token.rsplit(":", 1) for token in said.split() if ":" in token)]
    rate, samples = scipy.io.wavfile.read(path)
    return resampled(samples, rate), segments


def festival(voice, items, folder: Path):
    """One process for all: starting it takes longer than a sentence."""
    lines = [f"(voice_{voice})"]
    for name, stretch, text in items:
        escaped = text.replace("\\", "").replace('"', '\\"')
        lines += [
            f"(Parameter.set 'Duration_Stretch {stretch:.2f})",
            f'(set! u (SynthText "{escaped}"))',
            f"(utt.save.wave u \"{folder / name}.raw.wav\" 'riff)",
            f'(utt.save.segs u "{folder / name}.lab")',
        ]
    subprocess.run(["festival", "--pipe"], input="\n".join(lines), text=True, check=True, capture_output=True)


def resampled(samples, rate):
    if rate == RATE:
        return samples
    divisor = np.gcd(rate, RATE)
    out = scipy.signal.resample_poly(samples.astype(np.float64), RATE // divisor, rate // divisor)
    return np.clip(out, -32768, 32767).astype(np.int16)


def main(speech: Path, output: Path):
    tables = viseme_table(speech)
    sentences = (speech / "sentences.txt").read_text().split("\n")
    sentences = [s.strip() for s in sentences if s.strip()]
    chance = random.Random(11)
    jobs, festival_jobs = [], {voice: [] for voice in FESTIVAL}
    for i, text in enumerate(sentences):
        part = "dev" if i % 12 == 0 else "train"
        for voice, share in FLITE.items():
            if chance.random() < share:
                jobs.append((part, voice, f"{voice}-{i:03d}", chance.uniform(0.8, 1.25), text))
        for voice, share in FESTIVAL.items():
            if chance.random() < share:
                festival_jobs[voice].append((part, f"{voice}-{i:03d}", chance.uniform(0.85, 1.2), text))

    scratch = output / "scratch"
    scratch.mkdir(parents=True, exist_ok=True)

    def one(job):
        part, voice, name, stretch, text = job
        samples, segments = flite(voice, stretch, text, scratch / f"{name}.wav")
        return write(output / part, name, text, voice, samples, segments, tables)

    with ThreadPoolExecutor(2) as pool:
        kept = sum(pool.map(one, jobs))
    for voice, items in festival_jobs.items():
        festival(voice, [item[1:] for item in items], scratch)
        for part, name, _, text in items:
            lab, wav = scratch / f"{name}.lab", scratch / f"{name}.raw.wav"
            if not lab.exists() or not wav.exists():
                continue
            fields = [line.split() for line in lab.read_text().split("\n")]
            segments = [(float(f[0]), f[2]) for f in fields if len(f) == 3]
            rate, samples = scipy.io.wavfile.read(wav)
            kept += write(output / part, name, text, voice, resampled(samples, rate), segments, tables)
    for path in scratch.iterdir():
        path.unlink()
    scratch.rmdir()
    print(f"{kept} clips of {len(jobs) + sum(map(len, festival_jobs.values()))} kept")


if __name__ == "__main__":
    main(Path(sys.argv[1]), Path(sys.argv[2]))
