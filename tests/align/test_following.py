"""Following a reader, on sound that is written by hand: the words she is past, and where she goes back to."""

from __future__ import annotations

import unittest
from itertools import pairwise

from tests.align.hearing import route, said, script
from wordtrail.core.align.live.following import Follower, Place
from wordtrail.core.align.sounds import Frames, joined
from wordtrail.core.speech.phones import relations

TEXT = "the brown dog ran slowly down the hill in the rain."
AT_ONCE = 12
"""Frames that are heard at once: two or three words."""


def part(frames: Frames, first: int, last: int) -> Frames:
    return Frames(frames.at[first:last], frames.phones[first:last], frames.none[first:last])


def followed(text: str, at_once: int = AT_ONCE) -> list[Place]:
    """Where a reader is seen who says `text` over the passage."""
    follower = Follower(route(script(TEXT)), relations())
    frames = said(text)
    return [follower.follow(part(frames, at, at + at_once), joined([])) for at in range(0, len(frames.at), at_once)]


class FollowerTest(unittest.TestCase):
    def test_words_that_she_is_quickly_past_are_known(self) -> None:
        places = followed(TEXT.strip("."))
        self.assertLess(len({place.word for place in places}), 11, "some are passed between two looks")
        self.assertEqual({word for place in places for word in (*place.passed, place.word)} - {-1}, set(range(11)))
        for before, now in pairwise(places):
            self.assertEqual(list(now.passed), list(range(before.word + 1, now.word)))

    def test_a_word_that_was_left_out_is_not_among_them(self) -> None:
        places = followed("the brown dog ran down the hill in the rain")
        known = {word for place in places for word in (*place.passed, place.word)}
        self.assertNotIn(4, known)
        self.assertGreaterEqual(known, {0, 1, 2, 3, 5, 6, 7, 8, 9, 10})

    def test_words_before_talk_are_not_passed_again(self) -> None:
        places = followed("the brown dog ran | look at that everybody please | slowly down the hill")
        self.assertEqual(places[-1].word, 7)
        passed = [word for place in places for word in place.passed]
        self.assertEqual(passed, sorted(set(passed)))

    def test_who_begins_the_sentence_again_is_there_with_its_third_word(self) -> None:
        again = followed(TEXT.strip(".") + " | the brown dog", at_once=4)
        self.assertEqual(again[-1].word, 2)
        # Three words from the midst of it may be talk, and so may those of its beginning that follow without a rest.
        for asked in (" | down the hill", " the brown dog"):
            self.assertEqual(followed(TEXT.strip(".") + asked, at_once=4)[-1].word, 10, asked)

    def test_one_look_is_no_reason_to_go_elsewhere(self) -> None:
        follower = Follower(route(script(TEXT)), relations())
        text = TEXT.strip(".")
        ends = [len(said(text + more).at) for more in ("", " | the brown dog", " | the brown dog ran")]
        frames = said(text + " | the brown dog ran")
        edges = [*range(0, ends[0], AT_ONCE), *ends]
        seen = [follower.follow(part(frames, *look), joined([])).word for look in pairwise(edges)]
        self.assertEqual(seen[-3:], [10, 10, 3])


if __name__ == "__main__":
    unittest.main()
