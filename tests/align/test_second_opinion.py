"""A listener of whole sentences hears a reading again, and has its say on slips."""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import pairwise
from unittest import mock

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from bench.align.narrations import Narration, Read, narrate
from wordtrail.core.align import second_opinion as room
from wordtrail.core.align.fit import fit_of
from wordtrail.core.align.forced import cut
from wordtrail.core.align.heard_again import LONGEST, in_place_of, windows_of
from wordtrail.core.align.path import Said
from wordtrail.core.align.readings import Reading
from wordtrail.core.align.script import script_of
from wordtrail.core.align.second_opinion import agreed
from wordtrail.core.align.slips import Heard
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.values import Forgetful, Samples
from wordtrail.core.speech.phones import PHONES, relations
from wordtrail.core.speech.sentence_model import LONGEST as HEARD_AT_MOST
from wordtrail.core.speech.sentence_model import SentenceSound
from wordtrail.core.text.bare import bare
from wordtrail.core.text.intake import passage_from_text

HARBOR = passage_from_text("The small boat left the harbor.")
ROUTE = script_of(HARBOR.words)
LEFT = 3
"""The place of the word that is judged."""

SURE, NOT_QUITE = -1.0, 1.0


def told(step: Read) -> Narration:
    """The sentence as a synthesised voice reads it."""
    return narrate("told", HARBOR, [step], "formant/en-us", 130)


def reading_of(narration: Narration) -> tuple[Reading, Frames]:
    """All words of the sentence at their places; one that is not said stands in the middle between its neighbours."""
    starts = dict(narration.truth)
    starts.setdefault(LEFT, (starts[LEFT - 1] + starts[LEFT + 1]) / 2)
    at = np.array([starts[place] for place in range(len(ROUTE))])
    frames = Frames(at, np.zeros((len(at), len(PHONES)), np.float32), np.zeros(len(at), np.float32))
    return Reading(tuple(Said(place, (0,), (place,), 0.0, 4) for place in range(len(at)))), frames


def asked(heard: list[Heard], reading: Reading, frames: Frames, samples: Samples, claims: str = "") -> list[Heard]:
    """What is agreed on. The network claims that a word was said where `claims` is written, and nothing else."""

    def tried(own: Reading, place: int, *others: object) -> Heard:
        return Heard(own.said[place], 0.0, otherwise=claims if others[-1] == claims else "", short=NOT_QUITE)

    with mock.patch.object(room, "judged_word", side_effect=tried):
        fit = fit_of(frames, relations())
        return agreed([heard], [reading], frames, fit, samples, ROUTE, Forgetful())


def judged(narration: Narration, otherwise: str, short: float = SURE) -> Heard:
    """What is left of a slip that claims that `otherwise` ("": nothing) was said instead of "left"."""
    reading, frames = reading_of(narration)
    heard = [Heard(one, 9.0) for one in reading.said]
    heard[LEFT] = replace(heard[LEFT], otherwise=otherwise, left_out=not otherwise, short=short)
    found = asked(heard, reading, frames, narration.samples)
    for place, word in enumerate(found):
        if place != LEFT:
            assert word == heard[place]
    return found[LEFT]


class SecondOpinionTest(unittest.TestCase):
    def test_a_word_that_is_heard_as_printed_is_no_slip(self) -> None:
        read = told(Read(0, 5))
        for otherwise in ("loft", "live", "purple", ""):
            for short in (SURE, NOT_QUITE):
                with self.subTest(otherwise, short=short):
                    self.assertFalse(judged(read, otherwise, short).is_claimed)

    def test_one_that_was_said_otherwise_stays_one(self) -> None:
        for otherwise in ("crossed", "purple"):
            for short in (SURE, NOT_QUITE):
                with self.subTest(otherwise, short=short):
                    read = told(Read(0, 5, instead={LEFT: otherwise}))
                    self.assertEqual(judged(read, otherwise, short).otherwise, otherwise)

    def test_one_that_was_left_out_stays_left_out(self) -> None:
        self.assertTrue(judged(told(Read(0, 5, leave_out=(LEFT,))), "").left_out)

    def test_where_nothing_is_claimed_nothing_is_heard_again(self) -> None:
        reading, frames = reading_of(told(Read(0, 5)))
        heard = [Heard(one, 9.0) for one in reading.said]
        with mock.patch.object(room, "written_in", side_effect=AssertionError("it was heard again")):
            self.assertEqual(asked(heard, reading, frames, np.zeros(0, np.float32)), heard)

    def test_beside_a_claim_a_word_is_tried_as_it_is_written(self) -> None:
        narration = told(Read(0, 5, instead={LEFT: "crossed"}))
        reading, frames = reading_of(narration)
        heard = [Heard(one, 9.0) for one in reading.said]
        heard[LEFT + 1] = replace(heard[LEFT + 1], left_out=True, short=NOT_QUITE)

        found = asked(heard, reading, frames, narration.samples, "crossed")
        self.assertEqual([word.otherwise for word in found], ["", "", "", "crossed", "", ""])


class HeardAgainTest(unittest.TestCase):
    def test_what_is_written_stands_in_the_place_of_what_is_printed(self) -> None:
        narration = told(Read(0, 5, instead={LEFT: "crossed"}))
        reading, frames = reading_of(narration)
        (window,) = windows_of(0, reading, frames, ROUTE)
        written = SentenceSound(cut(narration.samples, window.sound)).written()
        again = in_place_of([word.bare for word in ROUTE], [bare(word.text) for word in written])
        self.assertEqual(again[LEFT : LEFT + 2], ["crossed", "the"])

    def test_more_or_fewer_words_in_a_place_tell_nothing(self) -> None:
        self.assertEqual(in_place_of(["a", "red", "boat"], ["a", "big", "red", "boat"]), ["a", "red", "boat"])
        self.assertEqual(in_place_of(["a", "red", "boat"], ["a", "boat"]), ["a", "", "boat"])
        self.assertEqual(in_place_of(["a", "red", "boat"], ["a", "rather", "good", "boat"]), ["a", "", "boat"])
        self.assertEqual(in_place_of(["a", "red", "boat"], []), ["", "", ""])

    @given(st.lists(st.one_of(st.floats(0.05, 4.0), st.floats(4.0, 60.0)), min_size=1, max_size=80))
    def test_a_reading_is_parted_into_windows_that_are_not_too_long(self, steps: list[float]) -> None:
        at = np.cumsum(steps)
        frames = Frames(at, np.zeros((len(at), len(PHONES)), np.float32), np.zeros(len(at), np.float32))
        said = tuple(Said(place % len(ROUTE), (0,), (place,), 0.0, 4) for place in range(len(at)))
        windows = windows_of(0, Reading(said), frames, ROUTE)
        self.assertEqual([n for one in windows for n in range(one.first, one.end)], list(range(len(at))))
        for one in windows:
            self.assertLessEqual(one.sound.end - one.sound.start, HEARD_AT_MOST + 1e-9)
            self.assertTrue(one.end - one.first == 1 or at[one.end - 1] - at[one.first] <= LONGEST)
        self.assertTrue(all(a.sound.end <= b.sound.start + 0.08 + 1e-9 for a, b in pairwise(windows)))
