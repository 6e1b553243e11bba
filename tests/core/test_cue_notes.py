"""Cue notes: the teacher's own, at their words, never seen by students."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.core.test_director import ON_FIRST, reading, take
from tests.worlds import TAKE, lesson
from wordtrail.core.changes.block_changes import RemoveBlock
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.cue_note_changes import KeepCueNote, RemoveCueNote
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.errors import LessonError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.planned_talk import planned_talk
from wordtrail.core.plan.model import CueNote
from wordtrail.core.trail.model import Aside
from wordtrail.store.documents import to_json


def noted(*notes: tuple[str, str]) -> Lesson:
    made = lesson()
    for at, text in notes:
        made = apply(made, KeepCueNote(CueNote("", at, text)))
    return made


class CueNoteTest(unittest.TestCase):
    def test_notes_stand_in_the_order_of_their_words_and_can_go(self) -> None:
        made = noted(("a9", "Ask who."), ("a2", "Smile."))
        self.assertEqual([note.text for note in made.plan.cue_notes], ["Smile.", "Ask who."])
        changed = apply(made, KeepCueNote(replace(made.plan.cue_notes[0], text="  Wait. ")))
        self.assertEqual(changed.plan.cue_notes[0].text, "Wait.")
        self.assertEqual(len(apply(made, RemoveCueNote(made.plan.cue_notes[0].id)).plan.cue_notes), 1)
        for at, text in (("nowhere", "x"), ("a2", "  ")):
            with self.assertRaises(LessonError):
                noted((at, text))

    def test_students_never_get_one(self) -> None:
        made = noted(("a2", "Smile at the camera."))
        found = take(reading(ON_FIRST, 1))
        sheet = compile_cues(made, {TAKE: found}, typeset(made), edit_list_of(made, {TAKE: found}))
        self.assertNotIn("Smile", to_json(sheet) + to_json(typeset(made)))

    def test_a_note_goes_to_the_nearest_word_when_its_own_goes(self) -> None:
        made = noted(("a11", "She?"))
        block = made.passages[0].pages[0].blocks[1].id
        (note,) = apply(made, RemoveBlock(block)).plan.cue_notes
        self.assertEqual(note.at, "a9")

    def test_what_was_planned_is_at_hand_where_it_was_said(self) -> None:
        made = noted(("a9", "Ask who."), ("a2", "Smile."))
        trail = replace(take([*reading(ON_FIRST[:9], 1), *reading(ON_FIRST[9:], 20)]), asides=(Aside(8.0, 15.0),))
        self.assertEqual(planned_talk(made, trail, trail.asides[0]), "Ask who.")
        self.assertEqual(planned_talk(made, trail, Aside(40.0, 42.0)), "")
