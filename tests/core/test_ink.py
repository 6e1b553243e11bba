"""Ink becomes a mark: the right kind on exactly the right words."""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.inks import CLEAN, SHAKY, Hand, drawings
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import DrawInk, KeepMark
from wordtrail.core.layout.ink import Canvas, mark_of_ink
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.marks.moment import Moment
from wordtrail.core.text.intake import passage_from_text
from wordtrail.standins.passages import BEES_MAP, KITE, RAIN

PAGES = [
    page for text in (BEES_MAP, KITE, RAIN) for page in typeset(Lesson((passage_from_text(text),))).pages if page.boxes
]


def share_right(hand: Hand, count: int = 160) -> float:
    """The share of drawings on all pages whose kind and exact words are found."""
    right = total = 0
    for number, page in enumerate(PAGES):
        lines = sorted({box.baseline for box in page.boxes})
        spacing = float(np.median(np.diff(lines)))
        canvas = Canvas(page.boxes, page.size)
        for drawn in drawings(page.boxes, spacing, hand, count, seed=number + 7):
            seen = mark_of_ink(drawn.strokes, canvas)
            right += (seen.form, seen.first, seen.last) == (drawn.form, drawn.first, drawn.last)
            total += 1
    return right / total


class InkTest(unittest.TestCase):
    def test_clean_strokes_are_understood(self) -> None:
        self.assertGreaterEqual(share_right(CLEAN), 0.97)

    def test_shaky_strokes_are_understood(self) -> None:
        self.assertGreaterEqual(share_right(SHAKY), 0.90)

    def test_a_shaft_with_a_head_is_an_arrow_from_word_to_word(self) -> None:
        page = PAGES[0]
        one, other = page.boxes[6], page.boxes[20]
        begin, end = (one.x + one.width / 2, one.baseline), (other.x + other.width / 2, other.baseline - 20)
        shaft = tuple(
            v
            for t in np.linspace(0, 1, 20)
            for v in (begin[0] + (end[0] - begin[0]) * t, begin[1] + (end[1] - begin[1]) * t)
        )
        head = (end[0] - 25, end[1] - 20, end[0], end[1], end[0] + 25, end[1] - 20)
        seen = mark_of_ink((shaft, head), Canvas(page.boxes, page.size))
        self.assertEqual((seen.form, seen.first), (Arrow(other.word), one.word))

    @settings(deadline=None)
    @given(
        st.lists(
            st.lists(st.floats(-3000, 3000), min_size=4, max_size=60).filter(lambda s: len(s) % 2 == 0),
            min_size=1,
            max_size=5,
        )
    )
    def test_whatever_is_drawn_something_is_seen(self, strokes: list[list[float]]) -> None:
        page = PAGES[0]
        words = {box.word for box in page.boxes}
        seen = mark_of_ink(tuple(map(tuple, strokes)), Canvas(page.boxes, page.size))
        self.assertTrue({seen.first, seen.last} <= words)
        self.assertTrue(0 <= seen.certainty <= 1)

    def test_the_ink_is_kept_and_comes_back_as_drawn(self) -> None:
        lesson = Lesson((passage_from_text(BEES_MAP),))
        layout = typeset(lesson)
        number = next(n for n, page in enumerate(layout.pages) if page.boxes)
        box = layout.pages[number].boxes[8]
        stroke = tuple(v for x in np.linspace(box.x, box.x + box.width, 12) for v in (float(x), box.baseline + 18))
        drawn = apply(lesson, DrawInk(number, (stroke,), "evidence"))
        (mark,) = drawn.marks
        self.assertEqual(
            (mark.form, mark.first, mark.last, mark.moment), (Underline(), box.word, box.word, Moment.TALK)
        )
        tidy = typeset(drawn).marks[0].strokes[0].strokes[0]
        as_drawn = apply(
            drawn,
            KeepMark(type(mark)(**{f: getattr(mark, f) for f in mark.__slots__ if f != "as_drawn"}, as_drawn=True)),
        )
        inked = typeset(as_drawn).marks[0].strokes[0].strokes[0]
        self.assertEqual(len(tidy.points), 4)
        self.assertTrue(np.allclose(inked.points, stroke, atol=0.2))
