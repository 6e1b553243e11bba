"""Pointing and coming closer: by hand alone, and gone again without a trace."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from tests.core.test_director import FIRST, ON_FIRST, SECOND, did, reading, seen, take
from tests.core.test_picture_ink import pictured
from tests.worlds import TAKE, lesson
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.direction_changes import KeepDirection
from wordtrail.core.changes.picture_changes import NameRegion
from wordtrail.core.cues.filmed import filmed
from wordtrail.core.cues.state import COMES_CLOSER, FADES, state_at
from wordtrail.core.errors import LessonError
from wordtrail.core.film.model import Film, FilmChoices, StageShape
from wordtrail.core.layout.drawing import closer_view
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Area
from wordtrail.core.trail.closer_targets import OnPicture, OnWords, read_target
from wordtrail.core.trail.directions import Deed, Direction, directions_in
from wordtrail.core.trail.events import TakeEvent
from wordtrail.media.draw import Painter
from wordtrail.media.moments import moments

WAY = (0.0, 100.0, 200.0, 1.0, 300.0, 200.0)
TRAIL = take(reading(ON_FIRST, 1), seconds=60)


def pointed(made: Lesson, at: float, page: str, way: tuple[float, ...] = WAY) -> Lesson:
    return apply(made, KeepDirection(Direction("", TAKE, at, Deed.POINT, page, path=way)))


class PointerTest(unittest.TestCase):
    def test_the_spot_moves_fades_and_is_gone(self) -> None:
        sheet = seen(pointed(lesson(), 20.0, FIRST), TRAIL)
        spots = [state_at(sheet, at).pointer for at in (19.9, 20.0, 20.5, 21.0, 21.3, 21.0 + FADES)]
        self.assertEqual(spots, [None, (100, 200, 1), (200, 200, 1), (300, 200, 1), (300, 200, 0.5), None])

    def test_it_is_on_its_own_page_alone_and_not_where_the_lesson_stands_still(self) -> None:
        made = did(pointed(lesson(), 20.0, FIRST), (20.4, Deed.TURN, SECOND))
        sheet = seen(made, TRAIL)
        self.assertIsNotNone(state_at(sheet, 20.3).pointer)
        self.assertIsNone(state_at(sheet, 20.5).pointer)

    def test_on_a_stage_of_another_shape_it_goes_past_the_same_words(self) -> None:
        wide = typeset(lesson()).places()
        boxes = [wide[word][1] for word in ("a3", "a5")]
        way = tuple(
            value for n, box in enumerate(boxes) for value in (float(n), box.x + box.width / 2, box.baseline - 10)
        )
        made = pointed(lesson(), 3.0, FIRST, way)
        for shape in (StageShape.SQUARE, StageShape.TALL):
            film = filmed(made, {TAKE: TRAIL}, Film(choices=FilmChoices(shape=shape)))
            (pointing,) = film.sheet.pointings
            for n, word in enumerate(("a3", "a5")):
                _, x, y = pointing.path[3 * n : 3 * n + 3]
                box = film.layout.places()[word][1]
                self.assertTrue(box.x <= x <= box.x + box.width and box.baseline - box.size <= y <= box.baseline, word)

    def test_put_on_words_it_goes_along_them_line_by_line(self) -> None:
        made = did(lesson(), (20.0, Deed.POINT, "a2 a12"))
        layout, sheet = typeset(made), seen(made, TRAIL)
        (pointing,) = sheet.pointings
        boxes = [box for box in layout.pages[pointing.page].boxes if box.word in {f"a{n}" for n in range(2, 13)}]
        lines = {box.line for box in boxes}
        times, xs, ys = pointing.path[::3], pointing.path[1::3], pointing.path[2::3]
        self.assertGreater(len(lines), 1)
        self.assertEqual(len(times), 2 * len(lines))
        self.assertEqual(list(times), sorted(times))
        self.assertAlmostEqual(xs[0], boxes[0].x, places=1)
        self.assertAlmostEqual(xs[-1], boxes[-1].x + boxes[-1].width, places=1)
        for foot in ys:
            self.assertTrue(any(box.baseline < foot < box.baseline + box.size for box in boxes))
        self.assertIsNotNone(state_at(sheet, 20.0 + times[-1]).pointer)

    def test_put_on_a_part_of_a_picture_it_rests_on_its_middle(self) -> None:
        made = apply(pictured(), NameRegion("pic", "the wing", Area(0.5, 0.5, 0.2, 0.2)))
        block = next(one for one in made.passages[0].blocks if one.picture)
        assert block.picture
        made = did(made, (20.0, Deed.POINT, f"picture pic {block.picture.regions[0].id}"))
        (picture,) = typeset(made).pages[1].pictures
        spot = state_at(seen(made, TRAIL), 20.5).pointer
        assert spot
        self.assertAlmostEqual(spot[0], picture.x + 0.6 * picture.width, delta=1)
        self.assertAlmostEqual(spot[1], picture.y + 0.6 * picture.height, delta=1)

    def test_what_is_not_there_cannot_be_pointed_at(self) -> None:
        for target in ("a2 z9", "picture nowhere"):
            with self.assertRaises(LessonError):
                did(lesson(), (20.0, Deed.POINT, target))

    def test_events_of_a_take_and_damaged_ones(self) -> None:
        events = [TakeEvent(3.0, "point", f"{FIRST}#0 10 20 0.5 30 40"), TakeEvent(5.0, "point", f"{FIRST}#0 x")]
        good, bad = directions_in(events, TAKE)
        self.assertEqual((good.target, good.path, bad.path), (FIRST, (0, 10, 20, 0.5, 30, 40), ()))
        for way in ((0.0, 1.0), (1.0, 1.0, 1.0, 0.0, 2.0, 2.0), (0.0, math.inf, 1.0), (0.0, 1.0, 1.0) * 500):
            with self.assertRaises(LessonError):
                pointed(lesson(), 20.0, FIRST, way)

    def test_the_film_has_frames_for_it(self) -> None:
        made = did(pointed(lesson(), 20.0, FIRST), (25.0, Deed.CLOSER, "a5 a8"))
        times = moments(seen(made, TRAIL))
        self.assertGreater(sum(20.0 <= at <= 21.0 + FADES for at in times), 16)
        self.assertGreater(sum(25.0 <= at <= 25.0 + COMES_CLOSER for at in times), 8)

    def test_the_film_shows_it(self) -> None:
        made = pointed(lesson(), 20.0, FIRST)
        sheet = seen(made, TRAIL)
        painter = Painter(typeset(made), sheet, 0.25)
        before, there = state_at(sheet, 19.0), state_at(sheet, 20.5)
        painter.paint(before)
        plain = painter.pixels().copy()
        painter.paint(there, only=painter.changed(before, there))
        changed = (plain != painter.pixels()).any(axis=2)
        self.assertTrue(changed[200 // 4, 200 // 4])
        self.assertFalse(changed[500 // 4 :, :].any())


class CloserTest(unittest.TestCase):
    def test_words_fill_the_stage_slowly_and_back(self) -> None:
        made = did(lesson(), (20.0, Deed.CLOSER, "a5 a8"), (25.0, Deed.CLOSER, ""))
        sheet = seen(made, TRAIL)
        whole = (0.0, 0.0, 1920.0, 1080.0)
        widths = [(state_at(sheet, at).view or whole)[2] for at in (19.9, 20.0, 20.2, 20.4, 20.0 + COMES_CLOSER, 24.9)]
        self.assertEqual(widths, sorted(widths, reverse=True))
        self.assertLess(widths[-1], 1920)
        view = state_at(sheet, 24.0).view or whole
        for word in ("a5", "a6", "a7", "a8"):
            box = typeset(made).places()[word][1]
            self.assertTrue(view[0] <= box.x and box.x + box.width <= view[0] + view[2])
            self.assertTrue(view[1] <= box.baseline <= view[1] + view[3])
        self.assertIsNone(state_at(sheet, 25.0 + COMES_CLOSER).view)

    def test_turning_the_page_is_back_to_the_whole(self) -> None:
        made = did(
            lesson(), (20.0, Deed.CLOSER, "a5 a8"), (23.0, Deed.TURN, SECOND), (26.0, Deed.TURN, FIRST),
        )  # fmt: skip
        sheet = seen(made, TRAIL)
        self.assertEqual([state_at(sheet, at).view for at in (23.1, 27.0)], [None, None])

    def test_a_picture_fills_the_stage(self) -> None:
        made = did(replace(pictured(), chosen_take=TAKE), (20.0, Deed.CLOSER, "picture pic"))
        view = state_at(seen(made, TRAIL), 22.0).view
        (picture,) = typeset(made).pages[1].pictures
        assert view
        self.assertTrue(view[0] <= picture.x and picture.x + picture.width <= view[0] + view[2])
        self.assertTrue(view[1] <= picture.y and picture.y + picture.height <= view[1] + view[3])

    def test_what_is_not_there_cannot_be_come_closer_to(self) -> None:
        for target in ("a5 nothing", "picture gone", "one", "a b c d"):
            with self.assertRaises(LessonError):
                did(lesson(), (20.0, Deed.CLOSER, target))
        self.assertEqual(read_target("picture b1 r2"), OnPicture("b1", "r2"))
        self.assertEqual((read_target("a1 a2"), read_target("")), (OnWords("a1", "a2"), None))

    def test_the_film_comes_closer_too(self) -> None:
        made = did(lesson(), (20.0, Deed.CLOSER, "a5 a8"))
        sheet = seen(made, TRAIL)
        painter = Painter(typeset(made), sheet, 0.25)
        painter.paint(state_at(sheet, 19.0))
        ink = (painter.pixels()[..., :3].min(axis=2) < 128).mean()
        painter.paint(state_at(sheet, 22.0))
        self.assertGreater((painter.pixels()[..., :3].min(axis=2) < 128).mean(), ink)
        self.assertIsNone(painter.changed(state_at(sheet, 19.0), state_at(sheet, 20.3)), "all of it is painted anew")

    @given(st.tuples(*[st.floats(0, 1900)] * 2), st.tuples(*[st.floats(1, 900)] * 2))
    def test_any_place_lies_in_its_view_and_the_view_on_the_page(
        self, corner: tuple[float, float], size: tuple[float, float]
    ) -> None:
        left, top = corner[0], corner[1] * 1080 / 1920
        right, bottom = min(1920.0, left + size[0]), min(1080.0, top + size[1])
        x, y, across, down = closer_view((left, top, right, bottom), 1920.0, 1080.0)
        self.assertAlmostEqual(across / down, 1920 / 1080, places=2)
        self.assertTrue(x >= -0.01 and x + across <= 1920.02 and y >= -0.01 and y + down <= 1080.02)
        self.assertTrue(x <= left + 0.01 and right <= x + across + 0.01)
        self.assertTrue(y <= top + 0.01 and bottom <= y + down + 0.01)
