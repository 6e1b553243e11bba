"""The path through the script, and which of it is a reading: known answers, without any sound."""

from __future__ import annotations

import unittest
from unittest import mock

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.align.hearing import followed, places, route, said, script
from wordtrail.core.align import path as path_room
from wordtrail.core.align.fit import fit_of
from wordtrail.core.align.path import path_of
from wordtrail.core.align.readings import readings_of
from wordtrail.core.align.route import MOST_WAYS, route_of
from wordtrail.core.speech.phones import PHONES, relations

BEES = script(
    "when a bee finds a field of clover she does not keep it to herself. she flies home and dances on the comb. "
    "her dance is a map. the line points the way to the flowers."
)
WHOLE = " ".join(word.text for word in BEES)
TALK = "okay everybody please look over there"


class RouteTest(unittest.TestCase):
    def test_states_are_the_phones_of_every_way_in_order(self) -> None:
        found = route_of([[("B", "IY")], [("R", "EH", "D"), ("R", "IY", "D")]], [0])
        self.assertEqual([PHONES[phone] for phone in found.phone], ["B", "IY", "R", "EH", "D", "R", "IY", "D"])
        self.assertEqual(found.within.tolist(), [0, 1, 0, 1, 2, 0, 1, 2])
        self.assertEqual((found.ways_last.tolist(), found.words_first_way.tolist()), ([1, 4, 7], [0, 1]))
        self.assertEqual(found.into_sentence.tolist(), [False, True])

    def test_no_more_ways_than_that(self) -> None:
        found = route_of([[("B",), ("D",), ("G",), ("P",), ("T",), ("K",)]], [0])
        self.assertEqual(len(found.ways_first), MOST_WAYS)


class PathTest(unittest.TestCase):
    def test_plain_reading(self) -> None:
        self.assertEqual(places(WHOLE, BEES), list(range(len(BEES))))

    def test_talk_before_between_and_after_is_no_reading(self) -> None:
        text = f"{TALK} | when a bee finds a field of clover | {TALK} | she does not keep it to herself | {TALK}"
        self.assertEqual(places(text, BEES), list(range(15)))

    def test_a_sentence_of_two_words_between_talk_is_read_where_it_is_the_next_one(self) -> None:
        fox = script("the fox ran over the hill. she stopped. nobody was there and the wind was cold.")
        text = f"the fox ran over the hill | {TALK} | she stopped | {TALK} | nobody was there and the wind was cold"
        self.assertEqual(places(text, fox), list(range(16)))
        elsewhere = f"the fox ran over the hill she stopped | {TALK} | over the | {TALK} | nobody was there"
        self.assertEqual(places(elsewhere, fox), list(range(11)), "these two are not what comes next")

    def test_a_word_in_the_midst_of_talk_is_talk_also_where_it_is_the_next_one(self) -> None:
        fox = script("the fox ran over the hill. she stopped. nobody was there and the wind was cold.")
        fluently = f"the fox ran over the hill | {TALK} she {TALK} | stopped | nobody was there and the wind was cold"
        self.assertNotIn(6, places(fluently, fox))

    def test_a_single_word_beyond_a_hole_that_runs_into_talk_is_part_of_it(self) -> None:
        fox = script("the fox ran over the hill and saw that nobody was there. then the wind was cold.")
        self.assertEqual(places(f"the fox ran over the hill nobody {TALK}", fox), list(range(6)))
        self.assertEqual(places("the fox ran over the hill nobody | | and so on and so on", fox), [*range(6), 9])
        self.assertEqual(places(f"{TALK} fox nobody was there", fox), [9, 10, 11])

    def test_a_sentence_broken_off_and_begun_again(self) -> None:
        for count in (2, 4):
            begun = " ".join(word.text for word in BEES[:count])
            self.assertEqual(places(f"{begun} | {WHOLE}", BEES), [*range(count), *range(len(BEES))])

    def test_back_a_sentence_and_on_again(self) -> None:
        text = "she flies home and dances on the comb | when a bee finds a field of clover | her dance is a map"
        self.assertEqual(places(text, BEES), [*range(15, 23), *range(8), *range(23, 28)])

    def test_a_word_that_is_left_out_derails_nothing(self) -> None:
        text = "when a bee finds a field of clover she does keep it to herself"
        self.assertEqual(places(text, BEES), [*range(10), *range(11, 15)])

    def test_a_word_that_is_misread_derails_nothing(self) -> None:
        text = "when a bee finds a garden of clover she does not keep it to herself"
        read = places(text, BEES)
        self.assertEqual([place for place in read if place != 5], [*range(5), *range(6, 15)])

    def test_a_quotation_of_three_words_lights_and_of_two_does_not(self) -> None:
        before = "when a bee finds a field of clover she does not keep it to herself"
        three = places(f"{before} | {TALK} field of clover {TALK} | she flies home and dances on the comb", BEES)
        self.assertEqual(three, [*range(15), 5, 6, 7, *range(15, 23)])
        two = places(f"{before} | {TALK} of clover {TALK} | she flies home and dances on the comb", BEES)
        self.assertEqual(two, [*range(15), *range(15, 23)])

    def test_nothing_heard_and_nothing_to_read(self) -> None:
        self.assertEqual(places("", BEES), [])
        frames = said(TALK)
        self.assertEqual(path_of(fit_of(frames, relations()), route([])).said, ())

    def test_another_text_is_not_read(self) -> None:
        self.assertEqual(places("purple elephants quickly juggled bananas beneath umbrellas yesterday", BEES), [])

    def test_a_long_way_back_is_made_anew_in_blocks_and_is_the_same(self) -> None:
        frames = said(f"{TALK} | {WHOLE} | {TALK} | {WHOLE} | {WHOLE}")
        fit, way = fit_of(frames, relations()), route(BEES)
        kept = path_of(fit, way)
        shares: list[float] = []
        with mock.patch.object(path_room, "MOST_KEPT", 0), mock.patch.object(path_room, "BLOCK", 37):
            anew = path_of(fit, way, shares.append)
        self.assertEqual(anew, kept)
        self.assertEqual(shares, sorted(shares))
        self.assertEqual(shares[-1], 1.0)

    def test_a_breath_at_no_price_does_not_begin_a_word(self) -> None:
        """A word is begun where its first phone is heard, not in the rest before it."""
        frames, _, path, _ = followed("when a bee | finds a field", BEES)
        finds = next(word for word in path.said if word.word == 3)
        self.assertEqual(int(np.argmax(frames.phones[finds.first])), PHONES.index("F"))

    @settings(max_examples=40, deadline=None)
    @given(st.lists(st.sampled_from([*(w.text for w in BEES), "okay", "wow", "|"]), max_size=40))
    def test_whatever_is_said_every_frame_is_read_or_talk_and_in_order(self, words: list[str]) -> None:
        frames, fit, path, readings = followed(" ".join(words), BEES)
        starts = [word.first for word in path.said]
        self.assertEqual(starts, sorted(starts))
        for word in path.said:
            self.assertEqual(list(word.frames), sorted(word.frames))
            self.assertLessEqual(len(word.states), word.phones)
            self.assertTrue(all(int(route(BEES).word[state]) == word.word for state in word.states))
        for reading in readings:
            self.assertTrue(all(a.word < b.word for a, b in zip(reading.said, reading.said[1:], strict=False)))
        talk = readings_of(path, frames, fit)[1]
        self.assertTrue(all(0 <= t.first <= t.last < len(frames) for t in talk))


if __name__ == "__main__":
    unittest.main()
