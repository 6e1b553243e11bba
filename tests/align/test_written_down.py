"""Talk, written down. The voice is that of the demo's narrator: it says sentences that are known."""

from __future__ import annotations

import unittest
from importlib.resources import as_file, files
from types import SimpleNamespace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from bench.align.narrations import Read, Step, Talk, narrate
from wordtrail.core.align.aligner import WRITING, align
from wordtrail.core.align.named import Named
from wordtrail.core.align.path import Said, Talked
from wordtrail.core.align.script import script_of
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.values import RATE, Samples
from wordtrail.core.align.written_down import BEFORE, BEHIND, parts_of
from wordtrail.core.speech import sentence_model
from wordtrail.core.speech.sentence_model import LONGEST, SentenceSound
from wordtrail.core.text.bare import bare
from wordtrail.core.text.intake import passage_from_text
from wordtrail.media.decode import decode


def narrator(start: float, end: float) -> Samples:
    """A piece of the demo's take about the pond, between two moments in seconds."""
    with as_file(files("wordtrail.standins") / "demo" / "pond.m4a") as path:
        return decode(path, RATE)[round(start * RATE) : round(end * RATE)]


class SentenceModelTest(unittest.TestCase):
    """What is heard in one sound."""

    def test_a_sentence_is_written_with_its_signs_and_figures(self) -> None:
        words = SentenceSound(narrator(16.9, 19.3)).written()
        self.assertEqual(" ".join(word.text for word in words), "Please open your book at page 12.")
        self.assertTrue(all(0.3 < word.sure <= 1 for word in words))

    def test_what_was_said_is_likelier_than_what_was_not(self) -> None:
        sound = SentenceSound(narrator(34.2, 36.2))
        said, other, short = sound.likelihoods(
            ["It does not move at all.", "It does not grow at all.", "It does not move."]
        )
        self.assertGreater(said, max(other, short) + 3)

    def test_silence_and_noise_are_no_words(self) -> None:
        noise = np.random.default_rng(1).normal(0, 0.05, 2 * RATE).astype(np.float32)
        for sound in (np.zeros(RATE, np.float32), noise, np.zeros(0, np.float32)):
            self.assertEqual(SentenceSound(sound).written(), ())

    def test_too_long_a_sound_is_refused(self) -> None:
        with self.assertRaises(ValueError):
            SentenceSound(np.zeros(round((LONGEST + 1) * RATE), np.float32))

    def test_what_lies_in_one_moment_was_not_said(self) -> None:
        looks = [0, 20, 41, 60, 90, 90, 90, 90, 90, 300, 300, 300]
        laid = SimpleNamespace(alignments=list(enumerate(looks)), text_token_probs=[0.9] * len(looks))
        self.assertEqual(sentence_model._until_it_goes_on(laid), 4)
        laid = SimpleNamespace(alignments=[(0, 0), (1, 20), (2, 20), (3, 20)], text_token_probs=[0.9] * 4)
        self.assertEqual(sentence_model._until_it_goes_on(laid), 4)

    def test_sounds_that_are_no_speech_are_no_words(self) -> None:
        tokens = sentence_model._encoding().encode(" Yes. [BELL RINGS] (laughs) It’s ♪ a “dragonfly”.")
        words = sentence_model._words_of(tokens, [0.5] * len(tokens))
        self.assertEqual([word.text for word in words], ["Yes.", "It’s", "a", "“dragonfly”."])

    @given(st.text(max_size=60))
    def test_tokens_spell_what_they_were_made_of(self, text: str) -> None:
        encoding = sentence_model._encoding()
        self.assertEqual(encoding.decode(encoding.encode(text, disallowed_special=())), text)

    @given(st.lists(st.text(min_size=1, max_size=30), max_size=120))
    def test_however_much_it_is_told_of_room_is_left_to_write(self, words: list[str]) -> None:
        self.assertLess(len(sentence_model._begin(words)), sentence_model.MOST_BEFORE + 24)


class Kept(dict[str, bytes]):
    """A memory that counts what is put into it."""

    puts = 0

    def put(self, name: str, content: bytes) -> None:
        self.puts += 1
        self[name] = content


class WrittenDownTest(unittest.TestCase):
    """A reading with talk around it."""

    TALK = ("Good morning, today we read about a lighthouse.", "I wonder why nobody is afraid of the storm.")

    def setUp(self) -> None:
        passage = passage_from_text("The lighthouse stood alone above the water. Every evening Hana lit the lamp.")
        steps: list[Step] = [Talk(self.TALK[0]), Read(0, 6), Talk(self.TALK[1]), Read(7, 12)]
        self.samples = narrate("talk", passage, steps, "formant/en-us").samples
        self.script = script_of(passage.words)

    def test_talk_has_its_words_at_their_moments_and_is_written_once(self) -> None:
        memory = Kept()
        trail = align(self.samples, self.script, memory=memory)
        self.assertEqual(len(trail.asides), 2)
        for aside, said in zip(trail.asides, self.TALK, strict=True):
            wanted = [bare(word) for word in said.split()]
            heard = [word.text for word in aside.words]
            self.assertGreaterEqual(len(set(wanted) & set(heard)), 0.6 * len(wanted), aside.heard)
            starts = [word.start for word in aside.words]
            self.assertEqual(starts, sorted(starts))
            self.assertTrue(all(aside.start <= w.start <= w.end <= aside.end + 0.001 for w in aside.words))
            self.assertTrue(aside.heard[0].isupper())
        puts = memory.puts
        self.assertEqual(align(self.samples, self.script, memory=memory), trail)
        self.assertEqual(memory.puts, puts)

    def test_it_can_be_stopped(self) -> None:
        class Stop(Exception):
            pass

        def stop(phase: str, share: float) -> None:
            if phase == WRITING:
                raise Stop

        with self.assertRaises(Stop):
            align(self.samples, self.script, stop)


class PartsTest(unittest.TestCase):
    """Long talk in parts, and what may be named in it."""

    @given(st.lists(st.one_of(st.floats(0.02, 1.0), st.floats(1.0, 60.0)), min_size=1, max_size=200))
    def test_long_talk_is_heard_in_parts_none_of_which_is_too_long(self, rests: list[float]) -> None:
        at = np.cumsum(rests)
        frames = Frames(at, np.zeros((len(at), 39), np.float32), np.zeros(len(at), np.float32))
        parts = list(parts_of(Talked(0, len(at) - 1), frames))
        self.assertEqual([n for part in parts for n in range(part.first, part.last + 1)], list(range(len(at))))
        for part in parts:
            self.assertLessEqual(at[part.last] - at[part.first] + BEFORE + BEHIND, LONGEST)

    def test_what_may_be_named_is_rare_and_near(self) -> None:
        text = "Zibbly lit the lantern. " + "The boat was at the water and we saw it. " * 3 + "A crayfish hid there."
        route = script_of(passage_from_text(text).words)
        end = next(place for place, word in enumerate(route) if word.bare == "crayfish")
        named = Named(route, [Said(end, (0,), (10,), 0.0, 3)]).near(Talked(20, 30))
        self.assertEqual(named[0], "zibbly")
        self.assertTrue({"crayfish", "lantern"} <= set(named))
        self.assertFalse({"the", "was", "and", "water"} & set(named))
