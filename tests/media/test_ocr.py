"""The photo reader on pages whose words and places we know, because we typeset them ourselves."""

from __future__ import annotations

import io
import tempfile
import unittest
from dataclasses import replace
from functools import lru_cache
from pathlib import Path

import numpy as np
from PIL import Image

from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.page_changes import ShowPage
from wordtrail.core.changes.picture_changes import PlacePicture
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.cues.state import state_at
from wordtrail.core.errors import NoWordsFound
from wordtrail.core.layout.model import Layout
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.intake import passage_from_pages, passage_from_text
from wordtrail.core.text.model import BlockKind
from wordtrail.jobs.file_work import page_of_reading
from wordtrail.media.draw import Painter
from wordtrail.media.ocr.reader import in_photo, lines_in_photo, read_page
from wordtrail.media.pictures import Pixels, written
from wordtrail.store.blobs import Blobs
from wordtrail.store.pictures import keep_picture_file, read_picture

TEXT = (
    "# The blue boat\n\nWhen the rain had gone the children went down to the river, where the boats lay side by side. "
    "They looked for the blue one with the broken oar.\n\nNobody had seen it since the day before the storm."
)


@lru_cache(maxsize=1)
def printed() -> tuple[Pixels, Layout]:
    """The first page of the passage, as print, and its layout."""
    lesson = Lesson((passage_from_text(TEXT),))
    layout = typeset(lesson)
    sheet = compile_cues(lesson, {}, layout, edit_list_of(lesson, {}))
    painter = Painter(layout, sheet)
    painter.paint(replace(state_at(sheet, 0), page=1))
    return np.asarray(Image.open(io.BytesIO(painter.png())).convert("RGB")), layout


def words_of(pixels: Pixels) -> list[str]:
    return [word.text for line in read_page(pixels).lines for word in line.words]


WORDS = [word for word in TEXT.replace("#", "").split() if word]


class ReadingTest(unittest.TestCase):
    def test_every_word_is_read_at_its_place(self) -> None:
        pixels, layout = printed()
        page = read_page(pixels)
        found = [word for line in page.lines for word in line.words if any(map(str.isalpha, word.text))]
        self.assertEqual([word.text for word in found], WORDS)
        for word, box in zip(found, layout.pages[1].boxes, strict=True):
            left, top, right, bottom = in_photo(page, word)
            self.assertAlmostEqual(left, box.x, delta=6)
            self.assertAlmostEqual(right, box.x + box.width, delta=6)
            self.assertTrue(top < box.baseline < bottom + 4)

    def test_sideways_upside_down_tilted_and_dim_pages_are_read_as_well(self) -> None:
        pixels, _ = printed()
        tilted = np.asarray(Image.fromarray(pixels).rotate(2.5, fillcolor="white", resample=Image.Resampling.BICUBIC))
        shade = np.linspace(0.35, 1, pixels.shape[1])[None, :, None]
        for name, photo in (
            ("sideways", np.rot90(pixels)),
            ("upside down", np.rot90(pixels, 2)),
            ("tilted", tilted),
            ("dim", (pixels * shade).astype(np.uint8)),
        ):
            with self.subTest(name):
                right = [word for word in words_of(np.ascontiguousarray(photo)) if word in WORDS]
                self.assertGreaterEqual(len(right), len(WORDS) - 1)

    def test_places_lead_back_to_the_photo_as_it_was_taken(self) -> None:
        pixels, layout = printed()
        page = read_page(np.ascontiguousarray(np.rot90(pixels)))
        first = next(word for line in lines_in_photo(page) for word in line.words if word.text == "When")
        box = next(box for box in layout.pages[1].boxes if box.word == "a4")
        # Turned anticlockwise: what was x counts from the bottom now.
        self.assertAlmostEqual(pixels.shape[1] - (first.y + first.height), box.x, delta=8)
        self.assertLess(first.x, box.baseline)
        self.assertGreater(first.x + first.width, box.baseline - box.size)

    def test_a_picture_without_words_is_said_to_have_none(self) -> None:
        for pixels in (np.full((400, 600, 3), 255, np.uint8), np.zeros((30, 30, 3), np.uint8)):
            with self.assertRaises(NoWordsFound):
                read_page(pixels)


class PhotoPageTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.blobs = Blobs(Path(folder.name))
        pixels, _ = printed()
        draft = page_of_reading(self.blobs, read_page(pixels))
        self.lesson = Lesson((passage_from_pages([draft], title="Boat"),))

    def test_blocks_come_out_as_they_were_set(self) -> None:
        blocks = [(block.kind, block.text[:16]) for block in self.lesson.passages[0].blocks]
        self.assertEqual(
            blocks,
            [
                (BlockKind.HEADING, "The blue boat"),
                (BlockKind.PARAGRAPH, "When the rain ha"),
                (BlockKind.PARAGRAPH, "Nobody had seen "),
            ],
        )

    def test_a_page_shown_as_its_photo_has_a_box_for_every_word(self) -> None:
        page = self.lesson.passages[0].pages[0]
        shown = apply(self.lesson, ShowPage(page.id, True))
        laid = typeset(shown).pages[1]
        self.assertTrue(laid.photo)
        self.assertEqual([box.word for box in laid.boxes], [word.id for word in shown.words])
        picture = laid.pictures[0]
        for box in laid.boxes:
            self.assertTrue(picture.x <= box.x and box.x + box.width <= picture.x + picture.width)
        typeset_page = typeset(self.lesson).pages[1]
        self.assertFalse(typeset_page.photo)
        self.assertEqual({box.word for box in typeset_page.boxes}, {box.word for box in laid.boxes})

    def test_the_lit_word_darkens_the_photo_in_the_film(self) -> None:
        page = self.lesson.passages[0].pages[0]
        shown = apply(self.lesson, ShowPage(page.id, True))
        layout = typeset(shown)
        sheet = compile_cues(shown, {}, layout, edit_list_of(shown, {}))
        painter = Painter(layout, sheet, pictures=lambda file: read_picture(self.blobs, file))
        state = replace(state_at(sheet, 0), page=1)
        painter.paint(state)
        plain = painter.pixels().copy()
        self.assertLess(plain.min(), 90, "the print is there")
        painter.paint(replace(state, lit="a4"))
        box = layout.places()["a4"][1]
        y, x = round(box.baseline - box.size * 0.9), round(box.x + box.width / 2)
        self.assertTrue((painter.pixels()[y, x, :3] <= plain[y, x, :3]).all())
        self.assertTrue((painter.pixels()[y, x, :3] < plain[y, x, :3]).any())

    def test_a_placed_picture_stands_between_its_neighbours(self) -> None:
        encoded, ending, width, height = written(np.full((300, 400, 3), (10, 200, 30), np.uint8))
        file = keep_picture_file(self.blobs, encoded, ending)
        after = list(self.lesson.passages[0].blocks)[1].id
        made = apply(self.lesson, PlacePicture(after, file, width, height, "Green"))
        layout = typeset(made)
        laid = layout.pages[1]
        picture = laid.pictures[0]
        above = max(box.baseline for box in laid.boxes if box.baseline < picture.y)
        self.assertLess(above, picture.y)
        self.assertAlmostEqual(picture.width / picture.height, 4 / 3, places=2)
        sheet = compile_cues(made, {}, layout, edit_list_of(made, {}))
        painter = Painter(layout, sheet, pictures=lambda name: read_picture(self.blobs, name))
        painter.paint(replace(state_at(sheet, 0), page=1))
        middle = painter.pixels()[round(picture.y + picture.height / 2), round(picture.x + picture.width / 2), :3]
        self.assertEqual(middle.tolist(), [30, 200, 10])


if __name__ == "__main__":
    unittest.main()
