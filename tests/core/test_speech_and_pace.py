"""Pronunciations, syllables and the pace guide."""

from __future__ import annotations

import unittest
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from wordtrail.core.pace.guide import pace_guide
from wordtrail.core.speech.pronunciation import in_dictionary, pronunciations, sounds_of_ipa, syllables
from wordtrail.core.text.intake import passage_from_text

PASSAGE = passage_from_text("When a bee finds a field, she sings. Extraordinary! It\n\nGo on.")


class PronunciationTest(unittest.TestCase):
    def test_dictionary(self) -> None:
        self.assertIn(("B", "IY"), pronunciations("bee"))
        self.assertGreater(len(pronunciations("read")), 1)

    def test_compound_of_two_words(self) -> None:
        self.assertFalse(in_dictionary("fernhollow"))
        self.assertEqual(pronunciations("fernhollow")[0], ("F", "ER", "N", "HH", "AA", "L", "OW"))

    def test_letters_to_sounds_for_invented_names(self) -> None:
        self.assertEqual(pronunciations("zib"), (("Z", "IH", "B"),))
        self.assertEqual(pronunciations("zib's")[0][-1], "Z")

    def test_what_has_no_letters_cannot_be_said(self) -> None:
        self.assertEqual(pronunciations("שלום"), ())

    def test_ipa(self) -> None:
        self.assertEqual(sounds_of_ipa("tʃaɪ‿ld"), ("CH", "AY", "L", "D"))

    def test_syllables(self) -> None:
        self.assertEqual([syllables(word) for word in ("bee", "clover", "antennae", "together")], [1, 2, 3, 3])


class PaceGuideTest(unittest.TestCase):
    def test_the_whole_takes_what_the_rate_says(self) -> None:
        guide = pace_guide(PASSAGE, 60)
        self.assertEqual(len(guide), len(PASSAGE.words))
        rest = guide[-1].end
        self.assertLess(rest, len(PASSAGE.words))
        self.assertGreater(rest, 0.75 * len(PASSAGE.words))

    def test_long_words_take_longer_and_stops_rest_longer(self) -> None:
        guide = {word.text: timed for word, timed in zip(PASSAGE.words, pace_guide(PASSAGE, 100), strict=True)}
        length = {text: timed.end - timed.start for text, timed in guide.items()}
        self.assertGreater(length["Extraordinary!"], 2 * length["bee"])
        comma = guide["she"].start - guide["field,"].end
        stop = guide["Extraordinary!"].start - guide["sings."].end
        block = guide["Go"].start - guide["It"].end
        self.assertTrue(0 < comma < stop < block)
        self.assertEqual(guide["bee"].end, guide["finds"].start)

    @given(st.floats(1, 1000))
    def test_words_follow_one_another_at_any_rate(self, rate: float) -> None:
        guide = pace_guide(PASSAGE, rate)
        self.assertTrue(all(a.start < a.end <= b.start for a, b in pairwise(guide)))
