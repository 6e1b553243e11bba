"""Pairs of pictures side by side, and a picture beside its text."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.worlds import lesson
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.picture_changes import PlacePicture, StandPicture
from wordtrail.core.layout.stages import WIDE
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Stands

FILE = "0" * 32 + ".png"
TEXT = """A bee finds clover in the field behind the school and tells the others about it.

[caption] The bee.

[caption] The field.

She dances on the comb, and they follow her."""


def pictured(*stands: Stands, text: str = TEXT, size: tuple[int, int] = (900, 600)) -> Lesson:
    """A paragraph, two pictures with a caption each, and a paragraph."""
    made = lesson(text)
    blocks = [block.id for block in made.passages[0].blocks]
    for before in blocks[1::-1]:
        made = apply(made, PlacePicture(before, FILE, *size, "Something"))
    pictures = [block.id for block in made.passages[0].blocks if block.picture]
    for id, where in zip(pictures, stands, strict=False):
        made = apply(made, StandPicture(id, where))
    return made


def rows_of(made: Lesson) -> dict[str, tuple[float, float, float, float]]:
    """What each block covers: left, top, right, bottom; a page is as high as the stage."""
    found = {}
    pages = typeset(made).pages[1:]
    for block in made.passages[0].blocks:
        ids = {word.id for word in block.words}
        areas = [
            (one.x, one.y + 1080 * n, one.x + one.width, one.y + one.height + 1080 * n)
            for n, page in enumerate(pages)
            for one in page.pictures
            if one.id == block.id
        ]
        areas += [
            (box.x, box.baseline - 0.8 * box.size + 1080 * n, box.x + box.width, box.baseline + 1080 * n)
            for n, page in enumerate(pages)
            for box in page.boxes
            if box.word in ids
        ]
        lefts, tops, rights, bottoms = zip(*areas, strict=True)
        found[block.id] = (min(lefts), min(tops), max(rights), max(bottoms))
    return found


class SideBySideTest(unittest.TestCase):
    def test_a_pair_of_pictures_stands_side_by_side_over_its_captions(self) -> None:
        made = pictured(Stands.ALONE, Stands.BESIDE_PICTURE)
        _, first, its, second, other, _ = (rows_of(made)[block.id] for block in made.passages[0].blocks)
        self.assertEqual(first[1], second[1])
        self.assertLess(first[2], second[0])
        self.assertTrue(its[1] > first[3] and other[1] > second[3])
        self.assertTrue(its[2] < second[0] and other[0] >= second[0] - 1)

    def test_alone_they_stand_under_one_another(self) -> None:
        made = pictured()
        tops = [rows_of(made)[block.id][1] for block in made.passages[0].blocks]
        self.assertEqual(tops, sorted(tops))

    def test_a_picture_stands_beside_the_text_after_it(self) -> None:
        made = pictured(Stands.ALONE, Stands.BESIDE_TEXT)
        *_, picture, caption, text = (rows_of(made)[block.id] for block in made.passages[0].blocks)
        self.assertLess(picture[2], text[0])
        self.assertLess(text[1], picture[3])
        self.assertLess(caption[2], text[0])
        self.assertLess(text[2], WIDE.text_left + WIDE.text_width + 1)

    def test_what_has_nothing_to_stand_beside_stands_alone(self) -> None:
        made = pictured(Stands.BESIDE_PICTURE, Stands.ALONE)
        self.assertEqual(rows_of(made), rows_of(pictured()))

    @settings(max_examples=30, deadline=None)
    @given(
        st.tuples(st.sampled_from(Stands), st.sampled_from(Stands)),
        st.integers(100, 3000),
        st.integers(100, 3000),
        st.integers(1, 90),
    )
    def test_nothing_lies_on_something_else_or_is_lost(
        self, stands: tuple[Stands, Stands], wide: int, high: int, words: int
    ) -> None:
        made = pictured(*stands, text=TEXT + " buzz" * words, size=(wide, high))
        layout = typeset(made)
        self.assertEqual(
            sorted(box.word for page in layout.pages[1:] for box in page.boxes), sorted(word.id for word in made.words)
        )
        for page in layout.pages[1:]:
            areas = [(one.x, one.y, one.x + one.width, one.y + one.height) for one in page.pictures]
            numbers = [piece for piece in page.pieces if not piece.word and piece.text.isdigit()]
            areas += [(one.x, one.baseline - one.size, one.x + one.width, one.baseline) for one in numbers]
            areas += [(b.x, b.baseline - 0.7 * b.size, b.x + b.width, b.baseline + 0.1 * b.size) for b in page.boxes]
            for number, one in enumerate(areas):
                self.assertTrue(one[0] >= 0 and one[2] <= WIDE.width and one[3] <= WIDE.height + 1)
                for other in areas[:number]:
                    apart = (
                        one[0] >= other[2] - 0.5 or other[0] >= one[2] - 0.5
                        or one[1] >= other[3] - 0.5 or other[1] >= one[3] - 0.5
                    )  # fmt: skip
                    self.assertTrue(apart, (one, other))
