"""From sound to trail: one narration with everything in it that must not derail the aligner, and
takes that are hopeless. The voices report when they begin each word (see bench/align)."""

from __future__ import annotations

import unittest

import numpy as np

from bench.align.narrations import Narration, Noise, Read, Silence, Talk, narrate
from tests.align.hearing import said
from wordtrail.core.align.aligner import COMPARING, LISTENING, MATCHING, TIMING, WRITING, Explained, align, explained
from wordtrail.core.align.fit import fit_of
from wordtrail.core.align.hearsay import words_in
from wordtrail.core.align.path import Talked
from wordtrail.core.align.script import script_of
from wordtrail.core.align.values import RATE
from wordtrail.core.errors import JobCancelled, SilentSound
from wordtrail.core.lesson.take_in_use import is_talk
from wordtrail.core.speech.phones import relations
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Passage
from wordtrail.core.trail.model import UNSURE_BELOW, Doubt, SlipKind, Trail

NAMES = (
    "Old Mr. Ferngarrow lit the lantern at Zibbly Mill. In 1868 the wind blew it out. "
    "“Don’t worry,” said Osha Marrowby."
)
TEXT = "The small boat left the harbor. The wind was warm and the water was still.\n\n" + NAMES


class WholeTest(unittest.TestCase):
    """A narration in an accent far from the dictionary's."""

    found: Explained
    narration: Narration
    passage: Passage
    reports: list[tuple[str, float]]
    trail: Trail

    @classmethod
    def setUpClass(cls) -> None:
        cls.passage = passage_from_text(TEXT)
        last = len(cls.passage.words) - 1
        steps: list[Read | Talk | Silence | Noise] = [
            Talk("Okay everybody, listen carefully to this story now."),
            Read(0, 5), Talk("I wonder what happens next."), Silence(20), Read(6, 8), Read(6, 14, leave_out=(10,)),
            Noise("cough"), Read(15, 23), Read(0, 5), Read(24, last, instead={28: "knocked"}),
            Talk("That was a good story, thank you for listening."),
        ]  # fmt: skip
        cls.narration = narrate("all", cls.passage, steps, "formant/en-gb-scotland")
        cls.reports = []
        script = script_of(cls.passage.words)
        cls.found = explained(cls.narration.samples, script, lambda *report: cls.reports.append(report))
        cls.trail = cls.found.trail

    def test_word_starts_are_within_a_tenth_of_a_second(self) -> None:
        place = {word.id: index for index, word in enumerate(self.passage.words)}
        visits = [(place[visit.word], visit.start) for visit in self.trail.visits]
        errors = np.array(
            [min((abs(start - at) for p, start in visits if p == word), default=9) for word, at in self.narration.truth]
        )
        self.assertGreaterEqual(float(np.mean(errors <= 0.1)), 0.95)
        self.assertLessEqual(float(np.median(errors)), 0.02)

    def test_a_take_that_is_held_with_sixteen_bits_is_followed_as_well(self) -> None:
        """Also a very quiet one."""
        small = (self.narration.samples * 0.02).astype(np.float16)
        found = align(small, script_of(self.passage.words))
        self.assertEqual([visit.word for visit in found.visits], [visit.word for visit in self.trail.visits])
        apart = [abs(a.start - b.start) for a, b in zip(found.visits, self.trail.visits, strict=True)]
        self.assertLess(max(apart), 0.06)
        self.assertLess(float(np.median(apart)), 0.005)

    def test_nothing_lights_that_is_not_said(self) -> None:
        place = {word.id: index for index, word in enumerate(self.passage.words)}
        for visit in self.trail.visits:
            near = [abs(at - visit.start) for p, at in self.narration.said if p == place[visit.word]]
            self.assertLess(min(near), 0.5, visit)

    def test_a_sentence_read_twice_is_visited_twice(self) -> None:
        self.assertEqual(len([visit for visit in self.trail.visits if visit.word == "a3"]), 2)

    def test_slips_are_what_they_are(self) -> None:
        left_out = [slip.word for slip in self.trail.slips if slip.kind is SlipKind.LEFT_OUT]
        self.assertEqual(left_out, ["a11"])
        misread = {slip.word: slip.heard for slip in self.trail.slips if slip.kind is SlipKind.MISREAD}
        self.assertIn("a29", misread)
        self.assertTrue(misread["a29"])
        self.assertIn("a29", [visit.word for visit in self.trail.visits])

    def test_talk_is_talk_with_a_rough_idea_of_it(self) -> None:
        self.assertGreaterEqual(len(self.trail.asides), 3)
        self.assertIn("listen", self.trail.asides[0].heard)
        for aside in self.trail.asides:
            inside = [v for v in self.trail.visits if aside.start < v.start < aside.end]
            self.assertEqual(inside, [])

    def test_nothing_is_unread_and_the_ends_are_found(self) -> None:
        self.assertEqual(self.trail.unread, ())
        self.assertAlmostEqual(self.trail.sound_start, 0.6, delta=0.25)
        self.assertLess(self.trail.sound_end, self.trail.seconds)

    def test_unsure_words_say_why_and_sure_ones_do_not(self) -> None:
        for visit in self.trail.visits:
            self.assertEqual(visit.doubt is Doubt.NONE, visit.confidence >= UNSURE_BELOW, visit)

    def test_progress_goes_up_in_named_phases(self) -> None:
        phases = list(dict.fromkeys(phase for phase, _ in self.reports))
        self.assertEqual(phases, [LISTENING, MATCHING, COMPARING, TIMING, WRITING])
        for phase in phases:
            shares = [share for name, share in self.reports if name == phase]
            self.assertEqual(shares, sorted(shares))
            self.assertAlmostEqual(shares[-1], 1.0)

    def test_a_voice_known_from_an_earlier_take_is_used(self) -> None:
        again = explained(self.narration.samples, script_of(self.passage.words), earlier=self.found.hearings)
        fits = [np.mean([reading.fit for reading in found.readings]) for found in (again, self.found)]
        self.assertLess(fits[0], fits[1] + 0.02)
        self.assertGreater(self.found.hearings.sum(), 100)


class UnsayableTest(unittest.TestCase):
    def test_a_word_without_a_sound_is_placed_by_its_neighbours_and_flagged(self) -> None:
        passage = passage_from_text("The small boat שלום left the harbor.")
        script = script_of(passage.words)
        self.assertEqual([word.ways for word in script if word.id == "a4"], [()])
        spoken = passage_from_text("The small boat left the harbor.")
        trail = align(narrate("boat", spoken, [Read(0, 5)], "formant/en-us").samples, script, cores=1)
        placed = next(visit for visit in trail.visits if visit.word == "a4")
        before, after = (next(v for v in trail.visits if v.word == word) for word in ("a3", "a5"))
        self.assertTrue(before.end <= placed.start < placed.end <= after.start + 0.03)
        self.assertEqual(placed.doubt, Doubt.PLACED)
        self.assertLess(placed.confidence, 0.5)

    def test_the_teachers_own_way_goes_first(self) -> None:
        words = passage_from_text("Okapfor waited.").words
        own = (("OW", "K", "AA", "F", "AO", "R"),)
        first = script_of(words, {"Okapfor": own})[0]
        self.assertEqual((first.ways[0], first.guessed), (own[0], False))
        self.assertTrue(script_of(words)[0].guessed)

    def test_numbers_are_listened_for_in_every_way_they_are_said(self) -> None:
        ways = script_of(passage_from_text("3/4 cup").words)[0].ways
        self.assertGreater(len(ways), 1)


class HearsayTest(unittest.TestCase):
    def test_a_letter_that_is_said_by_itself_is_no_word(self) -> None:
        half_day, article, spelled = script_of(passage_from_text("a.m. a U.S.A.").words)
        self.assertEqual(half_day.ways, (("EY", "EH", "M"),))
        self.assertIn(("AH",), article.ways)
        self.assertEqual(spelled.ways[0][-1], "EY")

    def test_common_talk_is_heard(self) -> None:
        frames = said("okay everybody look at this")
        fit = fit_of(frames, relations())
        self.assertEqual(words_in(fit, Talked(0, len(frames) - 1), ["boat"]), "okay everybody look at this")


class TalkAloneTest(unittest.TestCase):
    def assert_talk(self, found: Trail) -> None:
        """All of it is talk, and next to nothing was read."""
        self.assertTrue(is_talk(found))
        talked = sum(aside.end - aside.start for aside in found.asides)
        self.assertGreater(talked, 0.7 * (found.sound_end - found.sound_start))
        self.assertEqual([slip for slip in found.slips if slip.word not in {v.word for v in found.visits}], [])

    def test_silence_is_said_and_another_text_is_talk(self) -> None:
        script = script_of(passage_from_text(NAMES).words)
        with self.assertRaises(SilentSound):
            align(np.random.default_rng(1).normal(0, 1e-4, RATE * 3).astype(np.float32), script)
        other = passage_from_text(
            "Seven purple elephants quickly juggled bananas beneath gigantic umbrellas yesterday evening."
        )
        speech = narrate("other", other, [Read(0, len(other.words) - 1)], "formant/en-us").samples
        self.assert_talk(align(speech, script, cores=1))

    def test_another_language_is_no_reading(self) -> None:
        other = passage_from_text(
            "Am Morgen ging der alte Müller mit seinem Hund über die Brücke und sah den Fluss an. "
            "Das Wasser war hoch und braun, und die Enten blieben am Ufer."
        )
        speech = narrate("other", other, [Read(0, len(other.words) - 1)], "formant/de").samples
        self.assert_talk(align(speech, script_of(passage_from_text(TEXT).words), cores=1))

    def test_with_a_passage_that_cannot_be_said_at_all_all_is_talk(self) -> None:
        script = script_of(passage_from_text("λόγος λόγος λόγος.").words)
        speech = narrate("boat", passage_from_text("The small boat."), [Read(0, 2)], "formant/en-us").samples
        self.assert_talk(align(speech, script, cores=1))

    def test_it_stops_when_asked(self) -> None:
        def stop(phase: str, share: float) -> None:
            raise JobCancelled

        passage = passage_from_text(NAMES)
        speech = narrate("names", passage, [Read(0, 8)], "formant/en-us").samples
        with self.assertRaises(JobCancelled):
            align(speech, script_of(passage.words), stop, cores=1)


if __name__ == "__main__":
    unittest.main()
