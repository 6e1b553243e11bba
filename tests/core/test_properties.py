"""What holds whatever a teacher does: random trails, random talk, random changes."""

from __future__ import annotations

import unittest
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.worlds import TAKE, TEXT, lesson, planned
from wordtrail.core.changes.block_changes import AddBlock, EditBlock, RemoveBlock
from wordtrail.core.changes.command import Command
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import AddMark, RemoveMark
from wordtrail.core.changes.point_changes import KeepPoint, RemovePausePoint
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.cues.film import state_in_video, video_seconds
from wordtrail.core.cues.state import state_at
from wordtrail.core.edit.edit_list import Trim
from wordtrail.core.errors import WordTrailError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.trail.model import Trail, Visit
from wordtrail.media.moments import moments

PLANNED = planned()
LAYOUT = typeset(PLANNED)
WORDS = [word.id for word in PLANNED.words]
SCRIPT = (
    *("when", "a", "bee", "finds", "clover", "she", "tells", "the", "others"),
    *("she", "dances", "her", "dance", "is", "a", "map", "the", "end"),
)

READINGS = st.lists(
    st.tuples(st.sampled_from(WORDS), st.floats(0, 2), st.floats(0.02, 1.5), st.floats(0, 1)), max_size=40
)


def trail_of(readings: list[tuple[str, float, float, float]]) -> Trail:
    """Visits of any words in any order, one after another, with any rests."""
    visits, now = [], 0.5
    for word, rest, length, sure in readings:
        now += rest
        visits.append(Visit(word, round(now, 4), round(now + length, 4), sure))
        now += length
    return Trail(tuple(visits), seconds=now + 1, sound_start=0.5, sound_end=now)


class CueSheetProperties(unittest.TestCase):
    @settings(max_examples=80, deadline=None)
    @given(READINGS, st.none() | st.tuples(st.floats(0, 20), st.floats(0.3, 20)))
    def test_any_reading_gives_a_sound_sheet(
        self, readings: list[tuple[str, float, float, float]], trim: tuple[float, float] | None
    ) -> None:
        found = trail_of(readings)
        made = PLANNED
        if trim and trim[0] + 0.3 < min(trim[0] + trim[1], found.seconds):
            trims = (Trim(TAKE, trim[0], trim[0] + trim[1]),)
            made = Lesson(
                made.passages, pause_points=made.pause_points, marks=made.marks, chosen_take=TAKE, trims=trims
            )
        trails = {TAKE: found}
        sheet = compile_cues(made, trails, LAYOUT, edit_list_of(made, trails))
        self.assertTrue(all(light.start <= light.end for light in sheet.lights))
        self.assertTrue(all(a.end <= b.start + 1e-9 for a, b in pairwise(sheet.lights)))
        self.assertTrue(all(a.at <= b.at for a, b in pairwise(sheet.pages)))
        self.assertTrue(all(a.end <= b.start + 1e-9 for a, b in pairwise(sheet.captions)))
        self.assertTrue(all(0 <= gate.at <= sheet.seconds + 1e-6 for gate in sheet.gates))
        self.assertEqual(len(sheet.gates), len(made.pause_points))
        for light in sheet.lights:
            state = state_at(sheet, (light.start + light.end) / 2)
            if light.end - light.start > 1e-6:
                self.assertEqual(state.lit, light.word)
                self.assertEqual(state.page, LAYOUT.places()[light.word][0])
        length = video_seconds(sheet)
        self.assertTrue(all(0 <= at < length for at in moments(sheet)))
        self.assertEqual(state_in_video(sheet, length)[0].passed, len(sheet.lights))


class LessonProperties(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.data())
    def test_nothing_ever_hangs_on_a_word_that_is_not_there(self, data: st.DataObject) -> None:
        made = lesson()
        for _ in range(data.draw(st.integers(1, 8))):
            before = made
            try:
                made = apply(made, self._command(data, made))
            except WordTrailError:
                self.assertEqual(made, before)
            words = {word.id for word in made.words}
            self.assertEqual(len(words), len(made.words))
            self.assertTrue({point.after for point in made.pause_points} <= words)
            self.assertTrue({end for mark in made.marks for end in (mark.first, mark.last)} <= words)
            ids = [*(point.id for point in made.pause_points), *(mark.id for mark in made.marks)]
            self.assertEqual(len(set(ids)), len(ids))
            typeset(made)

    def _command(self, data: st.DataObject, made: Lesson) -> Command:
        word = st.sampled_from([word.id for word in made.words])
        block = st.sampled_from(["ab1", "ab2", "ab3", *(block.id for block in made.passages[0].blocks)])
        lines = [*TEXT.split("\n\n"), "She dances.", "Every word is another one here.", "", "A " + TEXT[:40]]
        match data.draw(st.integers(0, 6)):
            case 0:
                return KeepPoint(PausePoint("", data.draw(word), "Why?", 3))
            case 1:
                return AddMark(Underline(), data.draw(word), data.draw(word), "evidence")
            case 2:
                return RemoveMark(data.draw(st.sampled_from([*(m.id for m in made.marks), "mark0"])))
            case 3:
                return RemovePausePoint(data.draw(st.sampled_from([*(p.id for p in made.pause_points), "pause0"])))
            case 4:
                return RemoveBlock(data.draw(block))
            case 5:
                return AddBlock(data.draw(block), None, data.draw(st.sampled_from(lines)))
            case _:
                return EditBlock(data.draw(block), data.draw(st.sampled_from(lines)))
