"""The network, and listening to a whole take: faithful, patient, resumable, and not fooled."""

from __future__ import annotations

import unittest
from collections.abc import Callable
from difflib import SequenceMatcher

import hama
import numpy as np

from bench.align.formants import say
from bench.align.voices import resampled
from wordtrail.core.align.fit import fit_of
from wordtrail.core.align.hypotheses import greedy
from wordtrail.core.align.listening import heard_over
from wordtrail.core.align.sounds import LAG, Frames, heard_in, joined
from wordtrail.core.align.stretches import grouped, sound_ends, stretches_of_sound
from wordtrail.core.align.values import RATE, Forgetful, Samples, Stretch
from wordtrail.core.errors import JobCancelled
from wordtrail.core.speech.phone_model import FRAME, phone_log_probabilities, tokens
from wordtrail.core.speech.phones import NUMBER, PHONES, relations
from wordtrail.core.speech.pronunciation import pronunciations


def speech(text: str) -> Samples:
    spoken = say(text.split(), "en-us", 140)
    return resampled(spoken.sound, spoken.rate)


class Kept:
    """A memory in a dictionary that counts what is asked of it."""

    def __init__(self) -> None:
        self.pieces: dict[str, bytes] = {}
        self.found = 0

    def get(self, name: str) -> bytes | None:
        self.found += name in self.pieces
        return self.pieces.get(name)

    def put(self, name: str, content: bytes) -> None:
        self.pieces[name] = content


class NetworkTest(unittest.TestCase):
    def test_it_is_the_network_of_the_wheel(self) -> None:
        """The same sound through the wheel's own engine: no answer differs by more than 1 %."""
        samples = speech("The small boat left the harbor.")
        ours = phone_log_probabilities(samples)
        session = hama.ASRModel().session
        names = [entry.name for entry in session.get_inputs()]
        values = [samples[None, :].astype(np.float32), np.array([len(samples)], np.int64)]
        theirs = session.run(
            [entry.name for entry in session.get_outputs()][:1], dict(zip(names, values, strict=False))
        )
        theirs = np.asarray(theirs[0])[0][: len(ours)]
        self.assertEqual(ours.shape[1], len(tokens()))
        self.assertLess(np.abs(np.exp(ours[: len(theirs)]) - np.exp(theirs)).max(), 0.01)

    def test_each_frame_is_a_distribution_and_lasts_20_ms(self) -> None:
        samples = speech("Rain on a tin roof.")
        shares = np.exp(phone_log_probabilities(samples))
        np.testing.assert_allclose(shares.sum(axis=1), 1.0, atol=1e-4)
        self.assertAlmostEqual(len(shares), len(samples) / FRAME, delta=2)

    def test_it_hears_most_phones_of_a_sentence_in_their_order(self) -> None:
        text = "the small boat left the harbor"
        expected = [phone for word in text.split() for phone in pronunciations(word)[0]]
        frames = heard_in(speech(text), Stretch(0.0, 3.0))
        fit = fit_of(frames, relations())
        heard = greedy(fit, 0, len(frames) - 1)
        self.assertGreater(SequenceMatcher(None, expected, list(heard), autojunk=False).ratio(), 0.6)

    def test_relations_are_shares_and_mutual(self) -> None:
        found = relations()
        self.assertEqual(found.shape, (len(PHONES), len(PHONES)))
        self.assertTrue((np.diag(found) == 1).all())
        np.testing.assert_array_equal(found, found.T)
        self.assertGreater(found[NUMBER["S"], NUMBER["Z"]], found[NUMBER["S"], NUMBER["UW"]])


class SoundsTest(unittest.TestCase):
    def test_how_loud_it_is_does_not_matter(self) -> None:
        samples = speech("When the rain stops.")
        loud, soft = (heard_in(samples * np.float32(level), Stretch(2.0, 4.0)) for level in (1.0, 0.01))
        np.testing.assert_allclose(loud.at, soft.at)
        np.testing.assert_allclose(loud.phones, soft.phones, atol=0.05)

    def test_frames_are_in_take_time_and_leave_out_what_tells_nothing(self) -> None:
        samples = np.concatenate([speech("Rain."), np.zeros(2 * RATE, np.float32)])
        frames = heard_in(samples, Stretch(10.0, 13.0))
        self.assertGreater(frames.at[0], 10.0 - LAG - 0.01)
        self.assertLess(len(frames), len(samples) / FRAME / 2)
        self.assertEqual(len(joined([frames, frames])), 2 * len(frames))
        self.assertEqual(len(joined([])), 0)

    def test_a_click_is_no_trouble(self) -> None:
        self.assertIsInstance(heard_in(np.ones(10, np.float32), Stretch(0, 0.001)), Frames)


class HeardOverTest(unittest.TestCase):
    def setUp(self) -> None:
        self.piece = speech("The small boat left the harbor.")
        self.seconds = len(self.piece) / RATE

    def over(
        self,
        copies: int,
        memory: Kept | Forgetful,
        progress: Callable[[float], None] = lambda share: None,
    ) -> Frames:
        samples = np.tile(self.piece, copies)
        groups = [Stretch(n * self.seconds, (n + 1) * self.seconds) for n in range(copies)]
        return heard_over(samples, groups, progress, 2, memory)

    def test_what_was_heard_before_a_crash_is_not_heard_again(self) -> None:
        memory, shares = Kept(), list[float]()

        def crash(share: float) -> None:
            shares.append(share)
            if share > 0.5:
                raise JobCancelled

        with self.assertRaises(JobCancelled):
            self.over(6, memory, progress=crash)
        kept = len(memory.pieces)
        self.assertGreaterEqual(kept, 3)
        again = self.over(6, memory)
        self.assertEqual(memory.found, kept)
        plain = self.over(6, Forgetful())
        np.testing.assert_allclose(again.at, plain.at)
        np.testing.assert_allclose(again.phones, plain.phones, atol=1e-3)
        self.assertEqual(shares, sorted(shares))


class StretchesTest(unittest.TestCase):
    def test_tones_between_silences_are_found(self) -> None:
        tone = 0.2 * np.sin(2 * np.pi * 220 * np.arange(RATE) / RATE)
        quiet = np.random.default_rng(1).normal(0, 3e-4, RATE)
        found = stretches_of_sound(np.concatenate([quiet, tone, quiet, quiet, tone, quiet]).astype(np.float32))
        self.assertEqual(len(found), 2)
        start, end = sound_ends(found)
        self.assertAlmostEqual(start, 1.0, delta=0.05)
        self.assertAlmostEqual(end, 5.0, delta=0.05)

    def test_silence_has_no_stretches(self) -> None:
        self.assertEqual(stretches_of_sound(np.zeros(RATE, np.float32)), ())
        self.assertEqual(stretches_of_sound(np.zeros(0, np.float32)), ())

    def test_groups_are_not_too_long_and_long_silences_part_them(self) -> None:
        stretches = tuple(Stretch(start, start + 2) for start in (0, 2.5, 5, 20, 22.5))
        self.assertEqual(grouped(stretches, longest=10), (Stretch(0, 7), Stretch(20, 24.5)))


if __name__ == "__main__":
    unittest.main()
