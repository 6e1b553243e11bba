"""What is filled into one box of a chart line by line: each line is a step that comes by itself."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.core.test_director import ON_FIRST, did, reading, seen, take
from tests.core.test_named import talk
from tests.worlds import lesson
from wordtrail.core.changes.chart_changes import KeepOrganizer, MakeOrganizer
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.changes.stage_text_changes import WriteOnStage
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import state_at
from wordtrail.core.errors import LessonError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.answers import part_by_part
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.organizers import MOST_STEPS, Shape
from wordtrail.core.text.span import Span
from wordtrail.core.trail.directions import Deed
from wordtrail.core.trail.model import Trail


def charted(*texts: str, pause: bool = False) -> Lesson:
    """A chart whose boxes are filled with these texts."""
    made = apply(lesson(), MakeOrganizer(Shape.THREE))
    if pause:
        made = apply(made, KeepPoint(PausePoint("", "a9", "What goes in here?", 4, organizer="chart1")))
    chart = made.plan.organizers[0]
    own = made.pause_points[0].id if pause else ""
    boxes = tuple(replace(box, text=text, pause=own) for box, text in zip(chart.boxes, texts, strict=False))
    return apply(made, KeepOrganizer(replace(chart, boxes=(*boxes, *chart.boxes[len(boxes) :]))))


def shown(made: Lesson, sheet: CueSheet, at: float) -> list[str]:
    """What stands in the chart at a time, as it reads."""
    layout = typeset(made)
    parts = {part.id: part for page in layout.pages for part in page.parts}
    found = [parts[id] for id in state_at(sheet, at).parts if id in parts and id.startswith("chart1.")]
    return [" ".join(piece.text for piece in part.pieces) for part in found if part.pieces]


TALKED = take(reading(ON_FIRST, 40), [(2, 30)])


class BoxStepsTest(unittest.TestCase):
    def test_each_line_is_a_part_and_its_words_can_be_read(self) -> None:
        made = charted("the bee\n  waits  \n\nfor rain")
        box = made.plan.organizers[0].boxes[0]
        self.assertEqual(box.steps, ("the bee", "waits", "for rain"))
        words = {word.id: word.text for word in script(made) if word.id.startswith("chart1.b1t")}
        self.assertEqual(list(words.values()), ["the", "bee", "waits", "for", "rain"])
        page = next(page for page in typeset(made).pages if page.board == "chart1")
        self.assertLessEqual({"chart1.b1", "chart1.b1+1", "chart1.b1+2"}, {part.id for part in page.parts})
        tops = [part.pieces[0].baseline for part in page.parts if part.id.startswith("chart1.b1")]
        self.assertEqual(tops, sorted(set(tops)), "one below the other")

    def test_no_more_lines_than_there_is_room_for(self) -> None:
        made = charted("\n".join("abcdef"))
        self.assertEqual(made.plan.organizers[0].boxes[0].steps[-1], "d e f")
        self.assertEqual(len(made.plan.organizers[0].boxes[0].steps), MOST_STEPS)
        with self.assertRaises(LessonError):
            charted("long\n" + "x" * 400)

    def test_the_next_key_shows_line_after_line_and_a_number_the_next_one_of_its_box(self) -> None:
        made = charted("one\ntwo", "three\nfour", "five")
        (chart,) = part_by_part(made)
        self.assertEqual(chart.numbers, ((0, 1), (2, 3), (4,)))
        made = did(
            made, (3.0, Deed.SHOW, "chart1"), (5.0, Deed.PART, "chart1", 2), (6.0, Deed.PART, "chart1"),
            (7.0, Deed.PART, "chart1", 2), (8.0, Deed.PART, "chart1", 2), (9.0, Deed.PART, "chart1"),
        )  # fmt: skip
        sheet = seen(made, TALKED)
        grown = [set(shown(made, sheet, at)) for at in (5.1, 6.1, 7.1, 8.1, 9.1)]
        before = set(shown(made, sheet, 4.9))
        self.assertEqual(
            [sorted(now - before) for now in grown],
            [["three"], ["one", "three"], *[["four", "one", "three"]] * 2, ["four", "one", "three", "two"]],
        )

    def test_they_come_as_they_are_said_and_never_the_second_first(self) -> None:
        made = charted("golden clover everywhere\nhidden by morning", pause=True)
        made = did(made, (15.0, Deed.SHOW, "chart1"), (50.0, Deed.BACK, ""))
        trail = Trail(
            take([*reading(ON_FIRST[:9], 1), *reading(ON_FIRST[9:], 60)]).visits,
            asides=(talk("golden clover everywhere", 20), talk("hidden by morning", 30)),
            seconds=90.0,
        )
        sheet = seen(made, trail)
        (gate,) = sheet.gates
        self.assertLess(gate.at, 20)
        found = [shown(made, sheet, at) for at in (19.0, 21.0, 31.0)]
        self.assertEqual(found, [[], ["golden clover everywhere"], ["golden clover everywhere", "hidden by morning"]])
        second = replace(trail, asides=(talk("hidden by morning", 20), talk("golden clover everywhere", 30)))
        times = {one.part: one.at for one in seen(made, second).reveals}
        self.assertLessEqual(times["chart1.b1"], times["chart1.b1+1"])
        unsaid = replace(trail, asides=trail.asides[:1])
        times = {one.part: one.at for one in seen(made, unsaid).reveals}
        self.assertTrue(40 < times["chart1.b1+1"] < 50, "at the end, while it is there")

    def test_the_words_of_the_text_come_with_the_last_line(self) -> None:
        made = charted("one\ntwo")
        chart = made.plan.organizers[0]
        made = apply(
            made,
            KeepOrganizer(replace(chart, boxes=(replace(chart.boxes[0], quote=Span("a5", "a6")), *chart.boxes[1:]))),
        )
        page = next(page for page in typeset(made).pages if page.board == "chart1")
        texts = {part.id: " ".join(piece.text for piece in part.pieces) for part in page.parts}
        self.assertEqual(texts["chart1.b1"], "one")
        self.assertIn("“", texts["chart1.b1+1"])

    def test_a_line_is_written_anew_on_the_stage(self) -> None:
        made = charted("one\ntwo")
        made = apply(made, WriteOnStage("chart1.b1t2", "three"))
        self.assertEqual(made.plan.organizers[0].boxes[0].steps, ("one", "three"))
        made = apply(made, WriteOnStage("chart1.b1h", "Begin"))
        self.assertEqual(made.plan.organizers[0].boxes[0].heading, "Begin")


if __name__ == "__main__":
    unittest.main()
