"""A teacher's respelling by syllables."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import lesson
from wordtrail.core.align.script import script_of
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.word_changes import Respell
from wordtrail.core.errors import LessonError
from wordtrail.core.speech.phones import NUMBER
from wordtrail.core.speech.respelling import sounds_of

KNOWN = {
    "oh-KAH-for": "OW K AA F AO R", "an-TEN-ee": "AE N T EH N IY", "kite": "K AY T", "name": "N EY M",
    "SHUH-gur": "SH AH G ER", "kwik": "K W IH K", "FLY": "F L AY", "HAP-ee": "HH AE P IY", "go": "G OW",
    "me": "M IY", "bell": "B EH L", "uh-BOWT": "AH B AW T", "thing": "TH IH NG", "ZHAHN": "ZH AA N",
    "eye-LAND": "AY L AE N D", "hi": "HH AY", "tay-loh": "T EY L OW",
}  # fmt: skip


class RespellingTest(unittest.TestCase):
    def test_known_respellings(self) -> None:
        for written, sounds in KNOWN.items():
            with self.subTest(written):
                self.assertEqual(" ".join(sounds_of(written)), sounds)

    def test_what_is_no_respelling_is_refused_in_a_sentence(self) -> None:
        for written in ("", "-", "oh--", "42", "кот", "a" * 80):
            with self.subTest(written), self.assertRaises(LessonError) as caught:
                sounds_of(written)
            self.assertIn("oh-KAH-for", caught.exception.advice)

    @given(st.text("abcdefghijklmnopqrstuvwxyz", min_size=1, max_size=12))
    def test_any_letters_can_be_said(self, letters: str) -> None:
        sounds = sounds_of(letters)
        self.assertTrue(sounds)
        self.assertTrue(all(sound in NUMBER for sound in sounds))


class RespellTest(unittest.TestCase):
    def test_a_respelled_word_goes_first_to_the_ear_and_can_be_taken_back(self) -> None:
        made = apply(lesson(), Respell("clover,", "KLAY-ver"))
        self.assertEqual(made.respelled, {"clover,": (("K", "L", "EY", "V", "ER"),)})
        word = next(word for word in script_of(made.words, made.respelled) if word.text == "clover,")
        self.assertEqual(word.ways[0], ("K", "L", "EY", "V", "ER"))
        self.assertGreater(len(word.ways), 1)
        again = apply(made, Respell("clover,", "KLOH-ver"))
        self.assertEqual(len(again.respellings), 1)
        self.assertEqual(apply(again, Respell("clover,", "")).respellings, ())

    def test_only_words_of_the_passage_and_only_what_can_be_read(self) -> None:
        for command in (Respell("elephant", "EL-uh-fuhnt"), Respell("clover,", "кот")):
            with self.assertRaises(LessonError):
                apply(lesson(), command)


if __name__ == "__main__":
    unittest.main()
