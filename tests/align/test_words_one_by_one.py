"""Readers who say words one by one, stumble, misread and put right; and a network that is carried away."""

from __future__ import annotations

import unittest
from unittest.mock import patch

import numpy as np

from bench.align.narrations import Read, Silence, Talk, narrate
from tests.align.hearing import followed, route, said, script
from wordtrail.core.align import listening
from wordtrail.core.align.aligner import align
from wordtrail.core.align.fit import fit_of
from wordtrail.core.align.inside import spread, starts_inside
from wordtrail.core.align.path import path_of
from wordtrail.core.align.readings import readings_of
from wordtrail.core.align.repair import BESIDE, beside_for, repaired
from wordtrail.core.align.script import script_of
from wordtrail.core.align.slips import judged, replaced
from wordtrail.core.align.sounds import FRAME_SECONDS, Frames
from wordtrail.core.align.stretches import quiet_between
from wordtrail.core.align.timing import ONSET_FURTHEST, sound_of
from wordtrail.core.align.values import RATE, Samples, Stretch
from wordtrail.core.speech.phones import NUMBER, PHONES, relations
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.trail.model import SlipKind

HARBOR = script("the sailor left the quiet harbor in the morning. the wind was warm and the water was still.")
CAT = passage_from_text("My cat Max is fat. He sat on my hat. I had to pat Max. Max ran to his mat.")


def misread(text: str) -> list[tuple[int, ...]]:
    """The places of words in whose stead something else was said."""
    frames, fit, path, _ = followed(text, HARBOR)
    readings, talk = repaired(*readings_of(path, frames, fit), frames, fit, HARBOR, route(HARBOR))
    return [one.words for one in replaced(readings, talk, frames, fit, HARBOR)]


class MisreadTest(unittest.TestCase):
    def test_a_word_misread_and_put_right_at_once_is_a_slip(self) -> None:
        self.assertEqual(misread("the sailor left the mountain quiet harbor in the morning"), [(4,)])

    def test_it_may_be_longer_than_the_printed_one_and_a_word_that_nobody_knows(self) -> None:
        self.assertEqual(misread("the wind was conversation warm and the water was still"), [(12,)])
        self.assertEqual(misread("the sailor left the EH S EY L V AH quiet harbor in the morning"), [(4,)])

    def test_a_filler_and_the_beginning_of_the_word_itself_are_none(self) -> None:
        for stumble in ("AH M", "K W AY", "sorry", "look at this", "look at this picture now"):
            self.assertEqual(misread(f"the sailor left the {stumble} | quiet harbor in the morning"), [], stumble)

    def test_a_word_misread_just_before_talk_is_one(self) -> None:
        talk = "and that is one of the words that we know from last week"
        self.assertEqual(misread(f"the sailor left the purple | {talk} | harbor in the morning"), [(4,)])

    def test_several_words_at_the_end_of_a_sentence_are_broken_off_not_misread(self) -> None:
        self.assertEqual(misread("the sailor left the quiet harbor well now you know | | the wind was warm"), [])


class SlowTest(unittest.TestCase):
    """Words said one by one, with rests between them."""

    def test_the_readers_own_rests_say_what_goes_on_from_a_word(self) -> None:
        frames, _, _, quick = followed("the sailor left the quiet harbor in the morning", HARBOR)
        self.assertEqual(beside_for(quick, frames), BESIDE)
        frames, _, _, slow = followed("the | sailor | left | the | quiet | harbor | in | the | morning", HARBOR)
        self.assertGreater(beside_for(slow, frames), 0.7)

    def test_something_that_stands_between_two_rests_was_not_left_out(self) -> None:
        frames, fit, _, readings = followed("the sailor left | EH | quiet harbor in the morning", HARBOR)
        heard = [one for reading in readings for one in judged(reading, frames, fit, HARBOR)]
        self.assertFalse(any(one.left_out for one in heard))

    def test_every_word_of_a_beginner_lights(self) -> None:
        """A synthesised voice at 40 words a minute, one word at a time."""
        places = range(len(CAT.words))
        trail = align(
            narrate("slow", CAT, [Read(0, places[-1], one_by_one=0.9)], "formant/en", 95).samples, script_of(CAT.words)
        )
        self.assertEqual([visit.word for visit in trail.visits], [word.id for word in CAT.words])
        self.assertFalse([slip for slip in trail.slips if slip.kind is SlipKind.LEFT_OUT])


class ExtraSoundTest(unittest.TestCase):
    def test_a_sound_is_paid_for_once_however_long_it_lasts(self) -> None:
        """ "winter" with a vowel too many in it, heard in one frame or in two: read both times, at one price."""
        costs = []
        for frames_of_it in (1, 2):
            frames = said("the sailor L EH F T IY the quiet harbor")
            at = int(np.flatnonzero(frames.phones[:, NUMBER["IY"]] > 0.5)[-1])
            copies = [at] * (frames_of_it - 1)
            longer = Frames(
                np.asarray(np.insert(frames.at, at + 1, [frames.at[at] + FRAME_SECONDS] * len(copies)), np.float64),
                np.insert(frames.phones, at + 1, frames.phones[copies], axis=0),
                np.insert(frames.none, at + 1, frames.none[copies]),
            )
            fit = fit_of(longer, relations())
            costs.append(float(fit.stay[at : at + frames_of_it, NUMBER["T"]].sum()))
            self.assertEqual([one.word for one in path_of(fit, route(HARBOR)).said], list(range(6)))
        self.assertAlmostEqual(costs[0], costs[1], places=3)


class QuietTest(unittest.TestCase):
    def test_rests_are_measured_in_the_sound(self) -> None:
        tone = (0.2 * np.sin(2 * np.pi * 220 * np.arange(RATE) / RATE)).astype(np.float32)
        sound = np.concatenate([tone, np.zeros(RATE, np.float32), tone])
        quiet = quiet_between(sound, np.array([0.5, 0.9, 2.2, 2.8]))
        np.testing.assert_allclose(quiet, [0.0, 0.0, 1.0, 0.0], atol=0.08)

    def test_a_voice_that_goes_on_from_its_onset_holds_and_a_breath_does_not(self) -> None:
        t = np.arange(RATE) / RATE
        voice = (0.2 * np.sin(2 * np.pi * 220 * t)).astype(np.float32)
        breath = np.random.default_rng(2).normal(0, 2e-3, RATE // 4).astype(np.float32)
        silence = np.zeros(RATE, np.float32)
        self.assertTrue(sound_of(np.concatenate([silence, voice])).holds(1.0, 1.0 + 2 * ONSET_FURTHEST))
        self.assertFalse(sound_of(np.concatenate([silence, breath, voice])).holds(1.0, 1.3))


class CarriedAwayTest(unittest.TestCase):
    """The network names the same two phones from end to end where one sound in the stretch carries it away."""

    def test_such_a_stretch_is_heard_again_in_parts(self) -> None:
        def network(samples: Samples, stretch: Stretch) -> Frames:
            count = int((stretch.end - stretch.start) / 0.1)
            bad = stretch.start <= 7.0 < stretch.end
            phones = np.full((count, len(PHONES)), 0.001, np.float32)
            named = [n % 2 if bad else n % len(PHONES) for n in range(count)]
            phones[np.arange(count), named] = 0.9
            return Frames(np.linspace(stretch.start, stretch.end, count), phones, np.full(count, 0.01, np.float32))

        with patch.object(listening, "heard_in", network):
            frames = listening.heard(np.zeros(20 * RATE, np.float32), Stretch(0.0, 20.0))
        alike = frames.at[frames.phones.argmax(axis=1) < 2]
        self.assertLess(float(np.mean(np.diff(frames.at))), 0.13)
        self.assertGreater(float(alike.min()), -0.01)
        self.assertLess(len(alike) / len(frames), 0.25)


class InsideTest(unittest.TestCase):
    """Words that somebody says are in a stretch."""

    told = narrate("inside", CAT, [Silence(0.5), Read(0, 9), Talk("What a cat")], "formant/en-us", 120)

    def test_they_are_found_to_a_tenth_of_a_second(self) -> None:
        words, truth = script_of(CAT.words[6:10]), dict(self.told.truth)
        stretch = Stretch(truth[6] - 0.05, truth[9] + 0.5)
        part = self.told.samples[round(stretch.start * RATE) : round(stretch.end * RATE)]
        taps = [truth[place] + 0.2 for place in range(6, 10)]
        for given in ((), taps):
            found = starts_inside(part, words, stretch, given)
            off = [abs(start - truth[place]) for place, start in enumerate(found, 6)]
            self.assertLess(max(off), 0.1, (given, off))

    def test_a_long_stretch_is_heard_in_pieces(self) -> None:
        told = narrate("long", CAT, [Read(0, 4), Silence(32.0), Read(5, 12)], "formant/en-us", 120)
        found = starts_inside(told.samples, script_of(CAT.words[:13]), Stretch(0.0, len(told.samples) / RATE))
        self.assertLess(max(abs(found[place] - at) for place, at in told.truth), 0.12)

    def test_where_nothing_is_said_they_are_spread_or_stay_where_they_were_tapped(self) -> None:
        words, stretch = script_of(CAT.words[:5]), Stretch(2.0, 4.0)
        silence = np.zeros(2 * RATE, np.float32)
        self.assertEqual(starts_inside(silence, words, stretch), spread(words, stretch))
        starts = starts_inside(silence, words, Stretch(2.0, 2.2))
        np.testing.assert_allclose(starts, [2.0, 2.04, 2.08, 2.12, 2.16], atol=1e-6)
        taps = [2.1, 2.5, 2.9, 3.3, 3.7]
        self.assertEqual(starts_inside(silence, words, stretch, taps), taps)


if __name__ == "__main__":
    unittest.main()
