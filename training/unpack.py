"""Writes chosen labelled clips as 16 kHz WAV beside their labels, for evaluate.ts and leaveOut.ts.

    unpack.py SPEECH_FOLDER OUTPUT_FOLDER
"""

import json
import shutil
import sys
from pathlib import Path

import soundfile


# Clips of each speaker in training that judge models made without that speaker.
LEFT_OUT = 24


def write(path: Path, folder: Path):
    folder.mkdir(parents=True, exist_ok=True)
    samples, rate = soundfile.read(path.with_suffix(".flac"))
    soundfile.write(folder / f"{path.stem}.wav", samples, rate, subtype="PCM_16")
    shutil.copy(path, folder / path.name)


def main(speech: Path, output: Path):
    split = json.loads((speech / "split.json").read_text())
    only_in_dev = set(split["speakers_only_in_dev"])
    dev = set(split["dev"])
    for path in sorted((speech / "human").rglob("*.json")):
        if path.stem not in dev:
            continue
        speaker = path.parent.name
        group = f"{'never' if speaker in only_in_dev else 'known'}/{speaker}"
        write(path, output / "dev" / group)
    for speaker in sorted(path for path in (speech / "human").iterdir() if path.is_dir()):
        clips = [path for path in sorted(speaker.glob("*.json")) if path.stem not in dev]
        for path in clips[:: max(1, len(clips) // LEFT_OUT)]:
            write(path, output / "left-out" / speaker.name)
    (output / "noise").mkdir(parents=True, exist_ok=True)
    for path in (speech / "noise").glob("*.flac"):
        samples, rate = soundfile.read(path)
        soundfile.write(output / "noise" / f"{path.stem}.wav", samples, rate, subtype="PCM_16")


if __name__ == "__main__":
    main(Path(sys.argv[1]), Path(sys.argv[2]))
