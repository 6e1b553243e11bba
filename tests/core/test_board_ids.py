"""Words that were changed have no time, and all others keep theirs."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.board_ids import ids_by_place, text_of, word_ids
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.current_trail import current_trail, loose_mends
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.trail.model import Mend, Trail, Visit

QUESTION = "Why does the bee dance for all others?"


def asked(question: str = QUESTION) -> Lesson:
    """A lesson with a question after its fifth word."""
    return apply(lesson(), KeepPoint(PausePoint("", "a5", question, 4)))


def read_aloud(made: Lesson, *, by_place: bool = False) -> Trail:
    """A take in which all the script was read, with ids of today or those that said the place."""
    old = {new: old for old, new in ids_by_place([word.id for word in script(made)]).items()}
    words = [old.get(word.id, word.id) if by_place else word.id for word in script(made)]
    visits = tuple(Visit(word, 1.0 + n, 1.8 + n) for n, word in enumerate(words))
    return Trail(visits, seconds=len(visits) + 4, sound_start=1, sound_end=len(visits) + 2)


def lit(made: Lesson, trail: Trail) -> dict[str, float]:
    """The printed words of the question that light, and when."""
    trails = {TAKE: trail}
    printed = {word.id: word.text for word in script(made)}
    lights = compile_cues(made, trails, typeset(made), edit_list_of(made, trails)).lights
    return {printed[one.word]: one.start for one in lights if one.word.startswith("pause")}


class BoardIdsTest(unittest.TestCase):
    def test_they_hold_the_word_and_which_of_its_like_it_is(self) -> None:
        ids = list(word_ids("p.question", ["The", "bee", "and", "the", "“Bee!”"]))
        self.assertEqual(ids, [f"p.question:{end}" for end in ("1:the", "1:bee", "1:and", "2:the", "2:bee")])
        self.assertEqual({text_of(id) for id in ids}, {"p.question"})

    @given(st.lists(st.text("ab12:.’'?", min_size=1, max_size=4), max_size=12))
    def test_no_two_are_alike(self, words: list[str]) -> None:
        ids = list(word_ids("p.question", words))
        self.assertEqual(len(set(ids)), len(words))
        self.assertEqual({text_of(id) for id in ids}, {"p.question"} if words else set())

    def test_what_was_read_lights(self) -> None:
        self.assertEqual(list(lit(asked(), read_aloud(asked()))), QUESTION.split())

    def test_words_that_were_changed_do_not_light_and_the_others_keep_their_times(self) -> None:
        trail = read_aloud(asked())
        before = lit(asked(), trail)
        now = lit(asked("Where does the small bee dance for all others?"), trail)
        self.assertEqual(now, {word: start for word, start in before.items() if word != "Why"})

    def test_a_take_whose_ids_said_the_place_lights_as_before(self) -> None:
        made = asked()
        self.assertEqual(lit(made, read_aloud(made, by_place=True)), lit(made, read_aloud(made)))

    def test_what_a_hand_set_then_stays_set(self) -> None:
        trail = read_aloud(asked(), by_place=True)
        visit = next(one for one in trail.visits if one.word == "pause1.question.1")
        made = replace(asked(), mends=(Mend(TAKE, "pause1.question.1", visit.start, visit.start + 0.2),))
        self.assertEqual(loose_mends(made, TAKE, trail), 0)
        shown = next(one for one in current_trail(made, TAKE, trail).visits if one.word == "pause1.question:1:does")
        self.assertAlmostEqual(shown.start, visit.start + 0.2)


if __name__ == "__main__":
    unittest.main()
