"""What is drawn on a picture belongs to the picture: to its part, through every crop and layout."""

from __future__ import annotations

import itertools
import math
import unittest
from dataclasses import replace

from tests.worlds import lesson
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import DrawInk, KeepMark
from wordtrail.core.changes.opening_changes import SetOpening
from wordtrail.core.errors import InkAcross, LessonError
from wordtrail.core.layout.model import LaidMark, LaidPicture
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.circle import Circle
from wordtrail.core.marks.forms.ink import AsDrawn
from wordtrail.core.marks.forms.number import Number
from wordtrail.core.marks.forms.part_name import PartName
from wordtrail.core.marks.model import Mark, Stroke
from wordtrail.core.plan.opening import Opening, PictureQuestion
from wordtrail.core.text.model import Area, BlockKind, Picture

FILE = "0" * 32 + ".png"


def pictured(crop: Area = Area(0, 0, 1, 1)) -> Lesson:  # noqa: B008 -- a frozen value
    """The lesson with a picture on its first page."""
    made = lesson()
    page = made.passages[0].pages[0]
    picture = Picture(FILE, 900, 600, crop)
    block = replace(page.blocks[0], id="pic", kind=BlockKind.PICTURE, text="A bee", words=(), picture=picture)
    pages = (replace(page, blocks=(*page.blocks, block)), *made.passages[0].pages[1:])
    return replace(made, passages=(replace(made.passages[0], pages=pages),))


def picture_in(made: Lesson) -> LaidPicture:
    (picture,) = typeset(made).pages[1].pictures
    return picture


def at(made: Lesson, x: float, y: float) -> tuple[float, float]:
    """A place on the picture, in shares of what is shown of it, in page units."""
    one = picture_in(made)
    return one.x + x * one.width, one.y + y * one.height


def line(*points: tuple[float, float]) -> Stroke:
    """A stroke through points."""
    found: list[float] = []
    for (x0, y0), (x1, y1) in itertools.pairwise(points):
        for n in range(13):
            found += [x0 + (x1 - x0) * n / 12, y0 + (y1 - y0) * n / 12]
    return tuple(found)


def loop(x: float, y: float, across: float, down: float) -> Stroke:
    return tuple(
        value
        for n in range(41)
        for value in (x + across * math.cos(math.tau * n / 40), y + down * math.sin(math.tau * n / 40))
    )


def drawn(made: Lesson, *strokes: Stroke, on: str = "") -> tuple[Lesson, Mark]:
    before = {mark.id for mark in made.marks}
    after = apply(made, DrawInk(1, strokes, "evidence", on=on))  # type: ignore[arg-type]
    return after, next(mark for mark in after.marks if mark.id not in before)


def bounds(mark: LaidMark) -> tuple[float, float, float, float]:
    points = [stroke.points for page in mark.strokes for stroke in page.strokes]
    xs, ys = [x for one in points for x in one[::2]], [y for one in points for y in one[1::2]]
    return min(xs), min(ys), max(xs), max(ys)


class PictureInkTest(unittest.TestCase):
    def setUp(self) -> None:
        self.lesson = pictured()
        self.picture = picture_in(self.lesson)

    def test_a_loop_is_a_circle_around_its_part_and_stays_there_when_cropped(self) -> None:
        x, y = at(self.lesson, 0.5, 0.5)
        made, mark = drawn(self.lesson, loop(x, y, 0.1 * self.picture.width, 0.1 * self.picture.height))
        self.assertEqual((mark.form, mark.picture), (Circle(), "pic"))
        xs, ys = mark.ink[0][::2], mark.ink[0][1::2]
        for value, wanted in zip((min(xs), max(xs), min(ys), max(ys)), (0.4, 0.6, 0.4, 0.6), strict=True):
            self.assertAlmostEqual(value, wanted, places=2)
        cropped = replace(pictured(Area(0.25, 0.25, 0.5, 0.5)), marks=made.marks)
        there = picture_in(cropped)
        left, top, right, bottom = bounds(typeset(cropped).marks[0])
        self.assertAlmostEqual((left + right) / 2, there.x + there.width / 2, delta=2)
        self.assertAlmostEqual((right - left) / there.width, 0.4, places=1)
        self.assertTrue(there.y < top < bottom < there.y + there.height)

    def test_an_arrow_goes_from_part_to_part(self) -> None:
        begin, end = at(self.lesson, 0.2, 0.5), at(self.lesson, 0.8, 0.5)
        head = line((end[0] - 14, end[1] - 14), end), line(end, (end[0] - 14, end[1] + 14))
        made, mark = drawn(self.lesson, line(begin, end), *head)
        self.assertIsInstance(mark.form, Arrow)
        (laid,) = typeset(made).marks
        shaft = laid.strokes[0].strokes[0].points
        for value, wanted in zip((*shaft[:2], *shaft[-2:]), (*begin, *end), strict=True):
            self.assertAlmostEqual(value, wanted, delta=1)

    def test_an_arrow_goes_from_words_to_a_part(self) -> None:
        box = typeset(self.lesson).places()["a7"][1]
        begin, end = (box.x + box.width / 2, box.baseline + 6), at(self.lesson, 0.5, 0.5)
        head = line((end[0] - 16, end[1] - 14), end), line(end, (end[0] + 16, end[1] - 14))
        made, mark = drawn(self.lesson, line(begin, end), *head)
        self.assertEqual((mark.first, mark.picture), ("a7", "pic"))
        shaft = typeset(made).marks[0].strokes[0].strokes[0].points
        self.assertAlmostEqual(shaft[0], box.x + box.width / 2, delta=1)
        self.assertAlmostEqual(shaft[-1], end[1], delta=1)

    def test_what_is_none_of_these_stays_as_drawn_and_a_part_can_have_a_number_or_a_name(self) -> None:
        made, mark = drawn(
            self.lesson, line(at(self.lesson, 0.1, 0.1), at(self.lesson, 0.3, 0.6), at(self.lesson, 0.5, 0.2))
        )
        self.assertIsInstance(mark.form, AsDrawn)
        named = apply(made, KeepMark(replace(mark, form=PartName("the wing"))))
        pieces = [piece.text for page in typeset(named).marks[0].strokes for piece in page.pieces]
        self.assertEqual(" ".join(pieces), "the wing")
        at_edge = loop(*at(self.lesson, 0.93, 0.5), 0.05 * self.picture.width, 0.1 * self.picture.height)
        named, mark = drawn(self.lesson, at_edge)
        named = apply(named, KeepMark(replace(mark, form=PartName("the far end of the wing"))))
        written = [piece for page in typeset(named).marks[0].strokes for piece in page.pieces]
        self.assertLess(max(one.x + one.width for one in written), self.picture.x + self.picture.width)
        numbered = apply(made, KeepMark(replace(mark, form=Number("2"))))
        self.assertEqual([piece.text for page in typeset(numbered).marks[0].strokes for piece in page.pieces], ["2"])

    def test_across_both_it_asks(self) -> None:
        words = typeset(self.lesson).places()["a16"][1]
        low, high = self.picture.y + 0.5 * self.picture.height, words.baseline - 20
        across = line((self.picture.x + 60, high), (self.picture.x + 60, low + (low - high) * 0.05))
        with self.assertRaises(InkAcross):
            drawn(self.lesson, across)
        _, mark = drawn(self.lesson, across, on="picture")
        self.assertEqual(mark.picture, "pic")
        _, mark = drawn(self.lesson, across, on="text")
        self.assertEqual(mark.picture, "")

    def test_where_a_mark_would_not_be_seen_nothing_is_drawn(self) -> None:
        covered = apply(self.lesson, SetOpening(Opening(cover="pic")))
        (cover,) = typeset(covered).pages[0].pictures
        middle = loop(cover.x + cover.width / 2, cover.y + cover.height / 2, 60, 60)
        with self.assertRaisesRegex(LessonError, "does not stand in the text"):
            apply(covered, DrawInk(0, (middle,), "evidence"))
        walked = apply(self.lesson, SetOpening(Opening(picture_walk=(PictureQuestion("pic", "What is she doing?"),))))
        board = next(number for number, page in enumerate(typeset(walked).pages) if page.board and page.pictures)
        (shown,) = typeset(walked).pages[board].pictures
        middle = loop(shown.x + shown.width / 2, shown.y + shown.height / 2, 60, 60)
        with self.assertRaisesRegex(LessonError, "does not stand in the text"):
            apply(walked, DrawInk(board, (middle,), "evidence"))

    def test_damaged_ink_is_left_out(self) -> None:
        x, y = at(self.lesson, 0.5, 0.5)
        made, mark = drawn(self.lesson, loop(x, y, 60, 60))
        damaged = apply(made, KeepMark(replace(mark, ink=((), (0.1,), (0.5, math.nan), (0.2, 0.3, 0.4, 0.5)))))
        self.assertEqual(damaged.marks[0].ink, ((0.2, 0.3, 0.4, 0.5),))
        self.assertTrue(typeset(damaged).marks[0].strokes)
        bare = apply(made, KeepMark(replace(mark, ink=((),))))
        self.assertTrue(typeset(bare).marks[0].strokes, "the whole picture is marked then")
        with self.assertRaises(LessonError):
            apply(made, KeepMark(replace(mark, ink=((0.5, 0.5) * 9000,))))

    def test_ink_does_not_go_along_to_another_place(self) -> None:
        x, y = at(self.lesson, 0.5, 0.5)
        made, mark = drawn(self.lesson, loop(x, y, 60, 60))
        moved = apply(made, KeepMark(replace(mark, picture="")))
        self.assertEqual(moved.marks[0].ink, ())
        with self.assertRaises(LessonError):
            apply(self.lesson, DrawInk(99, (loop(x, y, 60, 60),), "evidence"))
