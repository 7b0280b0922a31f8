"""The phones the network tells apart, in the order of its outputs.

45 classes: silence, 34 sounds, and both halves of five diphthongs. The same
table stands in packages/core/src/speech/model/phones.ts; the export writes it
into the weights' header and a test compares the two.
"""

MONOPHTHONGS = (
    "sil p b m f v th dh t d k g ng ch jh sh zh s z n l r er "
    "aa ah ae eh ih iy y ao uh uw w hh"
).split()
DIPHTHONGS = "ay aw oy ey ow".split()
PHONES = MONOPHTHONGS + [f"{d}{half}" for d in DIPHTHONGS for half in (1, 2)]
INDEX = {phone: i for i, phone in enumerate(PHONES)}
SILENCE = INDEX["sil"]


def class_of(phone: str, part: int | None = None) -> int:
    """The output of a labelled phone; `part` is the half of a diphthong."""
    return INDEX[f"{phone}{part or 1}" if phone in DIPHTHONGS else phone]
