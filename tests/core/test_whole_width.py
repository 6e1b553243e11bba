"""Where nothing stands beside a page, its text may have the whole width."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.worlds import lesson
from wordtrail.core.changes.chart_changes import KeepOrganizer, MakeOrganizer
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import KeepMark
from wordtrail.core.changes.passage_changes import SetLook
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.layout.stages import WIDE
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.margin_note import MarginNote
from wordtrail.core.marks.model import Mark
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.organizers import Shape
from wordtrail.core.text.look import TextLook

LONG = " ".join(["In the morning the hungry bee flies over the meadow and finds clover."] * 4)


class WholeWidthTest(unittest.TestCase):
    def setUp(self) -> None:
        self.usual = lesson(f"{LONG}\n\n---\n\n{LONG}")
        self.lesson = apply(self.usual, SetLook(TextLook(whole_width=True)))
        self.half = len(self.lesson.words) // 2

    def edges(self, made: Lesson) -> list[float]:
        """Where the words of each page of the text end."""
        pages = [page for page in typeset(made).pages if page.is_text and not page.beside]
        for page in pages:
            self.assertLess(max(box.x + box.width for box in page.boxes), page.text_edge)
        return [page.text_edge for page in pages]

    def test_the_text_is_wider_and_larger_only_where_it_is_wanted(self) -> None:
        self.assertEqual(self.edges(self.usual), [WIDE.text_edge] * 2)
        self.assertEqual(self.edges(self.lesson), [WIDE.width] * 2)
        widest = max(box.x + box.width for box in typeset(self.lesson).pages[1].boxes)
        self.assertTrue(WIDE.text_edge < widest <= WIDE.width - WIDE.text_left)
        self.assertGreater(typeset(self.lesson).pages[1].size, typeset(self.usual).pages[1].size)

    def test_a_page_with_something_beside_it_keeps_the_room_for_it(self) -> None:
        first, last = self.lesson.words[2].id, self.lesson.words[-1].id
        asked = apply(self.lesson, KeepPoint(PausePoint("", first, "Why?", 5)))
        self.assertEqual(self.edges(asked), [WIDE.text_edge, WIDE.width])
        noted = apply(self.lesson, KeepMark(Mark("", MarginNote("see"), last, last, "evidence")))
        self.assertEqual(self.edges(noted), [WIDE.width, WIDE.text_edge])
        own_page = Choose(choices=(Choice("one", right=True), Choice("two")))
        board = apply(self.lesson, KeepPoint(PausePoint("", first, "Which?", 5, own_page)))
        self.assertEqual(self.edges(board), [WIDE.width] * 2, "a question with a page of its own stands elsewhere")

    def test_a_chart_beside_the_text_has_its_room_on_every_page(self) -> None:
        made = apply(self.lesson, MakeOrganizer(Shape.THREE))
        self.assertEqual(self.edges(made), [WIDE.width] * 2)
        beside = apply(made, KeepOrganizer(replace(made.plan.organizers[0], beside_text=True)))
        self.assertEqual(self.edges(beside), [WIDE.text_edge] * 2)

    def test_signposts_and_charts_never_lie_on_words(self) -> None:
        asked = apply(self.lesson, KeepPoint(PausePoint("", self.lesson.words[2].id, "Why?", 5)))
        layout = typeset(asked)
        (signpost,) = layout.signposts
        page = layout.pages[signpost.page]
        self.assertLess(max(box.x + box.width for box in page.boxes), signpost.x)


if __name__ == "__main__":
    unittest.main()
