"""A second witness withdraws a slip where it hears the printed word, and only there."""

from __future__ import annotations

import unittest

import numpy as np

from bench.align.narrations import Narration, Read, narrate
from wordtrail.core.align.path import Said
from wordtrail.core.align.second_opinion import agreed
from wordtrail.core.align.slips import Claim, Heard
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.values import Sounds
from wordtrail.core.speech.phones import PHONES
from wordtrail.core.speech.pronunciation import pronunciations
from wordtrail.core.text.intake import passage_from_text

HARBOR = passage_from_text("The small boat left the harbor. The wind was warm and the water was still.")
LEFT = 3
"""The place of the word that is judged."""


def told(step: Read) -> Narration:
    """The first sentence as a synthesised voice reads it."""
    return narrate("told", HARBOR, [step], "formant/en-us", 130)


def row(word: str) -> tuple[Sounds, ...]:
    """How the words around the judged one are said, with `word` (if any) in its place."""
    return tuple(pronunciations(one)[0] for one in ("boat", word, "the") if one)


def judged(narration: Narration, otherwise: str) -> Heard:
    """What is left of a slip that claims that `otherwise` ("": nothing) was said instead of "left"."""
    starts = dict(narration.truth)
    at = np.array([starts[LEFT - 1], starts[LEFT + 1], starts[LEFT + 2] - 0.14])
    frames = Frames(at, np.zeros((3, len(PHONES)), np.float32), np.zeros(3, np.float32))
    claim = Claim(0, 2, printed=(row("left"),), instead=row(otherwise))
    said = Said(LEFT, states=(0,), frames=(1,), cost=9.0, phones=4)
    slip = Heard(said, margin=-6.0, otherwise=otherwise, left_out=not otherwise, claim=claim)
    (found,) = agreed([slip], frames, narration.samples)
    return found


class SecondOpinionTest(unittest.TestCase):
    def test_a_word_that_is_heard_as_printed_is_no_slip(self) -> None:
        read = told(Read(0, 5))
        for otherwise in ("loft", "live", "purple", ""):
            with self.subTest(otherwise):
                found = judged(read, otherwise)
                self.assertEqual((found.otherwise, found.left_out), ("", False))

    def test_one_that_was_said_otherwise_stays_one(self) -> None:
        for otherwise in ("crossed", "purple"):
            with self.subTest(otherwise):
                self.assertEqual(judged(told(Read(0, 5, instead={LEFT: otherwise})), otherwise).otherwise, otherwise)

    def test_one_that_was_left_out_stays_left_out(self) -> None:
        self.assertTrue(judged(told(Read(0, 5, leave_out=(LEFT,))), "").left_out)

    def test_nothing_is_claimed_of_a_word_read_as_printed(self) -> None:
        plain = Heard(Said(0, (0,), (0,), 0.1, 1), margin=1.6)
        none = Frames(np.zeros(1), np.zeros((1, len(PHONES)), np.float32), np.zeros(1, np.float32))
        self.assertEqual(agreed([plain], none, np.zeros(0, np.float32)), [plain])

    def test_a_sound_that_admits_neither_is_no_witness(self) -> None:
        """Ten milliseconds hold no three words."""
        claim = Claim(0, 0, printed=(row("left"),), instead=row("purple"))
        slip = Heard(Said(0, (0,), (0,), 9.0, 1), margin=-8.0, otherwise="purple", claim=claim)
        frames = Frames(np.zeros(1), np.zeros((1, len(PHONES)), np.float32), np.zeros(1, np.float32))
        self.assertEqual(agreed([slip], frames, np.zeros(160, np.float32)), [slip])
