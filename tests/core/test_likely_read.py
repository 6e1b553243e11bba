"""What may have been read in a stretch that was taken for talk."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.worlds import TAKE, lesson, trail
from wordtrail.core.lesson.likely_read import LikelyRead, likely_read
from wordtrail.core.trail.model import Aside, HeardWord, Trail


def talked(*words: str) -> Trail:
    """All words read, then these in talk from 20 s on."""
    heard = tuple(HeardWord(word, 20.0 + n, 20.5 + n) for n, word in enumerate(words))
    return replace(trail(), asides=(Aside(19.5, 30.0, " ".join(words), heard),), seconds=32.0)


def likely(found: Trail, start: float = 19.0, end: float = 31.0) -> LikelyRead:
    return likely_read(lesson(), TAKE, found, start, end)


class LikelyReadTest(unittest.TestCase):
    def test_it_is_the_sentence_that_shares_most_words_with_what_was_heard(self) -> None:
        found = likely(talked("her", "danced", "is", "a", "map"))
        part = found.parts[found.likeliest]
        texts = {word.id: word.text for word in lesson().words}
        self.assertEqual([texts[word] for word in part.words], ["Her", "dance", "is", "a", "map."])
        self.assertEqual((part.first, part.last), (0, 4))

    def test_only_the_run_that_was_heard_is_offered_of_it(self) -> None:
        found = likely(talked("finds", "clover"))
        part = found.parts[found.likeliest]
        self.assertEqual(part.words[part.first : part.last + 1], ("a4", "a5"))

    def test_where_nothing_is_heard_it_is_the_sentence_read_last(self) -> None:
        self.assertEqual(likely(talked()).likeliest, len(likely(talked()).parts) - 1)
        found = likely(talked(), start=1.5)
        self.assertEqual((found.likeliest, found.parts[0].first, found.parts[0].last), (0, 0, 8))

    def test_only_what_was_heard_in_the_stretch_counts(self) -> None:
        found = talked("when", "a", "bee", "finds", "her", "dance", "map")
        self.assertEqual(likely(found, 19.0, 23.9).likeliest, 0)
        self.assertEqual(likely(found, 23.9, 31.0).likeliest, 2)


if __name__ == "__main__":
    unittest.main()
