"""Slips: hypotheses compared on the sound, words left out, misread, said twice, repaired."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.align.hearing import followed, route, said, script
from wordtrail.core.align.fit import fit_of
from wordtrail.core.align.hypotheses import cost_of, greedy, likeliest_word, nearest, other_endings, placed, word_said
from wordtrail.core.align.readings import readings_of
from wordtrail.core.align.repair import repaired
from wordtrail.core.align.slips import Heard, judged, judged_word, left_out, replaced, said_twice
from wordtrail.core.align.values import ScriptWord, Sounds
from wordtrail.core.speech.phones import relations
from wordtrail.core.speech.pronunciation import pronunciations
from wordtrail.core.trail.model import SlipKind, Visit

GARDEN = script("the garden gate stood open all night. maya dances from row to row and counts what is left.")


def way(word: str) -> Sounds:
    return pronunciations(word)[0]


def verdicts(text: str, words: list[ScriptWord]) -> dict[str, Heard]:
    """What the sound says about each word when `text` is said."""
    frames, fit, _, readings = followed(text, words)
    return {words[h.said.word].text: h for reading in readings for h in judged(reading, frames, fit, words)}


class HypothesesTest(unittest.TestCase):
    def test_what_was_said_costs_least(self) -> None:
        frames = said("dances")
        fit = fit_of(frames, relations())
        costs = {word: cost_of(fit, 0, len(frames) - 1, way(word)) for word in ("dances", "dance", "counts", "gate")}
        self.assertEqual(min(costs, key=lambda word: costs[word]), "dances")
        self.assertAlmostEqual(costs["dances"], 0.0, delta=0.2)
        self.assertGreater(costs["dance"], 3.0)
        self.assertGreater(cost_of(fit, 0, len(frames) - 1, ()), costs["dance"])

    def test_phones_are_placed_where_they_are_heard(self) -> None:
        frames = said("gate stood")
        fit = fit_of(frames, relations())
        cost, begins = placed(fit, 0, len(frames) - 1, [*way("gate"), *way("stood")])
        self.assertEqual(begins, [0, 2, 4, 6, 8, 10, 12])
        self.assertAlmostEqual(cost, cost_of(fit, 0, len(frames) - 1, [*way("gate"), *way("stood")]))
        self.assertIn(None, placed(fit, 0, 1, way("gate"))[1])

    def test_the_network_is_taken_at_its_word(self) -> None:
        frames = said("garden gate")
        self.assertEqual(greedy(fit_of(frames, relations()), 0, len(frames) - 1), (*way("garden"), *way("gate")))

    def test_other_endings_are_spelled(self) -> None:
        for word, others in {
            "dances": {"dance", "danced", "dancing", "dancer"}, "count": {"counts", "counted", "counting"},
            "planted": {"plant", "plants", "planting"}, "carry": {"carries", "carried"}, "rabbits": {"rabbit"},
            "seems": {"seem", "seemed"}, "fetches": {"fetch", "fetched"},
        }.items():  # fmt: skip
            with self.subTest(word):
                found = other_endings(word, pronunciations(word))
                self.assertLessEqual(others, set(found.values()))
                self.assertNotIn(way(word), found)

    def test_the_nearest_words(self) -> None:
        self.assertEqual(next(iter(nearest(way("garden")).values())), "garden")
        self.assertIn("evening", nearest(("IY", "V", "AH", "N", "IH", "NG")).values())
        self.assertEqual(word_said(("ZH", "ZH", "ZH")), "")
        for text, word in (("garden", "garden"), ("ZH ZH UW ZH OY", "")):
            frames = said(text)
            self.assertEqual(likeliest_word(fit_of(frames, relations()), 0, len(frames) - 1), word)

    @settings(max_examples=60, deadline=None)
    @given(st.lists(st.sampled_from(["gate", "open", "night", "dances", "row"]), min_size=1, max_size=4))
    def test_no_hypothesis_beats_the_truth(self, words: list[str]) -> None:
        frames = said(" ".join(words))
        fit = fit_of(frames, relations())
        truth = cost_of(fit, 0, len(frames) - 1, [phone for word in words for phone in way(word)])
        self.assertLess(truth, 0.5 * len(words))
        fewer = [phone for word in words[1:] for phone in way(word)]
        self.assertGreater(cost_of(fit, 0, len(frames) - 1, fewer), truth)


class JudgedTest(unittest.TestCase):
    def test_read_as_printed(self) -> None:
        for heard in verdicts(" ".join(word.text for word in GARDEN), GARDEN).values():
            self.assertEqual((heard.otherwise, heard.left_out), ("", False))
            self.assertGreater(heard.margin, 0)
            self.assertEqual(heard.among, len(GARDEN))

    def test_another_ending_and_another_word(self) -> None:
        heard = verdicts(
            "the garden gate stood open all night maya dance from row to row and count what is left", GARDEN
        )
        self.assertEqual(heard["dances"].otherwise, "dance")
        self.assertEqual(heard["counts"].otherwise, "count")
        far = verdicts("the garden gate shook open all night maya dances from row to row", GARDEN)
        self.assertEqual(far["stood"].otherwise, "shook")

    def test_a_word_that_another_listener_wrote_is_tried(self) -> None:
        """A rare one is not among those that are tried anyway."""
        frames, fit, _, (reading,) = followed("the garden gate sailed open all night", GARDEN)
        stood = [word.word for word in reading.said].index(3)
        self.assertEqual(judged_word(reading, stood, frames, fit, GARDEN).otherwise, "sealed")
        self.assertEqual(judged_word(reading, stood, frames, fit, GARDEN, "sailed").otherwise, "sailed")

    def test_a_guessed_word_is_given_more_room(self) -> None:
        words = script("maya zibbles from row to row and counts.")
        sure = [ScriptWord(w.id, w.ways, w.sentence, w.text) for w in words]
        guessed = [ScriptWord(w.id, w.ways, w.sentence, w.text, guessed=w.text == "zibbles") for w in words]
        text = "maya Z AY B AH L Z from row to row and counts"
        self.assertEqual(verdicts(text, guessed)["zibbles"].otherwise, "")
        self.assertIn("zibbles", verdicts(text, sure))

    def test_something_said_instead_lights_in_its_place(self) -> None:
        frames, fit, path, readings = followed(
            "the garden gate stood open all night maya marches from row to row and counts what is left", GARDEN
        )
        talk = readings_of(path, frames, fit)[1]
        read = {word.word for reading in readings for word in reading.said}
        found = replaced(readings, talk, frames, fit, GARDEN)
        self.assertTrue(8 in read or (8,) in [one.words for one in found])

    def test_another_word_inside_one_reading_is_no_word_left_out(self) -> None:
        frames, fit, _, readings = followed("the garden gate open all night", GARDEN)
        self.assertEqual(replaced(readings, (), frames, fit, GARDEN), [])
        frames, fit, _, readings = followed("the garden gate M AY open all night", GARDEN)
        self.assertEqual([one.words for one in replaced(readings, (), frames, fit, GARDEN)], [(3,)])

    def test_a_longer_ending_than_printed_is_heard(self) -> None:
        words = script("a dancer turns on the stage.")
        self.assertEqual(verdicts("a dancers turns on the stage", words)["dancer"].otherwise, "dancers")

    def test_long_talk_in_the_middle_of_a_sentence_replaces_nothing(self) -> None:
        text = "the garden gate stood okay everybody listen to me because this is important now | open all night"
        frames, fit, path, readings = followed(text, GARDEN)
        talk = readings_of(path, frames, fit)[1]
        self.assertEqual(replaced(readings, talk, frames, fit, GARDEN), [])


class RepairTest(unittest.TestCase):
    def test_blurred_words_at_the_end_of_a_sentence_are_found_in_the_talk_beside_it(self) -> None:
        text = "the garden gate stood open AO DH N OY T | maya dances from row to row and counts what is left"
        frames, fit, path, _ = followed(text, GARDEN)
        readings, talk = readings_of(path, frames, fit)
        whole, left = repaired(readings, talk, frames, fit, GARDEN, route(GARDEN))
        self.assertEqual([word.word for reading in whole for word in reading.said], list(range(len(GARDEN))))
        self.assertEqual(left, ())

    def test_talk_of_quite_another_length_is_left_alone(self) -> None:
        text = f"the garden gate stood open {'everybody listen ' * 4} | maya dances from row to row and counts"
        frames, fit, path, _ = followed(text, GARDEN)
        readings, talk = readings_of(path, frames, fit)
        whole, left = repaired(readings, talk, frames, fit, GARDEN, route(GARDEN))
        self.assertEqual((whole, left), (readings, talk))


class LeftOutTest(unittest.TestCase):
    def test_a_missing_word_is_a_slip_only_where_half_of_its_sentence_was_read(self) -> None:
        words = [ScriptWord(f"w{n}", (("B", "IY"),), n // 4) for n in range(8)]
        slips, unread = left_out(words, [Visit("w0", 0, 1), Visit("w1", 1, 2), Visit("w3", 3, 4), Visit("w4", 4, 5)])
        self.assertEqual([(slip.word, slip.start) for slip in slips], [("w2", 2)])
        self.assertEqual(unread, ("w5", "w6", "w7"))

    def test_the_rest_of_a_sentence_that_is_broken_off_was_not_left_out(self) -> None:
        words = [ScriptWord(f"w{n}", (("B", "IY"),), n // 6) for n in range(30)]
        begun = [Visit(f"w{n}", n, n + 0.9) for n in range(4)]
        for goes_on, slipped in (
            ([], []),
            ([Visit("w6", 4.2, 5)], ["w4", "w5"]),
            ([Visit("w6", 14, 15)], []),
            ([Visit("w24", 4.2, 5)], []),
        ):
            slips, unread = left_out(words, [*begun, *goes_on])
            self.assertEqual([slip.word for slip in slips], slipped, goes_on)
            self.assertEqual({"w4", "w5"} <= set(unread), not slipped)

    def test_said_twice(self) -> None:
        slips = said_twice([Visit("a", 0, 1), Visit("a", 1.2, 2), Visit("b", 2, 3)])
        self.assertEqual([(slip.kind, slip.start) for slip in slips], [(SlipKind.SAID_TWICE, 1.2)])


if __name__ == "__main__":
    unittest.main()
