"""The stages of alignment, and the whole of it on narrations with known times.

The voice is a formant synthesiser that reports when it begins each word (see bench/align).
"""

from __future__ import annotations

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from wordtrail.core.align.bridges import bridged
from wordtrail.core.align.labels import alike, labelled
from wordtrail.core.align.language import SEEN, arpa_model

from bench.align.narrations import Narration, Read, Silence, Talk, narrate
from wordtrail.core.align.aligner import align, script_of
from wordtrail.core.align.slips import left_out, said_twice
from wordtrail.core.align.stretches import grouped, sound_ends, stretches_of_sound
from wordtrail.core.align.values import RATE, Heard, Labelled, ScriptWord, Stretch
from wordtrail.core.errors import JobCancelled, PassageNotRead, SilentSound
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.trail.model import SlipKind, Trail, Visit

SCRIPT = [
    "when",
    "a",
    "bee",
    "finds",
    "a",
    "field",
    "of",
    "clover",
    "she",
    "does",
    "not",
    "keep",
    "it",
    "to",
    "herself",
    "she",
    "flies",
    "home",
    "and",
    "dances",
]


def heard(text: str, gap: float = 0.05) -> list[Heard]:
    """Words one after another, 0.3 s each; "|" is a rest of half a second."""
    words, now = list[Heard](), 0.0
    for word in text.split():
        if word == "|":
            now += 0.5
        else:
            words.append(Heard(word, now, now + 0.3, 0.9))
            now += 0.3 + gap
    return words


def places(text: str) -> list[int | None]:
    return [label.place for label in labelled(heard(text), SCRIPT, (0, 15))]


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


class LanguageModelTest(unittest.TestCase):
    def test_what_stands_in_the_script_is_likelier(self) -> None:
        model = arpa_model(["the", "bee", "the", "map"], ["the", "okay"])
        lines = [line.split() for line in model.splitlines()]
        pairs = {
            tuple(line[1:3]): 10 ** float(line[0]) for line in lines if len(line) in (3, 4) and line[0].startswith("-")
        }
        self.assertAlmostEqual(pairs[("bee", "the")], SEEN, delta=0.2)
        self.assertGreater(pairs[("the", "bee")], 0.39)

    @settings(max_examples=30, deadline=None)
    @given(st.lists(st.sampled_from("abcde"), min_size=1, max_size=30))
    def test_single_words_add_up_to_one(self, script: list[str]) -> None:
        body = arpa_model(script, ["okay", "a"]).split("\\1-grams:")[1].split("\\2-grams:")[0]
        shares = [10 ** float(line.split()[0]) for line in body.strip().splitlines() if "<s>" not in line]
        self.assertAlmostEqual(math.fsum(shares), 1.0, places=3)


class LabelsTest(unittest.TestCase):
    def test_plain_reading(self) -> None:
        self.assertEqual(places(" ".join(SCRIPT)), list(range(len(SCRIPT))))

    def test_talk_before_between_and_after(self) -> None:
        text = "okay everybody | when a bee finds a field of clover | wow look at that | she does not keep it | the end"
        expected = [None, None, *range(8), None, None, None, None, *range(8, 13), None, None]
        self.assertEqual(places(text), expected)

    def test_a_sentence_begun_twice(self) -> None:
        self.assertEqual(places("when a bee | when a bee finds a field of clover"), [0, 1, 2, *range(8)])

    def test_a_sentence_read_again_later(self) -> None:
        text = "she flies home and dances | okay now again | when a bee finds a field of clover"
        self.assertEqual(places(text), [15, 16, 17, 18, 19, None, None, None, *range(8)])

    def test_a_quotation_of_three_words_lights_and_of_two_does_not(self) -> None:
        before = "when a bee finds a field of clover she does not keep it to herself"
        three = places(f"{before} | what does field of clover mean everybody | she flies home")
        self.assertEqual(three[17:20], [5, 6, 7])
        two = places(f"{before} | what is this of clover thing everybody | she flies home")
        self.assertEqual(two[15:22], [None] * 7)

    def test_left_out_and_wrong_words_do_not_derail(self) -> None:
        self.assertEqual(places("when a bee finds a of clover she does keep it"), [0, 1, 2, 3, 4, 6, 7, 8, 9, 11, 12])
        labels = labelled(heard("when a bee finds a garden of clover she does"), SCRIPT)
        self.assertEqual((labels[5].place, labels[5].exact), (5, False))

    def test_nothing_heard_and_nothing_to_read(self) -> None:
        self.assertEqual(labelled([], SCRIPT), ())
        self.assertEqual([label.place for label in labelled(heard("okay then"), [])], [None, None])

    def test_likeness_of_sounds(self) -> None:
        self.assertEqual(alike("bee", "be"), 1.0)
        self.assertGreater(alike("dance", "dances"), 0.5)
        self.assertLess(alike("bee", "garden"), 0.3)

    def test_a_gap_that_is_as_long_as_its_words_was_read(self) -> None:
        labels = [
            Labelled(h, p)
            for h, p in zip(
                heard("when a bee mumble field of clover she does not"), [0, 1, 2, None, 5, 6, 7, 8, 9, 10], strict=True
            )
        ]
        self.assertNotIn("mumble", [label.heard.word for label in bridged(labels, SCRIPT)])
        far = [
            *labels[:3],
            Labelled(Heard("mumble", 1.2, 9.0, 0.5), None),
            *(Labelled(Heard(h.heard.word, h.heard.start + 9, h.heard.end + 9, 0.9), h.place) for h in labels[4:]),
        ]
        self.assertIn("mumble", [label.heard.word for label in bridged(far, SCRIPT)])


class SlipsTest(unittest.TestCase):
    def test_a_missing_word_is_a_slip_only_where_half_of_its_sentence_was_read(self) -> None:
        script = [ScriptWord(f"w{n}", ("x",), n // 4) for n in range(8)]
        slips, unread = left_out(script, [Visit("w0", 0, 1), Visit("w1", 1, 2), Visit("w3", 3, 4), Visit("w4", 4, 5)])
        self.assertEqual([(slip.word, slip.start) for slip in slips], [("w2", 2)])
        self.assertEqual(unread, ("w5", "w6", "w7"))

    def test_said_twice(self) -> None:
        slips = said_twice([Visit("a", 0, 1), Visit("a", 1.2, 2), Visit("b", 2, 3)])
        self.assertEqual([(slip.kind, slip.start) for slip in slips], [(SlipKind.SAID_TWICE, 1.2)])


NAMES = (
    "Old Mr. Ferngarrow lit the lantern at Zibbly Mill. In 1868 the wind blew it out. "
    "“Don’t worry,” said Osha Marrowby."
)


class WholeTest(unittest.TestCase):
    """One narration with everything in it that must not derail the aligner."""

    trail: Trail
    narration: Narration

    @classmethod
    def setUpClass(cls) -> None:
        cls.passage = passage_from_text(
            "The small boat left the harbor. The wind was warm and the water was still.\n\n" + NAMES
        )
        last = len(cls.passage.words) - 1
        steps = [
            Talk("Okay everybody, listen carefully to this story now."),
            Read(0, 5), Talk("I wonder what happens next."), Silence(20), Read(6, 8), Read(6, 14), Read(15, 23),
            Read(0, 5), Read(24, last), Talk("That was a good story, thank you for listening."),
        ]  # fmt: skip
        cls.narration = narrate("all", cls.passage, steps, speed=130)
        cls.reports: list[tuple[str, float]] = []
        cls.trail = align(
            cls.narration.samples, script_of(cls.passage.words), lambda *report: cls.reports.append(report)
        )

    def test_word_starts_are_within_a_tenth_of_a_second(self) -> None:
        place = {word.id: index for index, word in enumerate(self.passage.words)}
        visits = [(place[visit.word], visit.start) for visit in self.trail.visits]
        errors = np.array(
            [min((abs(start - at) for p, start in visits if p == word), default=9) for word, at in self.narration.truth]
        )
        self.assertGreaterEqual(float(np.mean(errors <= 0.1)), 0.95)
        self.assertLessEqual(float(np.median(errors)), 0.02)

    def test_the_sentence_read_twice_is_visited_twice(self) -> None:
        boat = [visit for visit in self.trail.visits if visit.word == "a3"]
        self.assertEqual(len(boat), 2)

    def test_talk_is_talk(self) -> None:
        for start, end in self.narration.talk:
            lit = [v for v in self.trail.visits if start + 0.2 < v.start < end - 0.2]
            self.assertEqual(lit, [])
        self.assertGreaterEqual(len(self.trail.asides), 3)

    def test_nothing_is_unread_and_the_ends_are_found(self) -> None:
        self.assertEqual(self.trail.unread, ())
        self.assertAlmostEqual(self.trail.sound_start, 0.6, delta=0.25)
        self.assertLess(self.trail.sound_end, self.trail.seconds)

    def test_progress_goes_up_in_named_steps(self) -> None:
        steps = list(dict.fromkeys(step for step, _ in self.reports))
        self.assertEqual(len(steps), 3)
        for step in steps:
            shares = [share for name, share in self.reports if name == step]
            self.assertEqual(shares, sorted(shares))


class HopelessTest(unittest.TestCase):
    def test_silence_and_another_text_are_said(self) -> None:
        script = script_of(passage_from_text(NAMES).words)
        with self.assertRaises(SilentSound):
            align(np.random.default_rng(1).normal(0, 1e-4, RATE * 3).astype(np.float32), script)
        other = passage_from_text(
            "Seven purple elephants quickly juggled bananas beneath gigantic umbrellas yesterday evening."
        )
        speech = narrate("other", other, [Read(0, len(other.words) - 1)]).samples
        with self.assertRaises(PassageNotRead):
            align(speech, script, cores=1)

    def test_it_stops_when_asked(self) -> None:
        def stop(step: str, share: float) -> None:
            raise JobCancelled

        passage = passage_from_text(NAMES)
        speech = narrate("names", passage, [Read(0, 8)]).samples
        with self.assertRaises(JobCancelled):
            align(speech, script_of(passage.words), stop, cores=1)
