"""How much of talk is written down as it was said: a human voice's prompts, each alone, and the talk of `bench.talk` in
synthetic voices."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from difflib import SequenceMatcher

import numpy as np

from bench.align import human
from bench.align.voices import say
from wordtrail.core.align.values import RATE, Samples
from wordtrail.core.speech.sentence_model import SentenceSound
from wordtrail.core.text.bare import bare
from wordtrail.core.text.spoken import spoken_forms

VOICES = (
    *("formant/en-us", "formant/en-gb-x-rp", "formant/en-gb-scotland", "formant/en-029", "recorded/slt"),
    "recorded/awb",
)
BEFORE, BEHIND, NOISE = 0.2, 0.35, 3e-4


def print_words(lines: Iterable[str], names: Iterable[str]) -> None:
    """A line for each voice. `lines` are what the synthetic voices say; `names` may be among it."""
    print(f"{'words of talk':28}{'said':>7}{'heard':>9}{'of heard, said':>16}")
    _print_line("a human voice", human.prompts(), ())
    for voice in VOICES:
        _print_line(voice, ((line, say(line.split(), voice).sound) for line in lines), tuple(names))


def _print_line(voice: str, told: Iterable[tuple[str, Samples]], names: tuple[str, ...]) -> None:
    said = heard = same = 0
    for text, sound in told:
        wanted = list(_spoken(text.replace("-", " ").split()))
        written = list(_spoken(word.text for word in SentenceSound(_in_a_room(sound)).written(names)))
        blocks = SequenceMatcher(None, wanted, written, autojunk=False).get_matching_blocks()
        said, heard, same = said + len(wanted), heard + len(written), same + sum(block.size for block in blocks)
    print(f"{voice:28}{said:7}{100 * same / said:8.1f}%{100 * same / max(1, heard):15.1f}%")


def _spoken(words: Iterable[str]) -> Iterator[str]:
    """Words as they are spoken: "12" is "twelve"."""
    for word in words:
        for form in next(iter(spoken_forms(word)), ()):
            yield bare(form)


def _in_a_room(sound: Samples) -> Samples:
    """A sound with a little of a quiet room around it."""
    whole = np.pad(sound, (round(BEFORE * RATE), round(BEHIND * RATE)))
    noise = np.random.default_rng(0).normal(0, NOISE, len(whole))
    return (whole + noise).astype(np.float32)
