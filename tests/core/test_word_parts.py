"""Parts of words and printed syllables."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from wordtrail.core.speech.word_parts import PartRole, parts_of, printed_syllables

PARTS = {
    "hopping": "hop + p + ing", "baking": "bake + −e + ing", "carried": "carry + y → i + ed",
    "hoping": "hope + −e + ing", "hissing": "hiss + ing", "jogging": "jog + g + ing",
    "sunflower": "sun + flower", "rainbow": "rain + bow", "unhappy": "un + happy", "reread": "re + read",
    "happily": "happy + y → i + ly", "teacher": "teach + er", "biggest": "big + g + est", "careless": "care + less",
    "flies": "fly + y → i + es", "boxes": "box + es", "jumped": "jump + ed", "butterfly": "butter + fly",
    "kitchen": "", "evening": "", "letter": "", "bring": "", "straight": "", "flower": "", "red": "",
}  # fmt: skip

SYLLABLES = (
    "sun·flow·er rain·bow let·ter hap·pi·ly un·hap·py teach·er point·ing kit·chen but·ter·fly an·ten·nae clo·ver "
    "thun·der pump·kin pic·nic cup·board straight walked want·ed box·es cir·cles"
)


class WordPartsTest(unittest.TestCase):
    def test_parts_and_spelling_changes(self) -> None:
        for word, wanted in PARTS.items():
            with self.subTest(word):
                self.assertEqual(" + ".join(part.text for part in parts_of(word)), wanted)

    def test_what_a_part_is(self) -> None:
        self.assertEqual(
            [part.role for part in parts_of("hopping")], [PartRole.BASE, PartRole.DOUBLED, PartRole.ENDING]
        )
        self.assertEqual([part.role for part in parts_of("rainbow")], [PartRole.WORD, PartRole.WORD])

    def test_printed_syllables(self) -> None:
        for wanted in SYLLABLES.split():
            with self.subTest(wanted):
                self.assertEqual("·".join(printed_syllables(wanted.replace("·", ""))), wanted)

    @settings(max_examples=40)
    @given(st.text("abcdefghilmnoprstuy", min_size=1, max_size=14))
    def test_no_letter_is_lost(self, word: str) -> None:
        self.assertEqual("".join(printed_syllables(word)), word)
        self.assertTrue(all(printed_syllables(word)))
