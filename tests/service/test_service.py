"""What API, worker and command line share: changing, showing, finishing, removing."""

from __future__ import annotations

import json
import tempfile
import threading
import unittest
from concurrent.futures import ThreadPoolExecutor
from dataclasses import replace
from pathlib import Path
from unittest import mock

from tests.worlds import lesson, planned, trail
from wordtrail.core.changes.block_changes import EditBlock
from wordtrail.core.changes.direction_changes import KeepRecorded
from wordtrail.core.changes.mark_changes import AddMark, PlaceDrawn
from wordtrail.core.changes.take_changes import ChooseTake, SetPace
from wordtrail.core.cues.compile import compile_cues
from wordtrail.core.errors import LessonError, LinkWithdrawn, NotFound, NothingToShow, StaleRevision, UnknownKind
from wordtrail.core.marks.forms.boxed import Boxed
from wordtrail.core.marks.model import PlacedMark
from wordtrail.core.trail.directions import Deed, Direction
from wordtrail.core.trail.events import TakeEvent
from wordtrail.service import finishing, showing
from wordtrail.service.changing import change_lesson, change_newest, go_back_or_on_in_lesson
from wordtrail.service.copying import copy_of, name_lesson
from wordtrail.service.exporting import KINDS, export, passage_export
from wordtrail.service.finishing import finish
from wordtrail.service.giving import give_out, given_out, take_back
from wordtrail.service.removing import remove, remove_one_take
from wordtrail.service.showing import shown_before
from wordtrail.store.lessons import add_lesson, all_lessons, get_lesson
from wordtrail.store.surroundings import surroundings_of
from wordtrail.store.tables import JobRow, VideoRow
from wordtrail.store.takes import (
    TakeFiles,
    Track,
    add_events,
    add_piece,
    begin_take,
    get_take,
    keep_trail,
    put_together,
    takes_of,
)
from wordtrail.workspace import open_workspace


class ServiceTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = self.enterContext(tempfile.TemporaryDirectory(ignore_cleanup_errors=True))
        self.workspace = open_workspace(Path(folder))
        self.addCleanup(self.workspace.database.close)
        self.owner = self.workspace.owner
        with self.workspace.database.write_session() as session:
            self.lesson_id = add_lesson(session, self.owner, planned()).id

    def take(self, state: str = "recording", pieces: int = 2) -> str:
        with self.workspace.database.write_session() as session:
            row = begin_take(session, self.owner, self.lesson_id, "microphone")
            for number in range(pieces):
                add_piece(session, self.workspace.blobs, row, number, f"piece {number} ".encode())
            row.state = state
            return row.id

    def revision(self) -> int:
        with self.workspace.database.read_session() as session:
            return get_lesson(session, self.lesson_id).revision


class GivingTest(ServiceTest):
    def heard(self) -> str:
        """A take that can be heard."""
        take = self.take("kept")
        with self.workspace.database.write_session() as session:
            keep_trail(session, get_take(session, take), trail())
        change_newest(self.workspace, self.lesson_id, ChooseTake(take))
        return take

    def test_a_lesson_is_given_out_by_one_link_until_it_is_taken_back(self) -> None:
        self.assertFalse(give_out(self.workspace, self.lesson_id).can_be_heard)
        self.heard()
        link = give_out(self.workspace, self.lesson_id)
        self.assertTrue(link.can_be_heard)
        self.assertEqual(give_out(self.workspace, self.lesson_id).token, link.token)
        given = given_out(self.workspace, link.token)
        self.assertEqual((given.lesson, given.is_simulated), (self.lesson_id, False))
        self.assertEqual(given.show.lesson.title, "Bees")
        take_back(self.workspace, self.lesson_id)
        with self.assertRaises(LinkWithdrawn):
            given_out(self.workspace, link.token)
        self.assertNotEqual(give_out(self.workspace, self.lesson_id).token, link.token, "a new one is another")

    def test_what_cannot_be_heard_is_not_shown_and_what_is_not_there_is_not_given(self) -> None:
        link = give_out(self.workspace, self.lesson_id)
        with self.assertRaises(NothingToShow):
            given_out(self.workspace, link.token)
        with self.assertRaises(LinkWithdrawn):
            given_out(self.workspace, "guessed")
        with self.assertRaises(NotFound):
            give_out(self.workspace, "nobody's")

    def test_a_lesson_is_exported_in_every_kind(self) -> None:
        self.heard()
        for kind in KINDS:
            with self.subTest(kind):
                made = export(self.workspace, self.lesson_id, kind)
                self.assertTrue(made.file.data)
                self.assertEqual(made.title, "Bees")
        captions = export(self.workspace, self.lesson_id, "captions").file.data.decode()
        self.assertTrue(captions.startswith("WEBVTT"))
        self.assertIn("When a bee finds clover", export(self.workspace, self.lesson_id, "notation").file.data.decode())

    def test_a_trail_is_exported_also_after_its_words_were_changed(self) -> None:
        self.heard()
        change_newest(self.workspace, self.lesson_id, EditBlock("ab1", "When a wasp finds honey."))
        written = json.loads(export(self.workspace, self.lesson_id, "trail").file.data)
        self.assertIn("honey.", written["words"])
        heard = {written["words"][visit["word"]] for visit in written["visits"]}
        self.assertIn("finds", heard)
        self.assertNotIn("honey.", heard, "nobody has said it")

    def test_what_cannot_be_exported_is_said(self) -> None:
        for kind, fault in (("trail", NotFound), ("film", UnknownKind)):
            with self.subTest(kind), self.assertRaises(fault):
                export(self.workspace, self.lesson_id, kind)
        with self.assertRaises(NotFound):
            passage_export(self.workspace, self.lesson_id, "gone", "markdown")


class ChangingTest(ServiceTest):
    def test_a_change_that_comes_again_is_made_once(self) -> None:
        first = change_lesson(self.workspace, self.lesson_id, 1, SetPace(90), "one")
        again = change_lesson(self.workspace, self.lesson_id, 1, SetPace(90), "one")
        self.assertEqual((first.after.revision, again.before.revision, again.after.revision), (2, 2, 2))
        with self.assertRaises(StaleRevision):
            change_lesson(self.workspace, self.lesson_id, 1, SetPace(95), "two")

    def test_a_change_says_what_was_before_and_what_is_now(self) -> None:
        changed = change_lesson(self.workspace, self.lesson_id, 1, SetPace(90))
        self.assertEqual(
            (changed.before.revision, changed.after.revision, changed.after.undo), (1, 2, "changing the pace")
        )
        back = go_back_or_on_in_lesson(self.workspace, self.lesson_id, 2, -1)
        self.assertEqual((back.before.lesson.words_per_minute, back.after.lesson.words_per_minute), (90, 110))

    def test_two_at_once_cannot_both_be_made(self) -> None:
        """Commands are worked out beside the database: whoever keeps second is refused, and nothing is lost."""
        worked_out = threading.Barrier(2)
        outcomes: list[str] = []

        class Slow(SetPace):
            def apply(self, lesson):  # type: ignore[no-untyped-def]
                made = super().apply(lesson)
                worked_out.wait(10)
                return made

        def make(pace: float) -> None:
            try:
                change_lesson(self.workspace, self.lesson_id, 1, Slow(pace))
                outcomes.append("kept")
            except StaleRevision:
                outcomes.append("refused")

        threads = [threading.Thread(target=make, args=(pace,)) for pace in (80, 90)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual((sorted(outcomes), self.revision()), (["kept", "refused"], 2))

    def test_what_stands_by_itself_is_made_on_whatever_is_newest(self) -> None:
        change_lesson(self.workspace, self.lesson_id, 1, SetPace(90))
        changed = change_newest(self.workspace, self.lesson_id, PlaceDrawn((PlacedMark("gone", "t", 1.0),)))
        self.assertEqual(changed.after.lesson, changed.before.lesson, "marks that are gone are passed over")

    def test_a_fault_keeps_nothing(self) -> None:
        for command, fault in ((SetPace(1), LessonError), (EditBlock("ab1", ""), LessonError)):
            with self.assertRaises(fault):
                change_lesson(self.workspace, self.lesson_id, 1, command)
        with self.assertRaises(NotFound):
            change_lesson(self.workspace, "nobody's", 1, SetPace(90))
        self.assertEqual(self.revision(), 1)


class ShowingTest(ServiceTest):
    def setUp(self) -> None:
        super().setUp()
        self.first = self.take("kept")
        with self.workspace.database.write_session() as session:
            keep_trail(session, get_take(session, self.first), trail())

    def test_a_lesson_is_laid_out_and_compiled_once_for_all_who_look(self) -> None:
        with mock.patch.object(showing, "compile_cues", wraps=compile_cues) as compiled:
            shown = [showing.showing(self.workspace, self.lesson_id) for _ in range(3)]
        self.assertEqual(compiled.call_count, 1)
        self.assertTrue(all(one is shown[0][0] for one, _ in shown))
        self.assertIs(shown_before(shown[0][0].key), shown[0][0])

    def test_another_state_has_another_name_and_shares_what_stayed(self) -> None:
        before, _ = showing.showing(self.workspace, self.lesson_id)
        change_lesson(self.workspace, self.lesson_id, 1, AddMark(Boxed(), "a1", "a2", "evidence"))
        after, revision = showing.showing(self.workspace, self.lesson_id)
        self.assertNotEqual(before.key, after.key)
        self.assertEqual(revision, 2)
        self.assertTrue(all(a is b for a, b in zip(before.layout.pages, after.layout.pages, strict=True)))
        with self.workspace.database.write_session() as session:
            keep_trail(session, get_take(session, self.first), trail(begin=3.0))
        self.assertNotEqual(showing.showing(self.workspace, self.lesson_id)[0].key, after.key, "a new trail")

    def test_a_take_as_it_was_recorded_has_take_time(self) -> None:
        whole, _ = showing.showing(self.workspace, self.lesson_id)
        take, _ = showing.showing(self.workspace, self.lesson_id, self.first)
        self.assertEqual((take.edits.lead, take.edits.seconds), (0.0, trail().seconds))
        self.assertGreater(whole.edits.lead, 0)
        with self.assertRaises(NotFound):
            showing.showing(self.workspace, self.lesson_id, "no take")


class FinishingTest(ServiceTest):
    def test_a_take_is_put_together_and_kept_once(self) -> None:
        take = self.take()
        self.assertEqual([finish(self.workspace, take) for _ in range(2)], [self.lesson_id, self.lesson_id])
        self.assertEqual(self.workspace.blobs.read(TakeFiles(take).original), b"piece 0 piece 1 ")
        self.assertEqual(self.workspace.blobs.keys(TakeFiles(take).pieces(Track.SOUND)), [], "they are not kept twice")

    def test_two_who_end_a_take_at_once_lose_nothing_of_it(self) -> None:
        take = self.take(pieces=40)
        whole = b"".join(f"piece {number} ".encode() for number in range(40))
        with ThreadPoolExecutor(4) as pool:
            done = list(pool.map(lambda _: finish(self.workspace, take), range(4)))
        self.assertEqual(done, [self.lesson_id] * 4)
        self.assertEqual(self.workspace.blobs.read(TakeFiles(take).original), whole)

    def test_pieces_that_the_row_lost_in_a_power_cut_are_in_it(self) -> None:
        take = self.take(pieces=3)
        with self.workspace.database.write_session() as session:
            get_take(session, take).pieces = 1
        finish(self.workspace, take)
        self.assertEqual(self.workspace.blobs.read(TakeFiles(take).original), b"piece 0 piece 1 piece 2 ")

    def test_a_missing_last_piece_does_not_lose_the_others(self) -> None:
        take = self.take(pieces=3)
        self.workspace.blobs.drop(TakeFiles(take).piece(2))
        finish(self.workspace, take)
        self.assertEqual(self.workspace.blobs.read(TakeFiles(take).original), b"piece 0 piece 1 ")

    def test_a_piece_that_comes_meanwhile_is_in_it(self) -> None:
        take = self.take()

        def late(blobs, row):  # type: ignore[no-untyped-def]
            put_together(blobs, row)
            if row.pieces == 2:
                with self.workspace.database.write_session() as session:
                    add_piece(session, blobs, get_take(session, take), 2, b"late")

        with mock.patch.object(finishing, "put_together", late):
            finish(self.workspace, take)
        self.assertEqual(self.workspace.blobs.read(TakeFiles(take).original), b"piece 0 piece 1 late")

    def test_what_was_drawn_goes_into_the_lesson_as_one_step(self) -> None:
        take = self.take()
        marks = [mark.id for mark in planned().marks]
        with self.workspace.database.write_session() as session:
            events = [TakeEvent(1.0 + n, "mark", mark) for n, mark in enumerate(marks)]
            add_events(session, get_take(session, take), 0, events)
        finish(self.workspace, take)
        with self.workspace.database.read_session() as session:
            kept = get_lesson(session, self.lesson_id)
        self.assertEqual(
            {(one.mark, one.start) for one in kept.lesson.placed_marks}, set(zip(marks, (1.0, 2.0), strict=True))
        )
        self.assertEqual((kept.revision, kept.undo), (2, "drawing while recording"))

    def test_an_empty_take_stays_as_it_is(self) -> None:
        take = self.take(pieces=0)
        with self.assertRaises(LessonError):
            finish(self.workspace, take)
        with self.workspace.database.read_session() as session:
            self.assertEqual(get_take(session, take).state, "recording")


class SurroundingsTest(ServiceTest):
    def test_each_lesson_has_what_was_made_of_it_and_of_no_other(self) -> None:
        take = self.take("kept")
        with self.workspace.database.write_session() as session:
            other = add_lesson(session, self.owner, lesson()).id
            keep_trail(session, get_take(session, take), trail())
            keep_trail(session, get_take(session, take), trail(begin=2.0))
            mine = {"school_id": self.owner.school, "teacher_id": self.owner.teacher, "lesson_id": self.lesson_id}
            # The clock was set back between the two.
            for number, made, seconds in ((1, 7.0, 9.0), (2, 5.0, 8.0)):
                session.add(VideoRow(**mine, number=number, revision=1, seconds=seconds, size=1, made_at=made))
            session.add(JobRow(**mine, number=1, kind="align", subject=take, state="running"))
            session.add(JobRow(**mine, number=2, kind="video", subject="x", state="done"))
        with self.workspace.database.read_session() as session:
            around = surroundings_of(session, [self.lesson_id, other])
            self.assertEqual(len(all_lessons(session, self.owner)), 2)
        here, there = around[self.lesson_id], around[other]
        self.assertEqual([row.id for row in here.takes], [take])
        self.assertEqual(here.trails[take].trail, trail(begin=2.0), "the newest")
        self.assertEqual(here.working, {"align"}, "what has ended is not under way")
        assert here.film
        self.assertEqual(here.film.seconds, 8.0)
        self.assertEqual(
            (there.takes, there.trails, there.working, there.videos, there.link), ([], {}, set(), [], None)
        )

    def test_a_full_shelf_takes_a_handful_of_queries(self) -> None:
        with self.workspace.database.write_session() as session:
            ids = [add_lesson(session, self.owner, replace(lesson(), words_per_minute=50.0 + n)).id for n in range(40)]
        asked: list[str] = []
        from sqlalchemy import event

        event.listen(self.workspace.database.engine, "before_cursor_execute", lambda *given: asked.append(given[2]))
        with self.workspace.database.read_session() as session:
            all_lessons(session, self.owner)
            surroundings_of(session, ids)
        self.assertLess(len(asked), 12, asked)


class CopyingTest(ServiceTest):
    def test_a_copy_has_text_and_plan_and_nothing_that_was_recorded(self) -> None:
        take = self.take("kept")
        with self.workspace.database.write_session() as session:
            keep_trail(session, get_take(session, take), trail())
        change_newest(self.workspace, self.lesson_id, ChooseTake(take))
        change_newest(self.workspace, self.lesson_id, KeepRecorded((Direction("", take, 1.0, Deed.BACK),)))
        copied = copy_of(self.workspace, self.lesson_id)
        with self.workspace.database.read_session() as session:
            original = get_lesson(session, self.lesson_id).lesson
            self.assertEqual(takes_of(session, copied.id), [])
        self.assertEqual((copied.lesson.title, copied.lesson.chosen_take), ("Bees (copy)", ""))
        self.assertEqual((len(original.directions), copied.lesson.directions), (1, ()))
        self.assertEqual(copied.lesson.marks, original.marks)
        self.assertEqual(copied.lesson.pause_points, original.pause_points)
        with self.assertRaises(NotFound):
            copy_of(self.workspace, "nobody's")

    def test_a_title_is_changed_as_anything_else_and_a_unit_beside_it(self) -> None:
        name_lesson(self.workspace, self.lesson_id, "Wasps", "Autumn")
        with self.workspace.database.read_session() as session:
            kept = get_lesson(session, self.lesson_id)
        self.assertEqual((kept.lesson.title, kept.unit, kept.undo), ("Wasps", "Autumn", "changing the title"))
        with self.assertRaises(LessonError):
            name_lesson(self.workspace, self.lesson_id, "  ", "Autumn")


class RemovingTest(ServiceTest):
    def test_a_deleted_take_is_gone_with_its_files_and_the_lesson_goes_on_with_another(self) -> None:
        first, second = self.take("kept"), self.take("kept")
        with self.workspace.database.write_session() as session:
            for one in (first, second):
                keep_trail(session, get_take(session, one), trail())
        with self.assertRaises(NotFound):
            remove_one_take(self.workspace, "none")
        self.assertEqual(remove_one_take(self.workspace, first), self.lesson_id)
        self.assertFalse(self.workspace.blobs.path(TakeFiles(first).folder).exists())
        self.assertTrue(self.workspace.blobs.path(TakeFiles(second).folder).exists())
        with self.workspace.database.read_session() as session:
            self.assertEqual([row.id for row in takes_of(session, self.lesson_id)], [second])

    def test_every_file_goes_and_those_of_others_stay(self) -> None:
        take, blobs = self.take("kept"), self.workspace.blobs
        for key in (
            f"sounds/{self.lesson_id}/a.m4a",
            "sounds/other/b.m4a",
            TakeFiles(take).listening,
            "takes/other/original",
        ):
            blobs.write(key, b"voice")
        remove(self.workspace, self.lesson_id)
        self.assertFalse(blobs.path(f"takes/{take}").exists() or blobs.path(f"sounds/{self.lesson_id}").exists())
        self.assertTrue(blobs.exists("sounds/other/b.m4a") and blobs.exists("takes/other/original"))
        with self.assertRaises(NotFound):
            remove(self.workspace, self.lesson_id)
