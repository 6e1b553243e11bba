"""The history of a lesson: small steps, every one of them back and forth; documents of earlier versions are read."""

from __future__ import annotations

import json
import time
import zlib
from pathlib import Path
from unittest import mock

from pydantic_core import to_jsonable_python
from sqlalchemy import create_engine, select, text, update

from tests.store.test_store import StoreTest
from tests.worlds import trail
from wordtrail.core.changes.block_changes import EditBlock
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import AddMark
from wordtrail.core.changes.take_changes import SetPace
from wordtrail.core.errors import LessonError, NewerDocument
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.boxed import Boxed
from wordtrail.core.marks.forms.margin_note import MarginNote
from wordtrail.core.marks.forms.number import Number
from wordtrail.core.marks.forms.symbol import SymbolSign
from wordtrail.core.marks.forms.word_parts import WordParts
from wordtrail.core.marks.symbols import Symbol
from wordtrail.core.text.intake import passage_from_text
from wordtrail.store import history, lesson_documents, takes
from wordtrail.store.lesson_documents import document_of, lesson_in
from wordtrail.store.lessons import KeptLesson, add_lesson, change, get_lesson, go_back_or_on
from wordtrail.store.tables import StepRow, TrailRow
from wordtrail.workspace import open_workspace

DOCUMENTS = Path(__file__).with_name("documents")
LONG = "\n\n".join(f"Paragraph {n} says that the bee went home and danced. Nobody saw it." for n in range(400))


NEW_IN_TAKES = (
    "takes.name", "takes.place", "takes.loudness", "takes.noise", "takes.advice", "takes.camera_pieces",
    "takes.camera_size", "takes.camera", "videos.version", "videos.wrapping", "videos.film", "videos.facts",
)  # fmt: skip
"""What takes know since version 6, and films since version 8."""


class HistoryTest(StoreTest):
    def row_of(self, step: int) -> StepRow:
        with self.session() as session:
            return session.get_one(StepRow, (self.lesson_id, step))

    def forgotten(self) -> None:
        """As after a restart: no lesson is held ready."""
        history._lessons = type(history._lessons)(history.MOST_WORDS_KEPT)

    def changed(self, times: int, begin: int = 1) -> KeptLesson:
        for n in range(times):
            with self.session() as session:
                kept = change(session, self.owner, self.lesson_id, begin + n, SetPace(40 + n % 100))
        return kept

    def test_every_step_can_be_taken_back_and_made_again_also_after_a_restart(self) -> None:
        count = history.WHOLE_EVERY * 2 + 7
        kept = self.changed(count)
        for restart in (False, True):
            for n in reversed(range(count)):
                if restart and n % 10 == 0:
                    self.forgotten()
                with self.session() as session:
                    kept = go_back_or_on(session, self.owner, self.lesson_id, kept.revision, -1)
                self.assertEqual(kept.lesson.words_per_minute, 40 + (n - 1) % 100 if n else 110)
            self.assertEqual(kept.undo, "")
            with self.assertRaises(LessonError), self.session() as session:
                go_back_or_on(session, self.owner, self.lesson_id, kept.revision, -1)
            for n in range(count):
                with self.session() as session:
                    kept = go_back_or_on(session, self.owner, self.lesson_id, kept.revision, +1)
                self.assertEqual(kept.lesson.words_per_minute, 40 + n % 100)
            self.assertEqual(kept.redo, "")

    def test_marks_and_letters_make_small_steps_of_a_long_lesson(self) -> None:
        with self.session() as session:
            kept = add_lesson(session, self.owner, Lesson((passage_from_text(LONG),)))
            for n in range(20):
                command = AddMark(Boxed(), f"a{n * 3 + 1}", f"a{n * 3 + 2}", "evidence")
                kept = change(session, self.owner, kept.id, kept.revision, command)
            block = kept.lesson.passages[0].pages[0].blocks[0]
            for n in range(20):
                edit = EditBlock(block.id, block.text + " And so on. " + "letters"[: n % 7 + 1])
                kept = change(session, self.owner, kept.id, kept.revision, edit)
            sizes = [len(row.packed) for row in session.scalars(select(StepRow).where(StepRow.lesson_id == kept.id))]
        self.assertEqual(len(sizes), 41)
        self.assertLess(max(sizes[1:]), 4000)

    def test_old_steps_go_but_never_those_of_this_sitting(self) -> None:
        with mock.patch.object(history, "KEPT_BEHIND", 100):
            self.changed(160)
            self.assertEqual(self.row_of(0).step, 0)
            with self.session() as session:
                before = time.time() - history.SITTING - 60
                session.execute(update(StepRow).where(StepRow.step < 140).values(made_at=before))
            kept = self.changed(60, 161)
            with self.session() as session:
                left = session.scalars(select(StepRow.step).order_by(StepRow.step)).all()
            self.assertEqual(left[0], 100)
            self.forgotten()
            for _ in range(120):
                with self.session() as session:
                    kept = go_back_or_on(session, self.owner, self.lesson_id, kept.revision, -1)
            self.assertEqual(kept.undo, "")
            self.assertEqual(kept.lesson.words_per_minute, 40 + 99)

    def test_reading_waits_for_nobody_and_keeps_nothing(self) -> None:
        database = self.workspace.database
        with database.write_session() as session:
            session.execute(text("UPDATE lessons SET unit = 'new'"))
            begun = time.monotonic()
            with database.read_session() as other:
                self.assertEqual(get_lesson(other, self.lesson_id).unit, "Unit 1")
            self.assertLess(time.monotonic() - begun, 5)
        with self.assertRaises(RuntimeError), database.read_session() as other:
            add_lesson(other, self.owner, get_lesson(other, self.lesson_id).lesson)


class VersionsTest(StoreTest):
    def test_documents_of_every_earlier_version_become_lessons(self) -> None:
        kept = sorted(DOCUMENTS.glob("*.json"))
        self.assertGreaterEqual(len(kept), 5)
        for file in kept:
            with self.subTest(file.stem):
                document = json.loads(file.read_text(encoding="utf-8"))
                before = [
                    w["text"] for p in document["passages"] for q in p["pages"] for b in q["blocks"] for w in b["words"]
                ]
                made = lesson_in(document, document.pop("version", 1))
                self.assertEqual([word.text for word in made.words], before)
                blocks = [block for passage in made.passages for block in passage.blocks]
                sentences = [word.sentence for block in blocks for word in block.words]
                self.assertEqual(sentences, sorted(sentences))
                ids = [block.id for block in blocks]
                split = apply(made, EditBlock(ids[0], blocks[0].text + " And more."))
                self.assertEqual(lesson_in(document_of(split), lesson_documents.VERSION), split)
                self.assertGreaterEqual(made.passages[0].parts, len(ids), "no id is given out again")

    def test_what_students_do_keeps_its_fields_and_loses_those_of_other_kinds(self) -> None:
        document = json.loads((DOCUMENTS / "wide-kinds.json").read_text(encoding="utf-8"))
        wide = {point["question"]: dict(point) for point in document["pause_points"]}
        lost = next(end["point"] for end in document["loose_ends"] if end["point"])["kind"]
        made = lesson_in(document, document.pop("version"))
        self.assertEqual(len({point.activity.kind for point in made.pause_points}), 14, "one of each kind")
        for point in made.pause_points:
            with self.subTest(point.activity.kind):
                before = wide[point.question]
                kept = {name: before[name] for name in ("id", "after", "answer", "paper", "think_seconds", "reading")}
                self.assertEqual({name: getattr(point, name) for name in kept}, kept)
                now = to_jsonable_python(point.activity)
                self.assertEqual(now, {name: before[name] for name in now})
        self.assertEqual(next(end.point.activity.kind for end in made.loose_ends if end.point), lost)

    def test_marks_keep_the_fields_of_their_form(self) -> None:
        document = json.loads((DOCUMENTS / "wide-kinds.json").read_text(encoding="utf-8"))
        document["marks"].append(document["marks"][0] | {"id": "odd", "kind": "symbol", "text": "comet"})
        wide = {mark["id"]: dict(mark) for mark in document["marks"]}
        made = {mark.id: mark for mark in lesson_in(document, document.pop("version")).marks}
        self.assertEqual(len({mark.form.kind for mark in made.values()}), 13)
        for id, mark in made.items():
            with self.subTest(mark.form.kind):
                kept = {name: wide[id][name] for name in ("first", "last", "skip", "drop", "picture", "moment", "nth")}
                self.assertEqual({name: getattr(mark, name) for name in kept}, kept)
                self.assertEqual(mark.ink, tuple(map(tuple, wide[id]["ink"])))
        forms = [mark.form for mark in made.values()]
        for form in (Arrow("a16"), MarginNote("Smells sweet"), WordParts((2, 4)), SymbolSign(Symbol.HEART)):
            self.assertIn(form, forms)
        number = next(form for form in forms if isinstance(form, Number))
        self.assertEqual((number.text, number.box), ("1", "b1"))
        self.assertEqual(made["odd"].form, SymbolSign(Symbol.STAR), "an unknown symbol is a star")

    def test_each_version_has_one_upgrade_and_a_newer_one_is_refused(self) -> None:
        self.assertEqual(sorted(lesson_documents._UPGRADES), list(range(1, lesson_documents.VERSION)))
        with self.assertRaises(NewerDocument):
            lesson_in({}, lesson_documents.VERSION + 1)

    def test_a_lesson_from_before_versions_is_taken_over_with_its_history(self) -> None:
        """A database as it was when every step held a whole document."""
        with self.session() as session:
            kept = change(session, self.owner, self.lesson_id, 1, SetPace(90))
            rows = session.scalars(select(StepRow).order_by(StepRow.step)).all()
            documents = [document_of(get_lesson(session, self.lesson_id).lesson), document_of(kept.lesson)]
            take = takes.begin_take(session, self.owner, self.lesson_id, "file")
            for begin, made_at in ((2.0, 70.0), (1.0, 50.0)):
                takes.keep_trail(session, take, trail(begin=begin))
                session.execute(update(TrailRow).where(TrailRow.made_at > 100).values(made_at=made_at))
        documents[0]["words_per_minute"] = 110
        self.workspace.database.close()
        engine = create_engine(f"sqlite:///{self.folder / 'wordtrail.db'}")
        with engine.begin() as connection:
            for column in ("key", "version", "whole", "packed", "made_at", "name"):
                connection.execute(text(f"ALTER TABLE lesson_steps DROP COLUMN {column}"))
            for column in ("trails.number", "videos.number", "jobs.number", "jobs.signs", "takes.use", *NEW_IN_TAKES):
                table, _, name = column.partition(".")
                connection.execute(text(f"ALTER TABLE {table} DROP COLUMN {name}"))
            connection.execute(text("DROP TABLE sent_films"))
            connection.execute(text("ALTER TABLE jobs ADD COLUMN heartbeat FLOAT DEFAULT 0 NOT NULL"))
            connection.execute(text("ALTER TABLE lesson_steps ADD COLUMN document TEXT"))
            connection.execute(text("ALTER TABLE jobs RENAME COLUMN phase TO step"))
            for row, document in zip(rows, documents, strict=True):
                values = {"document": json.dumps(document), "step": row.step}
                connection.execute(text("UPDATE lesson_steps SET document = :document WHERE step = :step"), values)
            connection.execute(text("UPDATE alembic_version SET version_num = '0002'"))
        engine.dispose()
        again = open_workspace(self.folder)
        self.addCleanup(again.database.close)
        with again.database.write_session() as session:
            self.assertEqual(get_lesson(session, self.lesson_id).lesson.words_per_minute, 90)
            self.assertEqual(
                takes.trail_of(session, take.id), trail(begin=2.0), "the clock said so far which was newer"
            )
            back = go_back_or_on(session, self.owner, self.lesson_id, 2, -1)
            self.assertEqual(back.lesson.words_per_minute, 110)
            change(session, self.owner, self.lesson_id, back.revision, SetPace(77))
            newest = session.scalars(select(StepRow).order_by(StepRow.step.desc())).first()
            assert newest
            self.assertTrue(newest.whole, "a new version begins with a whole document")
            self.assertEqual(json.loads(zlib.decompress(newest.packed))["words_per_minute"], 77)

    def test_a_database_of_a_newer_program_is_refused_with_a_sentence(self) -> None:
        with self.session() as session:
            session.execute(text("UPDATE alembic_version SET version_num = '9999'"))
        with self.assertRaises(NewerDocument) as caught:
            open_workspace(self.folder)
        self.assertIn("newer Word Trail", caught.exception.sentence)
