"""A typeface cut down to a lesson's characters measures as the whole one does."""

from __future__ import annotations

import io
import unittest

import uharfbuzz as hb
from fontTools.ttLib import TTFont

from wordtrail.core.layout.faces import face_bytes, shape
from wordtrail.core.text.look import Typeface
from wordtrail.core.text.model import Style
from wordtrail.media.face_subset import ALWAYS, face_of

TEXT = "“Avast, Wörter!” — the AV of To Vary; fifty waffles … officially 1868"


class FaceSubsetTest(unittest.TestCase):
    def test_words_are_as_wide_in_every_typeface_and_style(self) -> None:
        for typeface in Typeface:
            for style in Style:
                with self.subTest(f"{typeface} {style}"):
                    made = face_of(frozenset(TEXT), typeface, style)
                    self.assertLess(len(made), 60_000)
                    self.assertLess(len(made), len(face_bytes(style, typeface)))
                    whole = shape(TEXT, style, typeface).advance
                    self.assertAlmostEqual(_advance(made), whole, places=4)

    def test_it_has_what_a_student_may_be_told_and_nothing_else(self) -> None:
        with TTFont(io.BytesIO(face_of(frozenset("é"), Typeface.ANDIKA, Style.PLAIN))) as font:
            has = {chr(code) for code in font.getBestCmap()}
        self.assertTrue(set(ALWAYS) <= has and "é" in has)
        self.assertFalse(has & set("жñλ"))


def _advance(woff2: bytes) -> float:
    """The advance of the text in the face, at size 1."""
    plain = io.BytesIO()
    with TTFont(io.BytesIO(woff2)) as font:
        font.flavor = None
        font.save(plain)
    face = hb.Face(plain.getvalue())
    buffer = hb.Buffer()
    buffer.add_str(TEXT)
    buffer.guess_segment_properties()
    hb.shape(hb.Font(face), buffer, {"kern": True, "liga": True})
    return float(sum(position.x_advance for position in buffer.glyph_positions or ()) / face.upem)


if __name__ == "__main__":
    unittest.main()
