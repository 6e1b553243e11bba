"""The stage comes closer as it was planned: while words are read, and back."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson, planned, trail
from wordtrail.core.changes.close_up_changes import KeepCloseUp, RemoveCloseUp
from wordtrail.core.changes.commands import apply
from wordtrail.core.cues.filmed import filmed
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import COMES_CLOSER, FADES, state_at
from wordtrail.core.direct.close_ups import planned_views
from wordtrail.core.direct.course import Light
from wordtrail.core.direct.planned_pointing import planned_pointings
from wordtrail.core.errors import LessonError
from wordtrail.core.film.model import AS_READ, Extent, Film, FilmChoices, FilmPart
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.changed_since import changed_since, film_facts
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.model import CloseUp, LeadsTheEye
from wordtrail.core.trail.directions import PLACE


def closer(made: Lesson, first: str, last: str) -> Lesson:
    return apply(made, KeepCloseUp(CloseUp("", first, last)))


class CloseUpTest(unittest.TestCase):
    def setUp(self) -> None:
        self.words = [word.id for word in lesson().words]
        self.made = closer(replace(lesson(), chosen_take=TAKE), self.words[9], self.words[11])

    def sheet(self, made: Lesson, film: Film = AS_READ) -> CueSheet:
        return filmed(made, {TAKE: trail()}, film).sheet

    def test_it_is_close_while_the_words_are_lit_and_back_again(self) -> None:
        sheet = self.sheet(self.made)
        lights = {light.word: light for light in sheet.lights}
        for word in self.words[9:12]:
            light = lights[word]
            at = light.start + 0.9 * (light.end - light.start)
            if word != self.words[9]:
                self.assertIsNotNone(state_at(sheet, at).view, word)
        self.assertIsNone(state_at(sheet, lights[self.words[7]].start).view)
        later = lights[self.words[12]].start + COMES_CLOSER + 0.01
        self.assertIsNone(state_at(sheet, later).view)

    def test_a_word_that_is_only_quoted_moves_nothing(self) -> None:
        read = [Light(word, n * 1.0, n * 1.0 + 0.5) for n, word in enumerate(self.words)]
        whole = closer(replace(lesson()), self.words[0], self.words[8])
        self.assertEqual([target for _, target in planned_views(whole, read)], [f"{self.words[0]} {self.words[8]}", ""])
        quoted = [*read, Light(self.words[3], 60.0, 60.5)]
        self.assertEqual(list(planned_views(whole, quoted)), list(planned_views(whole, read)))

    def test_a_film_without_these_words_has_none(self) -> None:
        first, last = self.words[0], self.words[5]
        film = Film(choices=FilmChoices(FilmPart(Extent.STRETCH, first=first, last=last)))
        self.assertEqual(self.sheet(self.made, film).views, ())

    def test_it_is_kept_changed_and_removed(self) -> None:
        (one,) = self.made.plan.close_ups
        moved = apply(self.made, KeepCloseUp(replace(one, last=self.words[10])))
        self.assertEqual(moved.plan.close_ups, (replace(one, last=self.words[10]),))
        self.assertEqual(apply(moved, RemoveCloseUp(one.id)).plan.close_ups, ())
        self.assertEqual(changed_since(film_facts(self.made), film_facts(moved)), "where eyes are led")
        for wrong in (
            CloseUp("", "a99", "a100"),
            CloseUp("", self.words[3], self.words[1]),
            replace(one, picture="b9"),
        ):
            with self.subTest(wrong), self.assertRaises(LessonError):
                apply(planned(), KeepCloseUp(wrong))


class PointerTest(unittest.TestCase):
    def setUp(self) -> None:
        self.words = [word.id for word in lesson().words]
        self.made = replace(lesson(), chosen_take=TAKE)

    def led(self, how: LeadsTheEye, film: Film = AS_READ) -> CueSheet:
        wanted = CloseUp("", self.words[3], self.words[6], how=how)
        return filmed(apply(self.made, KeepCloseUp(wanted)), {TAKE: trail()}, film).sheet

    def test_the_pointer_is_at_each_word_while_it_is_lit_and_fades_behind_the_last(self) -> None:
        sheet = self.led(LeadsTheEye.POINTER)
        boxes = {word: box for word, (_, box) in typeset(self.made).places().items()}
        lights = {light.word: light for light in sheet.lights}
        for word in self.words[3:7]:
            light, box = lights[word], boxes[word]
            for share in (0.02, 0.5, 0.98):
                x, y, strength = state_at(sheet, light.start + share * (light.end - light.start)).pointer or (0, 0, 0)
                self.assertTrue(box.x - 1 <= x <= box.x + box.width + 1, (word, share))
                self.assertTrue(box.baseline < y < box.baseline + box.size, word)
                self.assertEqual(strength, 1.0)
        self.assertIsNone(state_at(sheet, lights[self.words[2]].start).pointer)
        self.assertIsNone(state_at(sheet, lights[self.words[6]].end + FADES + 0.05).pointer)
        self.assertEqual(sheet.views, ())

    def test_closer_alone_points_nowhere_and_both_does_both(self) -> None:
        self.assertEqual(self.led(LeadsTheEye.CLOSER).pointings, ())
        both = self.led(LeadsTheEye.BOTH)
        self.assertTrue(both.views and both.pointings)

    def test_in_a_film_without_these_words_it_points_nowhere(self) -> None:
        part = FilmPart(Extent.STRETCH, first=self.words[8], last=self.words[12])
        self.assertEqual(self.led(LeadsTheEye.POINTER, Film(choices=FilmChoices(part))).pointings, ())

    @given(st.lists(st.floats(0.001, 0.4), min_size=4, max_size=4), st.lists(st.floats(0, 1.5), min_size=4, max_size=4))
    def test_its_way_goes_on_in_time_however_quickly_words_follow(
        self, lengths: list[float], rests: list[float]
    ) -> None:
        made = apply(self.made, KeepCloseUp(CloseUp("", self.words[3], self.words[6], how=LeadsTheEye.POINTER)))
        now, lights = 1.0, list[Light]()
        for word, length, rest in zip(self.words[3:7], lengths, rests, strict=True):
            lights.append(Light(word, now, now + length))
            now += length + rest
        for one in planned_pointings(made, lights, typeset(made), {}):
            times = one.path[::PLACE]
            self.assertEqual(list(times), sorted(set(times)))


if __name__ == "__main__":
    unittest.main()
