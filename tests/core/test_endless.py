"""Keys that got stuck, and files that are no passages: whatever comes in, every screen opens.

Where work grows with the square of a length, one of these takes minutes instead of a second.
"""

from __future__ import annotations

import unittest

from wordtrail.core.align.script import script_of
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.recording_guide import recording_guide
from wordtrail.core.plan.suggestions.all import suggestions
from wordtrail.core.proof.facts import facts_of
from wordtrail.core.speech.saying import sayings
from wordtrail.core.text.glossary import glossary_links
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.waypoints.proofing import open_suspects

ENDLESS = {
    "a letter": "x" * 40_000,
    "hyphens": "well-" * 10_000 + "known",
    "apostrophes": "'" * 50_000 + "a",
    "digits": "1" * 20_000,
    "a sentence": "the cat sat on a mat and " * 500,
    "short sentences": "a. " * 2_500,
    "short lines": "a\n" * 2_500,
    "numbers": "123,456 " * 1_500,
    "quotation marks": "“a " * 2_500,
    "accents": "e\u0301" * 10_000,
}


class EndlessTest(unittest.TestCase):
    def test_every_screen_opens(self) -> None:
        for name, text in ENDLESS.items():
            with self.subTest(name):
                passage = passage_from_text(text)
                lesson = Lesson((passage,))
                self.assertEqual({word.id for word in lesson.words}, {word.id for word in passage.words})
                self.assertTrue(facts_of(passage, 110).facts)
                boxes = {box.word for page in typeset(lesson).pages for box in page.boxes}
                self.assertTrue({word.id for word in passage.words} <= boxes, "every word is on a page")
                self.assertEqual(len(recording_guide(lesson, 110, whole=False)[0].words), len(passage.words))
                places = {word.id for word in passage.words}
                self.assertTrue({one.first for one in suggestions(passage)} <= places)
                self.assertTrue({one.word for one in open_suspects(lesson)} <= places)
                self.assertTrue(len(list(sayings(passage.words, {}))) <= len(passage.words))
                self.assertEqual(list(glossary_links(passage)), [])
                self.assertTrue(script_of(passage.words))


if __name__ == "__main__":
    unittest.main()
