"""A title is listened for where it is read, and costs the text no word."""

from __future__ import annotations

import unittest
from collections.abc import Sequence
from dataclasses import replace
from functools import partial
from types import SimpleNamespace
from typing import cast

from bench.align.narrations import Read, Silence, Talk, narrate
from tests.core.test_director import take
from tests.worlds import lesson
from wordtrail.core.align.aligner import Explained, explained
from wordtrail.core.align.script import script_of
from wordtrail.core.align.values import Samples
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.take_trail import found_in
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Word
from wordtrail.core.trail.model import Aside, Trail

TEXT = "A small boat left the harbor. The wind was warm and the water was still."


class TakeTrailTest(unittest.TestCase):
    def setUp(self) -> None:
        self.lesson = replace(lesson(), passages=(replace(lesson().passages[0], title="The clover map"),))
        self.title = [word.id for word in script(self.lesson)][:3]
        self.asked: list[int] = []

    def find(self, first: Trail, second: Trail) -> Trail:
        """The trail where the whole script gives the `first` one, and the one without titles the `second`."""

        def listen(words: Sequence[Word]) -> Explained:
            self.asked.append(len(words))
            with_titles = any(word.id in self.title for word in words)
            return cast(Explained, SimpleNamespace(trail=first if with_titles else second))

        return found_in(self.lesson, listen)[1]

    def test_a_title_that_was_read_stays_and_nothing_is_done_twice(self) -> None:
        whole = take([*((word, 1.0 + n) for n, word in enumerate(self.title)), ("a1", 6.0), ("a2", 7.0)])
        self.assertEqual([visit.word for visit in self.find(whole, Trail(())).visits], [*self.title, "a1", "a2"])
        self.assertEqual(len(self.asked), 1)

    def test_a_word_that_the_title_took_comes_back_to_the_text(self) -> None:
        taken = take([("a1", 1.0), (self.title[0], 2.0), ("a3", 3.0)])
        whole = take([("a1", 1.0), ("a2", 2.0), ("a3", 3.0)])
        found = self.find(taken, whole)
        self.assertEqual([visit.word for visit in found.visits], ["a1", "a2", "a3"])
        self.assertEqual(len(self.asked), 2)
        self.assertEqual(set(self.title) - set(found.unread), set(), "it was listened for")

    def test_a_title_that_was_read_stays_when_it_took_a_word_later(self) -> None:
        read = [(word, 1.0 + n) for n, word in enumerate(self.title)]
        taken = take([*read, ("a1", 6.0), (self.title[1], 7.0), ("a3", 8.0)])
        whole = replace(take([("a1", 6.0), ("a2", 7.0), ("a3", 8.0)]), asides=(Aside(0.5, 4.5),))
        found = self.find(taken, whole)
        self.assertEqual([visit.word for visit in found.visits], [*self.title, "a1", "a2", "a3"])
        self.assertEqual([(one.start, one.end) for one in found.asides], [(0.5, 1.0), (3.4, 4.5)])

    def test_real_sound_whose_title_is_made_of_words_of_the_text(self) -> None:
        passage = passage_from_text(TEXT, title="The Small Boat", author="Room 6")
        parts: list[Read | Talk | Silence] = [Silence(1.0), Read(0, 5), Talk("Look at that")]
        parts.append(Read(6, len(passage.words) - 1))
        for voice, rate in (("formant/en-us", 125), ("formant/en-gb", 150)):
            listen = partial(_listened, narrate("title", passage, parts, voice, rate).samples)
            _, trail = found_in(Lesson((passage,)), listen)
            read = [visit.word for visit in trail.visits]
            self.assertEqual(read, [word.id for word in passage.words], voice)


def _listened(samples: Samples, words: Sequence[Word]) -> Explained:
    return explained(samples, script_of(words))
