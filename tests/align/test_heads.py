"""The first words of a sentence: they come after a rest, and are often weak."""

from __future__ import annotations

import unittest
from collections.abc import Sequence
from dataclasses import replace
from functools import partial

import numpy as np

from bench.align.narrations import Read, Silence, Talk, narrate
from tests.align.hearing import followed, route, script
from wordtrail.core.align.aligner import Explained, explained
from wordtrail.core.align.readings import STRAY, readings_of
from wordtrail.core.align.repair import repaired
from wordtrail.core.align.script import script_of
from wordtrail.core.align.values import RATE, Samples, ScriptWord
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.take_trail import found_in
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Word

BOAT = script("a small boat left the harbor. the wind was warm and the water was still.")
PASSAGE = replace(
    passage_from_text(
        """A small boat left the harbor. The wind was warm and the water was still.

“Where do we go?” asked the girl. Her grandfather pointed at the lighthouse."""
    ),
    title="The Small Boat",
    author="Room 6",
)


def read(text: str, words: Sequence[ScriptWord] = BOAT) -> tuple[list[int], int]:
    """The places that are read when `text` is said, after repair, and the sounds that are left as talk."""
    frames, fit, path, _ = followed(text, words)
    whole, talk = repaired(*readings_of(path, frames, fit), frames, fit, words, route(words))
    sounds = sum(int(fit.new_sound[one.first : one.last + 1].sum()) for one in talk)
    return [said.word for reading in whole for said in reading.said], sounds


def heard_in(samples: Samples, words: Sequence[Word]) -> Explained:
    """What is found of words in a take."""
    return explained(samples, script_of(words))


class HeadTest(unittest.TestCase):
    def test_one_syllable_in_front_of_the_second_word_is_the_weak_first_one(self) -> None:
        for heard in ("DH AE T", "AE", "D EH", "ER"):
            found, left = read(f"{heard} small boat left the harbor")
            self.assertEqual(found, list(range(6)), heard)
            self.assertLessEqual(left, STRAY)

    def test_talk_that_leads_into_a_sentence_is_no_word_of_it(self) -> None:
        for talk in ("look at that |", "okay everybody look", "DH AE T | |"):
            found, left = read(f"{talk} small boat left the harbor")
            self.assertEqual(found, list(range(1, 6)), talk)
            self.assertGreaterEqual(left, 3)

    def test_several_words_are_found_where_they_are_said_well_enough(self) -> None:
        words = script("the garden gate was open all night long.")
        self.assertEqual(read("DH AH G AA R D IH M G EH D was open all night long", words)[0], list(range(8)))
        self.assertEqual(read("M AY K UH S L OW F was open all night long", words)[0], list(range(3, 8)))

    def test_what_was_read_just_before_is_not_looked_for_again(self) -> None:
        found, _ = read("a small boat left the harbor | the wind was warm")
        self.assertEqual(found, list(range(10)))


class WeakWordTest(unittest.TestCase):
    """The same as it sounds: the network hears "that" where this voice says "A" after silence."""

    def test_a_weak_first_word_lights_and_is_no_slip(self) -> None:
        last = len(PASSAGE.words) - 1
        steps: list[Read | Talk | Silence] = [Silence(4.0), Read(0, 5), Talk("Look at that"), Read(6, last)]
        narration = narrate("heads", PASSAGE, steps, "formant/en-us", 125)
        ids = [word.id for word in PASSAGE.words]
        for cut in (2.3, 2.35, 2.4):
            samples = np.concatenate([narration.samples[round(cut * RATE) :], np.zeros(RATE, np.float32)])
            _, trail = found_in(Lesson((PASSAGE,)), partial(heard_in, samples))
            self.assertEqual([visit.word for visit in trail.visits], ids, cut)
            self.assertEqual(trail.slips, (), cut)
            starts = [visit.start + cut for visit in trail.visits]
            known = [starts[place] - start for place, start in narration.truth]
            self.assertLess(max(map(abs, known)), 0.12)


if __name__ == "__main__":
    unittest.main()
