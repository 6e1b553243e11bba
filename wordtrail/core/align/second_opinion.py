"""A second opinion on slips: what the network takes for another word, a recogniser of another kind must not hold for
the printed one.

The network hears single phones in the light of what is around them; the recogniser of the forced alignment, which was
trained on other voices, compares whole words. Where it is on the side of the printed word, there is no slip. It is
asked for no slips of its own: it takes swallowed sounds for others too often (docs/align.md).
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

from wordtrail.core.align.forced import WIDE, Aligner, cut
from wordtrail.core.align.slips import Claim, Heard
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.values import Samples, Sounds, Stretch

AGAINST = 12.0
"""By how much likelier, as a natural logarithm, the printed word must be to withdraw a slip."""

ROOM_BEFORE, LAST_PHONE = 0.03, 0.09
"""Seconds before the first phone, for the network names it a little late, and from the last one: with more, the witness
would have to find the next word in this one."""


def agreed(
    heard: Sequence[Heard], frames: Frames, samples: Samples, progress: Callable[[float], None] = lambda share: None
) -> list[Heard]:
    """What was heard of every word, without the slips that a second witness holds for none. `samples` are those of the
    take, mono, at 16 000 a second; `progress` gets the share done, and may raise to stop."""
    claims = [word.claim for word in heard if word.claim]
    words = list(dict.fromkeys(way for claim in claims for row in (*claim.printed, claim.instead) for way in row))
    witness = _Witness(words, frames, samples) if words else None
    found = []
    for number, word in enumerate(heard):
        if witness and word.claim:
            progress(number / len(heard))
            if witness.for_printed(word.claim) > AGAINST:
                word = replace(word, otherwise="", left_out=False, claim=None)
        found.append(word)
    progress(1.0)
    return found


class _Witness:
    def __init__(self, words: Sequence[Sounds], frames: Frames, samples: Samples) -> None:
        self._number = {way: number for number, way in enumerate(words)}
        self._aligner = Aligner([(way,) for way in words], WIDE)
        self._frames, self._samples = frames, samples

    def for_printed(self, claim: Claim) -> float:
        """By how much the printed word is likelier than what is claimed to be said instead, as a natural logarithm."""
        at = self._frames.at
        stretch = Stretch(float(at[claim.first]) - ROOM_BEFORE, float(at[claim.last]) + LAST_PHONE)
        sound = cut(self._samples, stretch)
        printed = max(self._likelihood(sound, row) for row in claim.printed)
        instead = self._likelihood(sound, claim.instead)
        # Where the sound admits neither, it is no witness.
        return printed - instead if printed > instead else 0.0

    def _likelihood(self, sound: Samples, row: Sequence[Sounds]) -> float:
        return self._aligner.likelihood(sound, [self._number[way] for way in row])
