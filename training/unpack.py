"""Writes chosen labelled clips as 16 kHz WAV beside their labels, for evaluate.ts.

    unpack.py SPEECH_FOLDER OUTPUT_FOLDER
"""

import json
import shutil
import sys
from pathlib import Path

import soundfile


def main(speech: Path, output: Path):
    split = json.loads((speech / "split.json").read_text())
    only_in_dev = set(split["speakers_only_in_dev"])
    dev = set(split["dev"])
    for path in sorted((speech / "human").rglob("*.json")):
        if path.stem not in dev:
            continue
        speaker = path.parent.name
        group = f"{'never' if speaker in only_in_dev else 'known'}/{speaker}"
        folder = output / "dev" / group
        folder.mkdir(parents=True, exist_ok=True)
        samples, rate = soundfile.read(path.with_suffix(".flac"))
        soundfile.write(folder / f"{path.stem}.wav", samples, rate, subtype="PCM_16")
        shutil.copy(path, folder / path.name)
    (output / "noise").mkdir(parents=True, exist_ok=True)
    for path in (speech / "noise").glob("*.flac"):
        samples, rate = soundfile.read(path)
        soundfile.write(output / "noise" / f"{path.stem}.wav", samples, rate, subtype="PCM_16")


if __name__ == "__main__":
    main(Path(sys.argv[1]), Path(sys.argv[2]))
