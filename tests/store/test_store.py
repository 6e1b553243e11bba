"""Lessons, takes, jobs, blobs: what is kept, what is refused, what is never lost."""

from __future__ import annotations

import errno
import subprocess
import sys
import tempfile
import unittest
from contextlib import AbstractContextManager
from pathlib import Path
from unittest import mock

from sqlalchemy import inspect, select, text
from sqlalchemy.orm import Session

from tests.worlds import lesson, trail
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.changes.take_changes import SetPace
from wordtrail.core.errors import (
    LessonError,
    LinkWithdrawn,
    NoRoom,
    NotFound,
    PartMissing,
    StaleRevision,
    TakeTooLong,
    TooLarge,
)
from wordtrail.core.lesson.take_in_use import TakeUse
from wordtrail.core.plan.model import PausePoint
from wordtrail.store import jobs, sharing, takes
from wordtrail.store.lessons import Owner, add_lesson, all_lessons, change, get_lesson, go_back_or_on, remove_lesson
from wordtrail.store.tables import Base, TrailRow
from wordtrail.workspace import open_workspace


class StoreTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.workspace = open_workspace(self.folder)
        self.addCleanup(self.workspace.database.close)
        self.owner = self.workspace.owner
        with self.session() as session:
            self.lesson_id = add_lesson(session, self.owner, lesson(), "Unit 1").id

    def session(self) -> AbstractContextManager[Session]:
        return self.workspace.database.write_session()


class SchemaTest(StoreTest):
    def test_the_migrations_make_the_tables_of_the_models(self) -> None:
        found = inspect(self.workspace.database.engine)
        for table in Base.metadata.sorted_tables:
            self.assertEqual(
                {c.name for c in table.columns}, {c["name"] for c in found.get_columns(table.name)}, table.name
            )

    def test_write_ahead_log_and_foreign_keys_are_on(self) -> None:
        with self.session() as session:
            self.assertEqual(session.execute(text("PRAGMA journal_mode")).scalar(), "wal")
            self.assertEqual(session.execute(text("PRAGMA foreign_keys")).scalar(), 1)

    def test_opening_again_keeps_everything(self) -> None:
        again = open_workspace(self.folder)
        self.addCleanup(again.database.close)
        with again.database.write_session() as session:
            self.assertEqual([kept.id for kept in all_lessons(session, again.owner)], [self.lesson_id])


class LessonsTest(StoreTest):
    def test_each_change_is_a_revision_and_can_be_walked_back_and_forth(self) -> None:
        with self.session() as session:
            kept = change(session, self.owner, self.lesson_id, 1, SetPace(90))
            self.assertEqual((kept.revision, kept.undo, kept.redo), (2, "changing the pace", ""))
            kept = change(session, self.owner, self.lesson_id, 2, KeepPoint(PausePoint("", "a1", "Why?", 5)))
            kept = go_back_or_on(session, self.owner, self.lesson_id, 3, -1)
            self.assertEqual((kept.revision, kept.lesson.pause_points, kept.redo), (4, (), "adding a pause point"))
            kept = go_back_or_on(session, self.owner, self.lesson_id, 4, +1)
            self.assertEqual((kept.revision, len(kept.lesson.pause_points), kept.redo), (5, 1, ""))

    def test_a_save_on_a_stale_revision_is_refused_and_changes_nothing(self) -> None:
        with self.session() as session:
            change(session, self.owner, self.lesson_id, 1, SetPace(90))
        with self.assertRaises(StaleRevision) as caught, self.session() as session:
            change(session, self.owner, self.lesson_id, 1, SetPace(150))
        self.assertEqual((caught.exception.yours, caught.exception.newest), (1, 2))
        with self.session() as session:
            self.assertEqual(get_lesson(session, self.lesson_id).lesson.words_per_minute, 90)

    def test_a_change_that_makes_no_sense_changes_nothing(self) -> None:
        with self.assertRaises(LessonError), self.session() as session:
            change(session, self.owner, self.lesson_id, 1, SetPace(1))
        with self.session() as session:
            self.assertEqual(get_lesson(session, self.lesson_id).revision, 1)

    def test_a_new_change_after_undo_forgets_the_redo(self) -> None:
        with self.session() as session:
            change(session, self.owner, self.lesson_id, 1, SetPace(90))
            go_back_or_on(session, self.owner, self.lesson_id, 2, -1)
            kept = change(session, self.owner, self.lesson_id, 3, SetPace(150))
            self.assertEqual((kept.redo, kept.lesson.words_per_minute), ("", 150))
            with self.assertRaises(LessonError):
                go_back_or_on(session, self.owner, self.lesson_id, 4, +1)

    def test_another_owner_sees_nothing(self) -> None:
        stranger = Owner("other", "other")
        with self.session() as session:
            self.assertEqual(all_lessons(session, stranger), [])
            for attempt in (
                lambda: get_lesson(session, self.lesson_id, stranger),
                lambda: change(session, stranger, self.lesson_id, 1, SetPace(90)),
                lambda: remove_lesson(session, stranger, self.lesson_id),
            ):
                with self.assertRaises(NotFound):
                    attempt()

    def test_a_removed_lesson_is_gone_with_its_rows(self) -> None:
        with self.session() as session:
            takes.begin_take(session, self.owner, self.lesson_id, "file")
            remove_lesson(session, self.owner, self.lesson_id)
        with self.session() as session:
            self.assertEqual(takes.takes_of(session, self.lesson_id), [])


class TakesTest(StoreTest):
    def begin(self) -> str:
        with self.session() as session:
            return takes.begin_take(session, self.owner, self.lesson_id, "microphone").id

    def piece(self, take: str, number: int, data: bytes) -> None:
        with self.session() as session:
            takes.add_piece(session, self.workspace.blobs, takes.get_take(session, take), number, data)

    def test_pieces_are_put_together_in_order_and_retries_change_nothing(self) -> None:
        take = self.begin()
        for number, data in ((0, b"one"), (1, b"two"), (1, b"again"), (0, b"again"), (2, b"three")):
            self.piece(take, number, data)
        with self.session() as session:
            takes.put_together(self.workspace.blobs, takes.get_take(session, take))
            takes.finish_take(takes.get_take(session, take))
        self.assertEqual(self.workspace.blobs.read(takes.TakeFiles(take).original), b"onetwothree")
        with self.assertRaises(LessonError):
            self.piece(take, 3, b"late")

    def test_a_piece_that_skips_ahead_or_is_too_large_is_refused(self) -> None:
        take = self.begin()
        with self.assertRaises(PartMissing) as caught:
            self.piece(take, 1, b"two")
        self.assertEqual(caught.exception.expected, 0)
        with self.assertRaises(TooLarge):
            self.piece(take, 0, bytes(takes.LARGEST_PIECE + 1))

    def test_a_row_that_lost_its_last_pieces_counts_their_files(self) -> None:
        take = self.begin()
        for number in range(6):
            self.piece(take, number, b"sound")
        with self.session() as session:
            row = takes.get_take(session, take)
            row.pieces, row.size = 4, 20
        self.piece(take, 6, b"sound")
        with self.session() as session:
            row = takes.get_take(session, take)
            self.assertEqual((row.pieces, row.size), (7, 35))
        self.workspace.blobs.drop(takes.TakeFiles(take).piece(5))
        with self.session() as session:
            takes.get_take(session, take).pieces = 4
        with self.assertRaises(PartMissing) as caught:
            self.piece(take, 7, b"sound")
        self.assertEqual(caught.exception.expected, 5)

    def test_a_full_take_says_how_much_one_take_may_have(self) -> None:
        take = self.begin()
        with self.session() as session:
            takes.get_take(session, take).size = takes.LARGEST_TAKE - 2
        self.piece(take, 0, b"12")
        with self.assertRaises(TakeTooLong) as caught:
            self.piece(take, 1, b"3")
        self.assertIn("1,024 MB", caught.exception.sentence)
        self.piece(take, 0, b"12")

    def test_what_was_sent_before_the_window_closed_is_there(self) -> None:
        take = self.begin()
        self.piece(take, 0, b"one")
        again = open_workspace(self.folder)
        self.addCleanup(again.database.close)
        with again.database.write_session() as session:
            row = takes.get_take(session, take, again.owner)
            self.assertEqual((row.state, row.pieces), ("recording", 1))
            takes.put_together(again.blobs, row)
        self.assertEqual(again.blobs.read(takes.TakeFiles(take).original), b"one")

    def test_takes_are_numbered_and_the_newest_trail_counts(self) -> None:
        first, second = self.begin(), self.begin()
        with self.session() as session:
            self.assertEqual([row.number for row in takes.takes_of(session, self.lesson_id)], [1, 2])
            takes.keep_trail(session, takes.get_take(session, second), trail())
            takes.keep_trail(session, takes.get_take(session, second), trail(begin=2.0))
        with self.session() as session:
            self.assertEqual(
                {take: found.trail for take, found in takes.newest_trails(session, self.lesson_id).items()},
                {second: trail(begin=2.0)},
            )
            self.assertIsNone(takes.trail_of(session, first))
            for row in session.scalars(select(TrailRow)):
                row.made_at = 1e9 - row.number
        with self.session() as session:
            newest = takes.trail_of(session, second)
            self.assertEqual(newest, trail(begin=2.0), "also when the clock was set back")
            self.assertEqual(get_lesson(session, self.lesson_id).revision, 1)
            self.assertEqual(takes.get_take(session, second).use, TakeUse.BY_ITSELF, "however often it is listened to")
            takes.keep_trail(session, takes.get_take(session, first), trail())
            self.assertEqual(takes.get_take(session, first).use, TakeUse.ASKED, "another one is in use already")

    def test_an_empty_take_cannot_be_finished(self) -> None:
        take = self.begin()
        with self.session() as session, self.assertRaises(LessonError):
            takes.put_together(self.workspace.blobs, takes.get_take(session, take))


class BlobsTest(StoreTest):
    def test_a_blob_appears_only_when_it_is_whole(self) -> None:
        blobs = self.workspace.blobs
        with self.assertRaises(RuntimeError), blobs.making("a/b.bin") as path:
            path.write_bytes(b"half")
            raise RuntimeError
        self.assertFalse(blobs.exists("a/b.bin"))
        self.assertEqual(blobs.keys("a"), [])
        blobs.write("a/b.bin", b"whole")
        self.assertEqual(blobs.keys("a"), ["a/b.bin"])

    def test_a_full_disk_is_said_and_leaves_the_old_blob(self) -> None:
        blobs = self.workspace.blobs
        blobs.write("a.bin", b"old")
        full = OSError(errno.ENOSPC, "No space left on device")
        with mock.patch("pathlib.Path.write_bytes", side_effect=full), self.assertRaises(NoRoom):
            blobs.write("a.bin", b"new")
        self.assertEqual(blobs.read("a.bin"), b"old")

    def test_what_a_killed_process_left_half_written_gives_its_space_back(self) -> None:
        blobs = self.workspace.blobs
        blobs.write("videos/a/video.mp4", b"whole")
        begun = "import sys, pathlib, wordtrail.store.blobs as s; b = s.Blobs(pathlib.Path(sys.argv[1]))"
        wait = "with b.making('videos/b/video.mp4') as p: p.write_bytes(b'half'); print('begun', flush=True); input()"
        program = [sys.executable, "-c", f"{begun}\n{wait}", str(blobs.path("x").parent)]
        with subprocess.Popen(program, stdin=subprocess.PIPE, stdout=subprocess.PIPE) as writing:
            assert writing.stdout
            writing.stdout.readline()
            self.assertEqual(blobs.drop_drafts(), 0, "it is being written now")
            writing.kill()
            writing.wait()
        self.assertEqual(blobs.drop_drafts(), 1)
        self.assertEqual(list(blobs.path("videos/b").iterdir()), [])
        self.assertTrue(blobs.exists("videos/a/video.mp4"))

    def test_a_full_disk_is_said_while_a_lesson_is_changed(self) -> None:
        with self.session() as session:
            session.execute(text("PRAGMA max_page_count = 60"))
        with self.assertRaises(NoRoom), self.session() as session:
            for _ in range(300):
                add_lesson(session, self.owner, lesson(), "x" * 200)
        with self.session() as session:
            session.execute(text("PRAGMA max_page_count = 1000000"))
            self.assertEqual(len(all_lessons(session, self.owner)), 1)

    def test_keys_cannot_leave_the_folder(self) -> None:
        for key in ("../x", "/etc/passwd", "a/../../x", "a//b", ""):
            with self.assertRaises(ValueError):
                self.workspace.blobs.path(key)


class JobsTest(StoreTest):
    def add(self) -> str:
        with self.session() as session:
            return jobs.add_job(session, self.owner, "video", self.lesson_id, "subject").id

    def test_one_job_at_a_time_for_a_subject_and_one_worker_for_a_job(self) -> None:
        self.assertEqual(self.add(), self.add())
        with self.session() as session:
            self.assertTrue(jobs.claim(session, self.add(), "worker-1"))
        with self.session() as session:
            self.assertFalse(jobs.claim(session, self.add(), "worker-2"))

    def test_a_job_whose_worker_died_waits_again_and_gives_up_in_the_end(self) -> None:
        job, now = self.add(), 100.0
        watch = jobs.Watch(lambda: now)
        for _ in range(jobs.MOST_TRIES):
            with self.session() as session:
                self.assertTrue(jobs.claim(session, job, "worker"))
                self.assertEqual(jobs.orphans(session, watch), [])
                now += jobs.DEAD_AFTER - 1
                jobs.beat(session, job, "reading", 0.1)
                self.assertEqual(jobs.orphans(session, watch), [])
                now += jobs.DEAD_AFTER - 1
                self.assertEqual(jobs.orphans(session, watch), [], "it gave a sign meanwhile")
                now += 2
                waiting = jobs.orphans(session, watch)
        self.assertEqual(waiting, [])
        with self.session() as session:
            row = jobs.get_job(session, job)
            self.assertEqual(row.state, "failed")
            self.assertIn("as they were", row.message)

    def test_cancelling(self) -> None:
        with self.session() as session:
            waiting = jobs.get_job(session, self.add())
            jobs.ask_to_stop(session, waiting)
            self.assertEqual(waiting.state, "cancelled")
        running = self.add()
        with self.session() as session:
            jobs.claim(session, running, "worker")
            jobs.ask_to_stop(session, jobs.get_job(session, running))
        with self.session() as session:
            self.assertTrue(jobs.beat(session, running, "step", 0.5))


class SharingTest(StoreTest):
    def test_a_link_stays_the_same_until_it_is_withdrawn_and_never_comes_back(self) -> None:
        with self.session() as session:
            first = sharing.open_link(session, self.owner, self.lesson_id).token
            self.assertEqual(sharing.open_link(session, self.owner, self.lesson_id).token, first)
            self.assertEqual(sharing.lesson_behind(session, first), self.lesson_id)
            self.assertGreaterEqual(len(first), 22)
            sharing.withdraw_link(session, self.lesson_id)
            with self.assertRaises(LinkWithdrawn):
                sharing.lesson_behind(session, first)
            self.assertNotEqual(sharing.open_link(session, self.owner, self.lesson_id).token, first)
            with self.assertRaises(LinkWithdrawn):
                sharing.lesson_behind(session, "guess")
