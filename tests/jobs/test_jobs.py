"""Long work with a real worker process: progress, cancel, and going on after kill -9."""

from __future__ import annotations

import os
import signal
import tempfile
import time
import unittest
from collections.abc import Callable
from importlib.resources import files
from pathlib import Path
from unittest import mock

import numpy as np

from tests.browser.harness import free_port
from wordtrail.core.align.aligner import LISTENING, explained
from wordtrail.core.film.model import FilmVersion
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.intake import passage_from_text
from wordtrail.formats.film_files import BESIDE
from wordtrail.jobs.ear import PieceMemory
from wordtrail.jobs.queue import ALIGN, SEND, SOUND, VIDEO, Queue, perform
from wordtrail.jobs.supervisor import Supervisor
from wordtrail.jobs.take_work import align_take
from wordtrail.media.decode import decode
from wordtrail.media.level import RATE, peaks
from wordtrail.service.filming import planned_film
from wordtrail.service.sending import WAITING
from wordtrail.service.showing import showing
from wordtrail.service.sound import kept_sound
from wordtrail.standins.demo_world import install
from wordtrail.standins.passages import RAIN
from wordtrail.store.hearings import earlier_hearings
from wordtrail.store.jobs import add_job, ask_to_stop, get_job
from wordtrail.store.lessons import add_lesson, all_lessons
from wordtrail.store.surroundings import surroundings_of
from wordtrail.store.tables import JobRow, SentFilmRow, VideoRow
from wordtrail.store.takes import TakeFiles, begin_take, get_take, trail_of
from wordtrail.workspace import open_workspace


class JobsTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory(ignore_cleanup_errors=True)
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.workspace = open_workspace(self.folder)
        self.addCleanup(self.workspace.database.close)

    def state(self, job: str) -> JobRow:
        with self.workspace.database.write_session() as session:
            return get_job(session, job)

    def until(self, condition: Callable[[], bool], seconds: float = 600) -> None:
        end = time.monotonic() + seconds
        while not condition():
            self.assertLess(time.monotonic(), end, "waited too long")
            time.sleep(0.05)

    def take(self, sound: bytes, text: str = RAIN) -> tuple[str, str]:
        with self.workspace.database.write_session() as session:
            lesson = add_lesson(session, self.workspace.owner, Lesson((passage_from_text(text),)))
            row = begin_take(session, self.workspace.owner, lesson.id, "file")
            row.state = "kept"
            self.workspace.blobs.write(TakeFiles(row.id).original, sound)
            return lesson.id, row.id

    def test_a_killed_worker_loses_nothing(self) -> None:
        """The worker is killed in the middle of its work; the next one takes the job up and ends it."""
        sound = (files("wordtrail.standins") / "demo" / "rain.m4a").read_bytes()
        lesson, take = self.take(sound)
        with mock.patch("wordtrail.store.jobs.DEAD_AFTER", 12.0), Supervisor(self.folder) as supervisor:
            job = Queue(self.workspace).add(ALIGN, lesson, take).id
            self.until(lambda: self.state(job).phase == LISTENING)
            killed = supervisor.worker_pid
            os.kill(killed, signal.SIGKILL)
            self.until(lambda: supervisor.worker_pid != killed)
            self.until(lambda: self.state(job).state == "done")
        self.assertEqual(self.state(job).tries, 2)
        with self.workspace.database.write_session() as session:
            found = trail_of(session, take)
        assert found is not None
        self.assertEqual(len({visit.word for visit in found.visits}), 89)
        self.assertTrue(self.workspace.blobs.exists(TakeFiles(take).listening))
        self.assertEqual(self.workspace.blobs.keys(TakeFiles(take).work), [], "pieces of the work are let go of")

    def test_the_sound_is_made_before_students_come(self) -> None:
        install(self.workspace, ("pip",))
        with self.workspace.database.write_session() as session:
            lesson = all_lessons(session, self.workspace.owner)[0].id
        job = Queue(self.workspace).add(SOUND, lesson, lesson).id
        perform(self.workspace, job)
        self.assertEqual(self.state(job).state, "done")
        (made,) = self.workspace.blobs.keys(f"sounds/{lesson}")
        shown, _ = showing(self.workspace, lesson)
        self.assertEqual(kept_sound(self.workspace, lesson, shown.edits), self.workspace.blobs.path(made))

    def test_a_take_gains_from_the_lessons_other_takes(self) -> None:
        sound = (files("wordtrail.standins") / "demo" / "rain.m4a").read_bytes()
        lesson, first = self.take(sound)
        self.assertIsNone(earlier_hearings(self.workspace.blobs, [first]))
        align_take(self.workspace, first, lambda phase, share: None)
        voice = earlier_hearings(self.workspace.blobs, [first])
        assert voice is not None
        with self.workspace.database.write_session() as session:
            second = begin_take(session, self.workspace.owner, lesson, "file")
            second.state = "kept"
            self.workspace.blobs.write(TakeFiles(second.id).original, sound)
            again = second.id
        with mock.patch("wordtrail.jobs.take_work.explained", side_effect=explained) as aligner:
            align_take(self.workspace, again, lambda phase, share: None)
        np.testing.assert_array_equal(aligner.call_args.kwargs["earlier"], voice)

    def test_pieces_of_the_work_are_kept_until_it_is_over(self) -> None:
        memory = PieceMemory(self.workspace.blobs, "take")
        self.assertIsNone(memory.get("heard-0"))
        memory.put("heard-0", b"frames")
        self.assertEqual(PieceMemory(self.workspace.blobs, "take").get("heard-0"), b"frames")
        self.assertIsNone(PieceMemory(self.workspace.blobs, "other").get("heard-0"))
        memory.clear()
        self.assertIsNone(memory.get("heard-0"))

    def test_a_running_job_stops_when_asked(self) -> None:
        sound = (files("wordtrail.standins") / "demo" / "rain.m4a").read_bytes()
        lesson, take = self.take(sound)
        with Supervisor(self.folder):
            job = Queue(self.workspace).add(ALIGN, lesson, take).id
            self.until(lambda: self.state(job).phase == LISTENING)
            with self.workspace.database.write_session() as session:
                ask_to_stop(session, get_job(session, job))
            self.until(lambda: self.state(job).state == "cancelled")
        self.assertIn("as you asked", self.state(job).message)

    def test_a_film_on_its_way_over_a_dead_line_holds_nobody_up(self) -> None:
        install(self.workspace, ("pip",))
        owner = self.workspace.owner
        with self.workspace.database.write_session() as session:
            pip = all_lessons(session, owner)[0].id
            whose = {"school_id": owner.school, "teacher_id": owner.teacher, "lesson_id": pip}
            film = VideoRow(**whose, number=1, revision=1, seconds=1.0, size=3)
            session.add(film)
            session.flush()
            sent = SentFilmRow(
                **whose, video_id=film.id, version="listen", host=f"http://127.0.0.1:{free_port()}/uploads", title="Pip"
            )
            session.add(sent)
            session.flush()
            self.workspace.blobs.write(f"videos/{film.id}/video.mp4", b"mp4")
            row = sent.id
        queue = Queue(self.workspace)
        with Supervisor(self.folder):
            sending = queue.add(SEND, pip, row).id
            self.until(lambda: self.state(sending).phase == WAITING)
            sound = queue.add(SOUND, pip, f"{pip}:sound").id
            self.until(lambda: self.state(sound).state == "done")
            self.assertEqual(self.state(sending).state, "running")
            with self.workspace.database.write_session() as session:
                ask_to_stop(session, get_job(session, sending))
            self.until(lambda: self.state(sending).state == "cancelled")

    def test_a_video_is_made_with_captions_and_poster(self) -> None:
        install(self.workspace, ("rain",))
        with self.workspace.database.write_session() as session:
            rain = next(kept for kept in all_lessons(session, self.workspace.owner) if "Rain" in kept.lesson.title)
            job = add_job(session, self.workspace.owner, VIDEO, rain.id, f"{rain.id}:listen.mp4").id
        perform(self.workspace, job)
        self.assertEqual((self.state(job).state, self.state(job).progress), ("done", 1.0))
        with self.workspace.database.write_session() as session:
            video = surroundings_of(session, [rain.id])[rain.id].film
        assert video is not None
        keys = self.workspace.blobs.keys(f"videos/{video.id}")
        names = sorted([*BESIDE, "cover.png", "poster.jpg", "video.mp4"])
        self.assertEqual([key.rsplit("/", 1)[1] for key in keys], names)
        self.assertEqual(video.revision, rain.revision)
        planned = planned_film(self.workspace, rain.id, FilmVersion.LISTEN)
        self.assertAlmostEqual(planned.seconds, video.seconds, places=3)
        self.assertLess(abs(planned.bytes - video.size), 0.2 * video.size, "how large it would be was known before")

    def test_a_fault_is_said_and_kept_with_the_take(self) -> None:
        for sound, said in ((b"no sound at all" * 100, "no sound in this file"), (_silence(), "Nothing can be heard")):
            lesson, take = self.take(sound)
            with self.workspace.database.write_session() as session:
                job = add_job(session, self.workspace.owner, ALIGN, lesson, take).id
            perform(self.workspace, job)
            self.assertEqual(self.state(job).state, "failed")
            self.assertIn(said, self.state(job).message)
            with self.workspace.database.write_session() as session:
                self.assertIn(said, get_take(session, take).fault)

    def test_a_take_that_is_still_recorded_keeps_its_pieces(self) -> None:
        lesson, take = self.take(b"")
        piece = TakeFiles(take).piece(0)
        self.workspace.blobs.write(piece, b"sound")
        with self.workspace.database.write_session() as session:
            get_take(session, take).state = "recording"
            job = add_job(session, self.workspace.owner, ALIGN, lesson, take).id
        perform(self.workspace, job)
        self.assertIn("still being recorded", self.state(job).message)
        self.assertEqual(self.workspace.blobs.read(piece), b"sound")

    def test_a_fault_of_ours_is_said_without_its_inside(self) -> None:
        lesson, take = self.take(b"x")
        with self.workspace.database.write_session() as session:
            job = add_job(session, self.workspace.owner, "no such kind", lesson, take).id
        with self.assertLogs("wordtrail.jobs"):
            perform(self.workspace, job)
        self.assertEqual(self.state(job).state, "failed")
        self.assertNotIn("kind", self.state(job).message)

    def test_peaks(self) -> None:
        path = self.folder / "rain.m4a"
        path.write_bytes((files("wordtrail.standins") / "demo" / "rain.m4a").read_bytes())
        samples = decode(path, RATE)
        self.assertEqual(len(peaks(samples)), len(samples) // 960)
        self.assertGreater(max(peaks(samples)), 100)


def _silence() -> bytes:
    import io
    import wave

    made = io.BytesIO()
    with wave.open(made, "wb") as file:
        file.setnchannels(1)
        file.setsampwidth(2)
        file.setframerate(16_000)
        file.writeframes(bytes(2 * 16_000 * 3))
    return made.getvalue()
