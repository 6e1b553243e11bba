"""Reading again from a sentence on, while recording."""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import product

from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.joining_changes import KeepAgains, PutReadingBack, UseStretch
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.kept_clips import dropped_in, kept_clips
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.versions import lines_of
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.trail.again import Again, agains_in
from wordtrail.core.trail.events import AGAIN, TakeEvent
from wordtrail.core.trail.model import Aside, Trail, Visit


def read(*pieces: tuple[float, int, int], asides: tuple[Aside, ...] = (), seconds: float = 60.0) -> Trail:
    """Words `first` to `last` (from 1) from a moment on, 0.5 s each, one after another."""
    visits = [
        Visit(f"a{word}", round(at + 0.6 * (word - first), 3), round(at + 0.6 * (word - first) + 0.5, 3))
        for at, first, last in pieces
        for word in range(first, last + 1)
    ]
    return Trail(tuple(visits), asides=asides, seconds=seconds, sound_start=1.0, sound_end=max(v.end for v in visits))


def went_back(*agains: tuple[float, str]) -> Lesson:
    return apply(lesson(), KeepAgains(tuple(Again(TAKE, at, word) for at, word in agains)))


def heard(made: Lesson, trail: Trail) -> list[str]:
    trails = {TAKE: trail}
    sheet = compile_cues(made, trails, typeset(made), edit_list_of(made, trails))
    return [light.word for light in sheet.lights]


class DroppedTest(unittest.TestCase):
    def test_what_was_said_of_the_sentence_is_dropped(self) -> None:
        trail = read((1, 1, 9), (8, 10, 11), (10, 12, 13), (15, 12, 16), (20, 17, 18))
        made = went_back((11.5, "a12"))
        (dropped,) = dropped_in(made, TAKE, trail)
        self.assertTrue(9.2 < dropped.start <= 10 and 14.5 < dropped.end <= 15, dropped)
        self.assertEqual(heard(made, trail), [word.id for word in made.words], "each word once")

    def test_the_rest_before_the_new_reading_is_as_it_was_before_the_old_one(self) -> None:
        trail = read((1, 1, 9), (8, 10, 11), (10, 12, 13), (15, 12, 16))
        before, after = kept_clips(went_back((11.5, "a12")), {TAKE: trail})
        rest = (before.end - 9.1) + (15 - after.start)
        self.assertAlmostEqual(rest, 0.6 + (0.9 - 0.6), delta=0.31)

    def test_twice_and_from_an_earlier_sentence(self) -> None:
        trail = read((1, 1, 9), (8, 10, 11), (10, 12, 13), (15, 12, 14), (20, 10, 11), (22, 12, 16), (26, 17, 18))
        made = went_back((11.5, "a12"), (17.0, "a10"))
        self.assertEqual(heard(made, trail), [word.id for word in made.words])

    def test_the_key_pressed_twice_goes_a_sentence_further_back(self) -> None:
        trail = read((1, 1, 9), (8, 10, 11), (10, 12, 13), (16, 10, 18))
        made = went_back((11.5, "a12"), (12.0, "a10"))
        self.assertEqual(heard(made, trail), [word.id for word in made.words])

    def test_an_earlier_reading_of_the_whole_text_stays(self) -> None:
        trail = read((1, 1, 18), (20, 1, 9), (26, 10, 10), (31, 10, 18))
        made = went_back((27.5, "a10"))
        self.assertEqual(heard(made, trail), [word.id for word in made.words] * 2)

    def test_sorry_goes_with_it_and_talk_after_the_count_stays(self) -> None:
        spoken = (Aside(11.6, 12.4, "sorry"), Aside(14.2, 16.0, "listen to this one"))
        trail = read((1, 1, 9), (8, 10, 11), (10, 12, 13), (18, 12, 18), asides=spoken)
        made = went_back((11.5, "a12"))
        (dropped,) = dropped_in(made, TAKE, trail)
        self.assertTrue(12.4 <= dropped.end <= 14.2, dropped)

    def test_where_nothing_was_heard_of_it_only_what_came_after_the_last_word_goes(self) -> None:
        trail = read((1, 1, 9), (15, 10, 18))
        (dropped,) = dropped_in(went_back((9.0, "a10")), TAKE, trail)
        self.assertTrue(6.2 <= dropped.start <= 9.0 and dropped.end <= 15, dropped)

    def test_at_the_end_of_a_take_all_of_it_goes(self) -> None:
        trail = read((1, 1, 9), (8, 10, 11), (10, 12, 13), seconds=14)
        self.assertEqual(heard(went_back((11.5, "a12")), trail), [f"a{n}" for n in range(1, 12)])

    def test_it_can_be_put_back(self) -> None:
        trail = read((1, 1, 9), (8, 10, 11), (10, 12, 13), (15, 12, 16))
        made = went_back((11.5, "a12"))
        back = apply(made, PutReadingBack(made.agains[0]))
        self.assertEqual(len(kept_clips(back, {TAKE: trail})), 1)
        self.assertEqual(heard(back, trail).count("a12"), 2)

    def test_a_dropped_reading_can_be_chosen_for_the_lesson(self) -> None:
        """She broke off and went on with the next sentence: the dropped one is the only reading of its sentence."""
        trail = read((1, 1, 9), (8, 10, 11), (14, 12, 18))
        made, trails = went_back((9.5, "a10")), {TAKE: trail}
        self.assertNotIn("a10", heard(made, trail))
        (version,) = lines_of(made, trails)[1].versions
        assert version.choose is not None
        chosen = apply(made, UseStretch(version.choose))
        self.assertEqual(heard(chosen, trail), [word.id for word in made.words])

    def test_a_stop_in_a_dropped_reading_is_where_the_new_one_has_it(self) -> None:
        trail = read((1, 1, 9), (8, 10, 12), (15, 10, 11), (20, 12, 18))
        made = replace(went_back((11.0, "a10")), pause_points=(PausePoint("pause1", "a11", "Why?", 4),))
        trails = {TAKE: trail}
        edits = edit_list_of(made, trails)
        (gate,) = compile_cues(made, trails, typeset(made), edits).gates
        place = edits.to_take(gate.at - 0.01)
        assert place is not None
        self.assertTrue(16.0 < place[1] < 20.0, place)

    def test_words_that_are_gone_are_passed_over(self) -> None:
        self.assertEqual(went_back((5.0, "a99")).agains, ())

    @given(st.lists(st.tuples(st.floats(0, 60), st.integers(1, 18)), max_size=6))
    def test_no_word_is_split(self, wanted: list[tuple[float, int]]) -> None:
        trail = read((1, 1, 9), (8, 10, 11), (10, 12, 13), (15, 12, 14), (20, 10, 11), (22, 12, 16), (26, 17, 18))
        made = went_back(*((at, f"a{word}") for at, word in wanted))
        for dropped in dropped_in(made, TAKE, trail):
            self.assertLess(dropped.start, dropped.end)
            for visit, edge in product(trail.visits, (dropped.start, dropped.end)):
                self.assertFalse(visit.start + 1e-3 < edge < visit.end - 1e-3, (dropped, visit))


class EventsTest(unittest.TestCase):
    def test_going_back_can_be_taken_back(self) -> None:
        events = [
            TakeEvent(1, AGAIN, "a1"),
            TakeEvent(3, AGAIN, "a10"),
            TakeEvent(4, "mark", "m1"),
            TakeEvent(5, "taken back"),
        ]
        self.assertEqual(agains_in(events, TAKE), (Again(TAKE, 1, "a1"),))
