"""Words of a take that are listened for again, in the narrator's own sound; and stretches of it, read by leaping."""

from __future__ import annotations

import tempfile
import unittest
from pathlib import Path

import numpy as np

from tests.api.shelf import put_shelf
from wordtrail.core.align.values import RATE, Stretch
from wordtrail.core.changes.by_hand_changes import PlaceWords
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.take_changes import MoveStart
from wordtrail.core.changes.word_changes import Respell
from wordtrail.core.errors import LessonError, NotFound
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.media.decode import decode, sound_between
from wordtrail.service.changing import change_newest
from wordtrail.service.reading_here import found_again
from wordtrail.store.lessons import all_lessons, get_lesson
from wordtrail.store.takes import TakeFiles, takes_of, trail_of
from wordtrail.workspace import open_workspace


class ListeningAgainTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory(ignore_cleanup_errors=True)))
        put_shelf(folder, ("rain",))
        self.workspace = open_workspace(folder)
        self.addCleanup(self.workspace.database.close)
        with self.workspace.database.read_session() as session:
            self.lesson = all_lessons(session, self.workspace.owner)[0].id
            self.take = takes_of(session, self.lesson)[0].id
            found = trail_of(session, self.take)
        assert found is not None
        self.trail = found
        start = next(n for n, one in enumerate(found.visits) if one.word == "a1")
        self.line = found.visits[start : start + 8]
        self.stretch = Stretch(self.line[0].start, self.line[-1].start + 0.01)

    def change(self, command: MoveStart | PlaceWords | Respell) -> None:
        change_newest(self.workspace, self.lesson, command)

    def test_a_word_that_was_moved_away_is_found_where_it_is_said(self) -> None:
        moved = self.line[3]
        self.change(MoveStart(self.take, moved.word, moved.start, moved.start + 0.15))
        found = found_again(self.workspace, self.lesson, self.take, self.stretch)
        self.assertEqual(found.words, tuple(one.word for one in self.line))
        for start, visit in zip(found.starts, self.line, strict=True):
            self.assertAlmostEqual(start, visit.start, delta=0.06)
        self.change(PlaceWords(self.take, found.words, found.starts, found.end, found.ends))
        with self.workspace.database.read_session() as session:
            shown = current_trail(get_lesson(session, self.lesson).lesson, self.take, self.trail)
        again = min((one for one in shown.visits if one.word == moved.word), key=lambda one: one.start)
        self.assertAlmostEqual(again.start, moved.start, delta=0.06)
        self.assertTrue(again.mended)
        following = self.trail.visits[self.trail.visits.index(self.line[-1]) + 1]
        self.assertIn((following.word, following.start), {(one.word, one.start) for one in shown.visits}, "it stays")

    def test_the_first_word_of_a_line_is_found_also_where_the_word_before_has_its_sound(self) -> None:
        late = self.line[3]
        self.change(MoveStart(self.take, late.word, late.start, late.start + 0.2))
        line = Stretch(late.start + 0.2, self.stretch.end)
        found = found_again(self.workspace, self.lesson, self.take, line)
        self.assertEqual(found.words, tuple(one.word for one in self.line[3:]))
        self.assertAlmostEqual(found.starts[0], late.start, delta=0.06)
        self.assertAlmostEqual(found.starts[1], self.line[4].start, delta=0.06)

    def test_it_is_listened_for_as_it_is_respelled_now(self) -> None:
        with self.workspace.database.read_session() as session:
            lesson = get_lesson(session, self.lesson).lesson
        text = next(word.text for word in lesson.words if word.id == self.line[2].word)
        self.assertEqual(apply(lesson, Respell(text, "zoo-KAH-for")).respellings[0].said, "zoo-KAH-for")
        self.change(Respell(text, "zoo-KAH-for"))
        found = found_again(self.workspace, self.lesson, self.take, self.stretch)
        self.assertEqual(len(found.starts), 8, "also a strange one is put between its neighbours")

    def test_where_no_word_begins_or_no_take_is_it_says_so(self) -> None:
        with self.assertRaises(LessonError):
            found_again(self.workspace, self.lesson, self.take, Stretch(0.0, 0.001))
        with self.assertRaises(NotFound):
            found_again(self.workspace, self.lesson, "no take", self.stretch)

    def test_a_stretch_is_read_as_if_all_of_it_was_read(self) -> None:
        path = self.workspace.blobs.path(TakeFiles(self.take).listening)
        whole = decode(path, RATE)
        for start, end in ((0.0, 2.0), (7.013, 9.5), (30.0, 30.4)):
            part = sound_between(path, RATE, start, end)
            own = whole[round(start * RATE) : round(end * RATE)]
            self.assertEqual(len(part), len(own))
            inner = own[800:-800]
            lags = [float(np.dot(part[at : at + len(inner)], inner)) for at in range(780, 821)]
            self.assertLessEqual(abs(int(np.argmax(lags)) - 20), 1, "not a tenth of a millisecond apart")
        behind = sound_between(path, RATE, len(whole) / RATE + 1, len(whole) / RATE + 2)
        self.assertEqual((len(behind), float(np.abs(behind).max())), (RATE, 0.0))


if __name__ == "__main__":
    unittest.main()
