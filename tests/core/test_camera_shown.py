"""The camera's picture in a film: never on anything, in one place as long as a page is shown, large where nothing is
read."""

from __future__ import annotations

import unittest
from collections.abc import Iterator
from dataclasses import replace
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.test_films import SEEDS, films, world
from tests.golden.lessons import by_hand
from tests.worlds import TAKE, trail
from wordtrail.core.cues.camera_shown import Camera
from wordtrail.core.cues.film import state_in_video, video_seconds
from wordtrail.core.cues.filmed import Filmed, filmed
from wordtrail.core.cues.state import state_at
from wordtrail.core.film.model import AS_READ, Film, FilmChoices, FilmVersion, StageShape
from wordtrail.core.layout.free_place import LARGEST, SMALLEST
from wordtrail.core.layout.model import Layout
from wordtrail.core.trail.camera import CameraSize, CameraStretch
from wordtrail.core.trail.model import Aside

SMALL = (CameraStretch(0.0, None, CameraSize.SMALL),)
LARGE = (CameraStretch(0.0, None, CameraSize.LARGE),)
RATIO = 4 / 3

Box = tuple[float, float, float, float]


def seen_on(layout: Layout, index: int) -> Iterator[Box]:
    """All that is seen on a page: left, top, right, bottom."""
    page = layout.pages[index]
    marks = [drawn for mark in layout.marks for drawn in mark.strokes if drawn.page == index]
    for piece in (
        *page.pieces, *(one for part in page.parts for one in part.pieces), *(one for m in marks for one in m.pieces)
    ):  # fmt: skip
        if piece.text.strip():
            yield piece.x, piece.baseline - 0.7 * piece.size, piece.x + piece.width, piece.baseline + 0.2 * piece.size
    for box in page.boxes:
        yield box.x, box.baseline - 0.98 * box.size, box.x + box.width, box.baseline + 0.62 * box.size
    for panel in (*page.panels, *(one for part in page.parts for one in part.panels)):
        yield panel.x, panel.y, panel.x + panel.width, panel.y + panel.height
    for picture in page.pictures:
        yield picture.x, picture.y, picture.x + picture.width, picture.y + picture.height
    for one in layout.signposts:
        if one.page == index:
            yield one.x, one.y, one.x + one.width, one.y + one.height
    strokes = (
        *page.strokes,
        *(one for part in page.parts for one in part.strokes),
        *(s for m in marks for s in m.strokes),
    )
    for stroke in strokes:
        for x, y in zip(stroke.points[::2], stroke.points[1::2], strict=True):
            yield x, y, x, y
    for mark in layout.marks:
        for s in mark.stretches:
            if s.page == index:
                yield s.left, s.baseline - 0.9 * s.size, s.right, s.baseline + 0.3 * s.size


class AnyFilmTest(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.data(), st.sampled_from([SMALL, LARGE]), st.sampled_from([4 / 3, 16 / 9, 0.75]))
    def test_it_lies_on_nothing(self, data: st.DataObject, stretches: tuple[CameraStretch, ...], ratio: float) -> None:
        one = world(data.draw(st.integers(0, SEEDS + 5)))
        film = data.draw(films(one.lesson))
        made = filmed(one.lesson, {TAKE: one.trail}, film, {TAKE: Camera(stretches, ratio)})
        sheet, layout = made.sheet, made.layout
        self.assertTrue(all(a.end <= b.start + 1e-3 for a, b in pairwise(sheet.cameras)))
        turns = sheet.pages
        for shown in sheet.cameras:
            self.assertTrue(0 <= shown.start < shown.end <= sheet.seconds + 0.01)
            self.assertTrue(shown.x >= 0 and shown.x + shown.width <= layout.width)
            self.assertTrue(shown.y >= 0 and shown.y + shown.height <= layout.height)
            self.assertAlmostEqual(shown.width / shown.height, ratio, delta=0.01)
            middle = (shown.start + shown.end) / 2
            if shown.large:
                self.assertFalse([o for o in sheet.lights if o.start < shown.end and o.end > shown.start])
                continue
            self.assertTrue(SMALLEST <= shown.height <= LARGEST)
            page = next(turn.page for turn in reversed(turns) if turn.at <= middle)
            left, top, right, bottom = shown.x, shown.y, shown.x + shown.width, shown.y + shown.height
            for x0, y0, x1, y1 in seen_on(layout, page):
                self.assertFalse(x0 < right and x1 > left and y0 < bottom and y1 > top, (layout.name, page, shown))
            state = state_at(sheet, middle)
            self.assertEqual((state.page, state.view), (page, None))


class CameraTest(unittest.TestCase):
    def film(
        self, stretches: tuple[CameraStretch, ...] = SMALL, version: FilmVersion = FilmVersion.LISTEN, **choices: object
    ) -> Filmed:
        made = replace(by_hand(), chosen_take=TAKE)
        film = Film(version, FilmChoices(**choices))  # type: ignore[arg-type]
        return filmed(made, {TAKE: trail(by_hand())}, film, {TAKE: Camera(stretches, RATIO)})

    def test_it_is_in_one_place_as_long_as_a_page_is_shown(self) -> None:
        made = self.film()
        places: dict[int, set[tuple[float, float]]] = {}
        for shown in made.sheet.cameras:
            if not shown.large:
                places.setdefault(state_at(made.sheet, shown.start + 0.01).page, set()).add((shown.x, shown.y))
        self.assertTrue(places)
        self.assertTrue(all(len(one) == 1 for one in places.values()), places)

    def test_its_time_is_that_of_the_take(self) -> None:
        for version in (FilmVersion.LISTEN, FilmVersion.TOGETHER):
            made = self.film(version=version)
            for shown in made.sheet.cameras:
                for at in (shown.start, (shown.start + shown.end) / 2):
                    camera, place = state_at(made.sheet, at).camera, made.edits.to_take(at)
                    assert camera
                    assert place
                    self.assertEqual(camera.take, place[0])
                    self.assertAlmostEqual(camera.at, place[1], delta=0.01)

    def test_it_is_large_while_she_greets_unless_she_does_not_want_it(self) -> None:
        read = trail(by_hand(), begin=9.0)
        hello = Aside(0.5, 6.0, "good morning everybody I am so glad to see you")
        slow = replace(read, asides=(hello, *read.asides), sound_start=0.5)
        made = replace(by_hand(), chosen_take=TAKE)
        for wanted in (True, False):
            film = Film(choices=FilmChoices(camera_greets=wanted))
            cameras = filmed(made, {TAKE: slow}, film, {TAKE: Camera(SMALL, RATIO)}).sheet.cameras
            self.assertEqual(any(one.large for one in cameras), wanted)

    def test_where_it_was_asked_for_it_is_large_but_not_while_she_reads(self) -> None:
        made = self.film(LARGE)
        large = [one for one in made.sheet.cameras if one.large]
        self.assertTrue(large)
        self.assertTrue(any(not one.large for one in made.sheet.cameras), "small while she reads")

    def test_where_the_lesson_stands_still_a_small_one_does_too(self) -> None:
        made = self.film(version=FilmVersion.ECHO)
        stood = 0
        at = 0.0
        while at < video_seconds(made.sheet):
            state, waited = state_in_video(made.sheet, at)
            if state.gate and state.camera and waited > 0.2:
                stood += 1
                self.assertFalse(state.camera.large)
            at += 0.1
        self.assertGreater(stood, 10)

    def test_students_and_who_leaves_it_out_see_none(self) -> None:
        made = replace(by_hand(), chosen_take=TAKE)
        cameras = {TAKE: Camera(SMALL, RATIO)}
        for film in (AS_READ, Film(choices=FilmChoices(camera=False))):
            self.assertEqual(filmed(made, {TAKE: trail(by_hand())}, film, cameras).sheet.cameras, ())

    def test_nobody_is_seen_whose_voice_is_silent(self) -> None:
        made = self.film(version=FilmVersion.ALONE, shape=StageShape.WIDE)
        now = made.edits.lead
        for clip in made.edits.clips:
            if clip.silent:
                inside = [o for o in made.sheet.cameras if o.start < now + clip.seconds - 0.01 and o.end > now + 0.01]
                self.assertEqual(inside, [])
            now += clip.seconds


if __name__ == "__main__":
    unittest.main()
