"""The stage comes closer as it was planned: while words are read, and back."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.worlds import TAKE, lesson, planned, trail
from wordtrail.core.changes.close_up_changes import KeepCloseUp, RemoveCloseUp
from wordtrail.core.changes.commands import apply
from wordtrail.core.cues.filmed import filmed
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import COMES_CLOSER, state_at
from wordtrail.core.direct.close_ups import planned_views
from wordtrail.core.direct.course import Light
from wordtrail.core.errors import LessonError
from wordtrail.core.film.model import AS_READ, Extent, Film, FilmChoices, FilmPart
from wordtrail.core.lesson.changed_since import changed_since, film_facts
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.model import CloseUp


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
        self.assertEqual(changed_since(film_facts(self.made), film_facts(moved)), "how close the stage comes")
        for wrong in (
            CloseUp("", "a99", "a100"),
            CloseUp("", self.words[3], self.words[1]),
            replace(one, picture="b9"),
        ):
            with self.subTest(wrong), self.assertRaises(LessonError):
                apply(planned(), KeepCloseUp(wrong))


if __name__ == "__main__":
    unittest.main()
