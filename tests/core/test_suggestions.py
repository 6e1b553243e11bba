"""What the text offers: right answers found by reading, and properties that hold for any text."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from bench.suggestions.gold import GOLD, SECOND
from bench.suggestions.measure import scores
from wordtrail.core.plan.suggestions.all import suggestions
from wordtrail.core.plan.suggestions.model import Detector
from wordtrail.core.text.intake import passage_from_text
from wordtrail.standins.passages import RAIN


class SuggestionTest(unittest.TestCase):
    def test_each_detector_finds_what_a_reader_finds(self) -> None:
        found = scores((*GOLD, *SECOND))
        self.assertEqual(set(found), set(Detector))
        for detector, score in found.items():
            with self.subTest(detector.value, wrong=score.wrong, missed=score.missed):
                self.assertGreaterEqual(score.precision, 0.9)
                self.assertGreaterEqual(score.recall, 0.8)

    def test_rhyme_is_heard_and_not_spelled(self) -> None:
        rhymes = self._of(Detector.RHYME, "Put on your shoe,\nthe sky is blue.\nI have a cough,\nbut not enough.")
        self.assertEqual(rhymes, ["shoe,", "blue."])
        self.assertEqual(self._of(Detector.RHYME, "He has to come\nand bring a home."), [])

    def test_alliteration_is_heard_and_not_spelled(self) -> None:
        text = "Phil found four fine fans. The city cat called Gina."
        self.assertEqual(self._of(Detector.ALLITERATION, text), ["Phil found four fine fans."])

    def test_every_one_says_why(self) -> None:
        self.assertTrue(all(one.reason.endswith(".") for one in suggestions(passage_from_text(RAIN))))

    @settings(max_examples=40, deadline=None)
    @given(
        st.lists(
            st.sampled_from(
                [
                    "So",
                    "the",
                    "cat",
                    "sat,",
                    "“No!”",
                    "said",
                    "First",
                    "tap-tap",
                    "3",
                    "—",
                    "why?",
                    "running.",
                    "called",
                    "\n",
                ]
            ),
            min_size=1,
            max_size=40,
        )
    )
    def test_any_text_is_read(self, words: list[str]) -> None:
        text = " ".join(words)
        if not any(c.isalnum() for c in text):
            return
        passage = passage_from_text(text)
        ids = {word.id for word in passage.words}
        found = suggestions(passage)
        self.assertTrue(all({one.first, one.last} <= ids for one in found))
        self.assertEqual(len({one.id for one in found}), len(found))

    def _of(self, detector: Detector, text: str) -> list[str]:
        passage = passage_from_text(text)
        words = list(passage.words)
        place = {word.id: n for n, word in enumerate(words)}
        return [
            " ".join(word.text for word in words[place[one.first] : place[one.last] + 1])
            for one in suggestions(passage)
            if one.detector is detector
        ]
