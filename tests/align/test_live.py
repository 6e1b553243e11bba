"""The light follows a voice: on the demo's own takes, whose trails are known, as the sound comes in."""

from __future__ import annotations

import json
import unittest
from functools import lru_cache
from itertools import pairwise
from pathlib import Path

import numpy as np

from wordtrail import standins
from wordtrail.core.align.live.live_reader import LiveReader, Seen
from wordtrail.core.align.script import script_of
from wordtrail.core.align.values import RATE, Samples
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Passage
from wordtrail.media.decode import decode

NARRATED = Path(standins.__file__).parent / "demo"
TEXT = "Pip has a pin. The pin is big. Pip spins the pin. Dad has a tin. Pins go in it. Pip runs to Dad."
BLOCK = RATE // 20


@lru_cache(maxsize=1)
def voice() -> Samples:
    return decode(NARRATED / "pip.m4a", RATE)


def passage() -> Passage:
    return passage_from_text(TEXT)


@lru_cache(maxsize=1)
def truth() -> list[tuple[str, float, float]]:
    """Each word of the passage with its start and end in the take; the demo's script counts ten words before it."""
    kept = json.loads((NARRATED / "pip.trail.json").read_text(encoding="utf-8"))
    words = [word.id for word in passage().words]
    visits = sorted(kept.get("trail", kept)["visits"], key=lambda visit: visit["start"])[-len(words) :]
    return [(word, visit["start"], visit["end"]) for word, visit in zip(words, visits, strict=True)]


def followed(sound: Samples, reader: LiveReader | None = None) -> list[Seen]:
    """Where the reader was seen after each twentieth of a second."""
    reader = reader or LiveReader(script_of(passage().words))
    return [reader.hear(sound[at : at + BLOCK]) for at in range(0, len(sound), BLOCK)]


@lru_cache(maxsize=1)
def followed_voice() -> tuple[Seen, ...]:
    """The same for the demo's take of this passage, listened to once for all who ask."""
    return tuple(followed(voice()))


class LiveReaderTest(unittest.TestCase):
    def test_words_light_as_they_are_said(self) -> None:
        seen = followed_voice()
        order = {word.id: place for place, word in enumerate(passage().words)}
        lit = 0
        for word, start, end in truth():
            near = (one for one in seen if start <= one.seconds <= end + 0.3 and one.word)
            lit += any(order[word] <= order[one.word] <= order[word] + 2 for one in near)
        self.assertGreaterEqual(lit, 22, f"of {len(truth())} words")

    def test_the_light_goes_forward_and_ends_at_the_last_word(self) -> None:
        order = {word.id: place for place, word in enumerate(passage().words)}
        places = [order[one.word] for one in followed_voice() if one.word]
        self.assertEqual(places[-1], len(order) - 1)
        self.assertEqual(places, sorted(places))

    def test_words_that_it_is_quickly_past_are_named(self) -> None:
        seen = followed_voice()
        named = {word for one in seen for word in (one.word, *one.passed)}
        self.assertGreaterEqual(named, {word.id for word in passage().words})
        order = {word.id: place for place, word in enumerate(passage().words)}
        for before, now in pairwise(seen):
            passed = [order[word] for word in now.passed]
            self.assertEqual(passed, sorted(set(passed)))
            self.assertTrue(all(order.get(before.word, -1) < word < order[now.word] for word in passed), now)

    def test_between_the_sentences_it_waits_where_it_is(self) -> None:
        seen = followed_voice()
        (_, _, first_ends), (_, second_begins, _) = truth()[3], truth()[4]
        waiting = {one.word for one in seen if first_ends + 0.5 < one.seconds < second_begins}
        self.assertEqual(waiting, {truth()[3][0]})

    def test_silence_and_noise_light_nothing(self) -> None:
        chance = np.random.default_rng(5)
        for sound in (np.zeros(8 * RATE), chance.normal(0, 1e-3, 8 * RATE), chance.normal(0, 0.05, 8 * RATE)):
            self.assertEqual({one.word for one in followed(sound.astype(np.float32))}, {""})

    def test_another_text_lights_hardly_anything(self) -> None:
        other = LiveReader(script_of(passage_from_text("Rain drums on a tin roof. It taps and pours all night.").words))
        lit = [one.word for one in followed(voice(), other) if one.reading]
        self.assertLess(len(lit), 0.05 * len(voice()) / BLOCK)

    def test_who_goes_back_is_followed_from_there(self) -> None:
        reader = LiveReader(script_of(passage().words))
        followed(voice()[: round((truth()[11][2] + 0.6) * RATE)], reader)
        reader.go_to("a5")
        self.assertEqual(reader.hear(np.zeros(BLOCK, np.float32)).word, "", "nothing was read from there yet")
        again = voice()[round((truth()[4][1] - 0.4) * RATE) : round((truth()[7][2] + 0.4) * RATE)]
        self.assertIn("a8", {one.word for one in followed(again, reader)})
        reader.go_to("nothing")

    def test_it_is_the_same_however_the_sound_comes(self) -> None:
        reader = LiveReader(script_of(passage().words))
        sizes = [700, 1600, 3, 4800]
        at, last = 0, ""
        while at < len(voice()):
            last = reader.hear(voice()[at : at + sizes[at % 4]]).word
            at += sizes[at % 4]
        self.assertEqual(last, passage().words[-1].id)

    def test_a_script_without_words_to_say_is_followed_in_silence(self) -> None:
        self.assertEqual(LiveReader(()).hear(voice()[: 2 * RATE]), Seen("", False, 2.0))

    def test_words_of_questions_are_lit_only_where_she_went(self) -> None:
        words = passage().words
        open_words = {word.id for word in words[:12]}
        reader = LiveReader(script_of(words), open_words)
        beyond = {word.id for word in words[12:]}
        self.assertFalse(beyond & {one.word for one in followed(voice()[round(truth()[12][1] * RATE) :], reader)})
