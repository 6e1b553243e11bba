"""Answers come with the teacher's voice: as a choice, an answer or a quotation is read or named."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.core.test_director import ON_FIRST, did, reading, seen, take
from tests.core.test_named import talk
from tests.worlds import lesson
from wordtrail.core.changes.chart_changes import KeepOrganizer, MakeOrganizer
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import state_at
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.organizers import Shape
from wordtrail.core.text.span import Span
from wordtrail.core.trail.directions import Deed
from wordtrail.core.trail.model import Trail


def asked(answer: str = "") -> Lesson:
    choices = Choose(
        choices=(
            Choice("golden rivers", reason="Not in the text."),
            Choice("clover", right=True, proof=(Span("a5", "a8"),)),
            Choice("thunder", reason="No."),
        ),
        strike=(0, 2),
    )
    return apply(lesson(), KeepPoint(PausePoint("", "a9", "What does she find?", 4, choices, answer=answer)))


def talked(*words: tuple[float, str], more: list[tuple[str, float]] = []) -> Trail:  # noqa: B006
    """The first nine words, the rest from second 60, and talk between."""
    found = take([*reading(ON_FIRST[:9], 1), *more, *reading(ON_FIRST[9:], 60)], seconds=80)
    return replace(found, asides=tuple(talk(text, at) for at, text in words))


def when(sheet: CueSheet, part: str) -> float:
    """When a part comes, while the lesson runs."""
    return next(one.at for one in sheet.reveals if one.part == part and not one.gate)


class SpokenAnswerTest(unittest.TestCase):
    def test_each_choice_is_struck_as_it_is_named(self) -> None:
        made = asked()
        sheet = seen(
            made, talked((15, "is it thunder no"), (20, "golden rivers i do not think so"), (25, "clover it is"))
        )
        (gate,) = sheet.gates
        self.assertEqual((gate.answer_seconds, [when(sheet, f"pause1.strike{n}") for n in (2, 0)]), (0, [16.0, 20.0]))
        self.assertEqual(when(sheet, "pause1.proof1"), 25.0)
        layout = typeset(made)
        boards = [layout.pages[state_at(sheet, at).page].board for at in (10, 17, 26, 61)]
        self.assertEqual(boards, ["pause1", "pause1", "pause1", ""])

    def test_what_she_never_mentions_comes_before_its_question_goes(self) -> None:
        sheet = seen(asked(), talked((15, "is it thunder no")))
        leaves = next(turn.at for turn in sheet.pages if turn.at > 17)
        self.assertEqual(set(state_at(sheet, leaves - 3).parts), {"pause1.strike2"})
        self.assertIn("pause1.proof1", state_at(sheet, leaves - 0.1).parts)

    def test_what_is_named_before_the_students_had_their_turn_shows_nothing(self) -> None:
        made = did(asked(), (21.0, Deed.STOP, "pause1"))
        sheet = seen(made, talked((12, "could it be thunder or golden rivers"), (30, "clover it is")))
        (gate,) = sheet.gates
        self.assertGreater(gate.at, 15)
        self.assertFalse([one for one in sheet.reveals if one.at < gate.at])
        self.assertEqual(when(sheet, "pause1.proof1"), 30.0)

    def test_reading_on_ends_the_question(self) -> None:
        sheet = seen(asked(), talked((75, "oh look thunder")))
        (gate,) = sheet.gates
        self.assertGreater(gate.answer_seconds, 0, "all of it is shown where the lesson stands")

    def test_a_quotation_read_again_shows_its_choice_and_reading_on_does_not(self) -> None:
        quoted = seen(asked(), talked((15, "let me look"), more=reading(["a5", "a6", "a7", "a8"], 20)))
        self.assertEqual(when(quoted, "pause1.proof1"), 20.0)
        early = apply(
            lesson(), KeepPoint(PausePoint("", "a4", "Why?", 4, answer="For all.", evidence=(Span("a5", "a8"),)))
        )
        straight = seen(early, take(reading(ON_FIRST, 1)))
        self.assertTrue(all(one.gate for one in straight.reveals))

    def test_an_answer_that_is_read_aloud_comes_as_it_is_read(self) -> None:
        made = asked("Because they all share clover.")
        answer = [word.id for word in script(made) if word.id.startswith("pause1.answer")]
        sheet = seen(made, talked((15, "so what do we say"), more=reading(answer, 20)))
        self.assertEqual(when(sheet, "pause1.answer"), 20.0)


class SpokenBoxTest(unittest.TestCase):
    def test_a_box_is_filled_as_its_words_are_said(self) -> None:
        made = apply(lesson(), MakeOrganizer(Shape.STORY))
        chart = made.plan.organizers[0]
        filled = [replace(chart.boxes[0], text="a bee finds clover"), replace(chart.boxes[1], text="It is far away")]
        made = apply(made, KeepOrganizer(replace(chart, boxes=(*filled, *chart.boxes[2:]))))
        sheet = seen(did(made, (12.0, Deed.SHOW, chart.id)), talked((15, "well it is far away i think")))
        self.assertEqual(when(sheet, f"{chart.id}.{chart.boxes[1].id}"), 15.5)
        self.assertEqual(
            when(sheet, f"{chart.id}.{chart.boxes[0].id}"), 0.0, "what she never says is there from the start"
        )
