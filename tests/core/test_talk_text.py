"""Talk in words: only what the teacher accepted is read by students, and what is blanked is neither read nor heard."""

from __future__ import annotations

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from tests.core.test_director import ON_FIRST, ON_SECOND, reading, take
from tests.core.test_named import talk
from tests.worlds import TAKE, lesson
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.talk_changes import BlankTalk, HearTalk, KeepAllTalk, KeepTalk, WrittenTalk
from wordtrail.core.cues.compile import CAPTION_CHARACTERS, TITLE_SECONDS, compile_cues, edit_list_of, whole_take
from wordtrail.core.cues.talk_captions import TALK
from wordtrail.core.edit.edit_list import Clip, EditList, Mute
from wordtrail.core.errors import LessonError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.model import Aside, HeardWord, Trail
from wordtrail.core.trail.talk_text import BLANK, said_when, talk_parts
from wordtrail.media.level import RATE
from wordtrail.media.seams import FADE
from wordtrail.media.sound import lesson_sound

SAID = talk("oh look at her go i wonder why", 20.0)
TRAIL = replace(take([*reading(ON_FIRST, 1), *reading(ON_SECOND, 30)], seconds=40), asides=(SAID,))


def captions(made: Lesson, found: Trail = TRAIL) -> list[str]:
    sheet = compile_cues(made, {TAKE: found}, typeset(made), whole_take(TAKE, found))
    return [one.text for one in sheet.captions if SAID.start - 0.01 <= one.start < SAID.end]


def written(text: str, made: Lesson | None = None) -> Lesson:
    return apply(made or lesson(), KeepTalk(TAKE, SAID.start, SAID.end, text))


class TalkTextTest(unittest.TestCase):
    def test_nothing_that_was_not_accepted_is_read(self) -> None:
        self.assertEqual(captions(lesson()), [TALK])
        self.assertEqual(captions(written("Look at her go!")), ["Look at her go!"])
        self.assertEqual(captions(written("", written("Look at her go!"))), [TALK])

    def test_words_of_the_text_in_what_she_says_are_read_once(self) -> None:
        again = replace(TRAIL, visits=(*TRAIL.visits, *take(reading(ON_FIRST[1:4], 21.0)).visits))
        visits = tuple(sorted(again.visits, key=lambda one: one.start))
        made = written("Oh, a bee finds it, I wonder why.")
        self.assertEqual(captions(made, replace(again, visits=visits)), ["Oh, a bee finds it, I wonder why."])

    def test_long_talk_is_read_in_lines(self) -> None:
        long = "Oh, look at her go! I wonder why she would dance around like that, in the dark, with nobody watching."
        lines = captions(written(long))
        self.assertEqual(" ".join(lines), long)
        self.assertTrue(len(lines) > 1 and all(len(line) <= CAPTION_CHARACTERS for line in lines))

    def test_accepted_words_stay_where_the_talk_is_found_a_little_elsewhere(self) -> None:
        made = written("Look at her go!")
        moved = replace(TRAIL, asides=(replace(SAID, start=SAID.start + 0.4, end=SAID.end + 0.3),))
        sheet = compile_cues(made, {TAKE: moved}, typeset(made), whole_take(TAKE, moved))
        self.assertIn("Look at her go!", [one.text for one in sheet.captions])
        self.assertIsNone(talk_parts(made.talk, TAKE, [Aside(26.0, 29.0)])[0].text)
        self.assertIsNone(talk_parts(made.talk, "other", [SAID])[0].text)

    def test_what_was_written_for_several_stretches_is_read_once(self) -> None:
        early, late = talk("look at her go", 20.0), talk("where is she now", 23.0)
        found = replace(TRAIL, asides=(early, late, Aside(26.0, 28.0)))
        made = apply(lesson(), KeepTalk(TAKE, 19.9, 25.1, "Look at her go! Where is she now?"))
        parts = talk_parts(made.talk, TAKE, found.asides)
        self.assertEqual([len(part.asides) for part in parts], [2, 1])
        sheet = compile_cues(made, {TAKE: found}, typeset(made), whole_take(TAKE, found))
        said = [one.text for one in sheet.captions if 19 < one.start < 29]
        self.assertEqual(said, ["Look at her go! Where is she now?", TALK])

    def test_words_are_said_as_they_were_heard_and_others_between(self) -> None:
        words = said_when("Look, at Her GO now! I wonder", SAID)
        self.assertEqual(
            [(word.text, word.start) for word in words[:4]],
            [("Look,", 20.5), ("at", 21.0), ("Her", 21.5), ("GO", 22.0)],
        )
        self.assertTrue(words[3].end <= words[4].start < words[5].start == 22.5)

    @given(st.text(max_size=60), st.lists(st.sampled_from(["oh", "look", "i", "go"]), max_size=8))
    def test_whatever_is_written_every_word_has_its_moment_in_order(self, text: str, heard: list[str]) -> None:
        aside = Aside(5.0, 9.0, "", tuple(HeardWord(w, 5 + n * 0.4, 5.3 + n * 0.4) for n, w in enumerate(heard)))
        words = said_when(text, aside)
        self.assertEqual([word.text for word in words], text.split())
        times = [time for word in words for time in (word.start, word.end)]
        self.assertEqual(times, sorted(times))
        self.assertTrue(not times or (times[0] >= 5.0 and times[-1] <= 9.0))


class BlankTest(unittest.TestCase):
    def blanked(self) -> Lesson:
        made = written("Oh look at Tom go")
        return apply(made, BlankTalk(TAKE, SAID.start, SAID.end, "Oh look at Tom go", 3, 3, 21.5, 21.9))

    def test_a_name_is_neither_read_nor_heard(self) -> None:
        made = self.blanked()
        self.assertEqual(captions(made), [f"Oh look at {BLANK} go"])
        edits = edit_list_of(made, {TAKE: TRAIL})
        self.assertEqual(edits.mutes, (Mute(TAKE, 21.5, 21.9),))
        tone = np.ones(RATE * 40, np.float32)
        sound = np.concatenate(list(lesson_sound(lambda _: iter(np.array_split(tone, 37)), edits)))
        at = round(edits.to_lesson(TAKE, 21.5) or 0.0, 6)
        silent = sound[round(at * RATE) : round((at + 0.4) * RATE)]
        self.assertEqual(float(np.abs(silent).max()), 0.0)
        self.assertEqual(float(sound[round((at - 0.1) * RATE)]), 1.0)
        self.assertEqual(float(sound[round((at + 0.5) * RATE)]), 1.0)
        self.assertLess(
            float(np.abs(np.diff(sound[round((at - 0.1) * RATE) : round((at + 0.5) * RATE)])).max()), 2 / FADE
        )

    def test_it_can_be_heard_again(self) -> None:
        heard = apply(self.blanked(), HearTalk(TAKE, SAID.start, SAID.end))
        self.assertEqual(heard.blanks, ())
        self.assertEqual(apply(self.blanked(), HearTalk(TAKE, 30.0, 31.0)).blanks, self.blanked().blanks)

    def test_all_talk_is_taken_as_it_was_heard_and_what_has_words_keeps_them(self) -> None:
        heard = (
            WrittenTalk(1.0, 3.0, "Good morning."),
            WrittenTalk(20.5, 24.0, "Look at a go."),
            WrittenTalk(30, 31, ""),
        )
        made = apply(written("Look at her go!"), KeepAllTalk(TAKE, heard))
        self.assertEqual([one.text for one in made.talk], ["Good morning.", "Look at her go!"])
        self.assertEqual(apply(made, KeepAllTalk(TAKE, heard)).talk, made.talk)
        with self.assertRaises(LessonError):
            apply(made, KeepAllTalk(TAKE, (WrittenTalk(5.0, 6.0, "Yes."), WrittenTalk(8.0, 7.0, "No."))))

    def test_what_makes_no_sense_changes_nothing(self) -> None:
        made = written("Oh look")
        for command in (
            BlankTalk(TAKE, 20.0, 24.0, "Oh look", 1, 2, 21.0, 22.0),
            BlankTalk(TAKE, 20.0, 24.0, "Oh look", 0, 0, 22.0, 21.0),
            KeepTalk(TAKE, 5.0, 5.0, "Nothing"),
            KeepTalk(TAKE, float("nan"), 5.0, "Nothing"),
            KeepTalk(TAKE, 1.0, 5.0, "x" * 5000),
        ):
            with self.assertRaises(LessonError):
                apply(made, command)

    def test_only_its_own_take_is_silent(self) -> None:
        tone = np.ones(RATE, np.float32)
        edits = EditList((Clip("a", 0.0, 0.5), Clip("b", 0.0, 0.5)), TITLE_SECONDS, (Mute("b", 0.1, 0.4),))
        sound = np.concatenate(list(lesson_sound(lambda _: iter([tone]), edits)))
        begin = round(TITLE_SECONDS * RATE)
        self.assertEqual(float(sound[begin + RATE // 4]), 1.0)
        self.assertEqual(float(sound[begin + RATE // 2 + RATE // 4]), 0.0)
