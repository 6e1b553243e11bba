"""The examples of docs/how-to.md do what it says, with nothing else added."""

from __future__ import annotations

import re
import subprocess
import sys
import tempfile
import textwrap
import unittest
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
HOW_TO = ROOT / "docs" / "how-to.md"
EXAMPLE = re.compile(r"```python (\S+)\n(.*?)```", re.DOTALL)


def examples() -> dict[str, str]:
    """File name → the module that stands in the text."""
    return dict(EXAMPLE.findall(HOW_TO.read_text(encoding="utf-8")))


class HowToTest(unittest.TestCase):
    def run_with(self, module: str, room: str, script: str) -> str:
        """What a script prints in a program whose room holds one module more. Rooms are looked through when they are
        first used, so it needs a process of its own."""
        with tempfile.TemporaryDirectory() as folder:
            (Path(folder) / module).write_text(examples()[module], encoding="utf-8")
            begin = f"import {room} as room\nroom.__path__.append({folder!r})\n"
            done = subprocess.run(
                [sys.executable, "-c", begin + textwrap.dedent(script)], cwd=ROOT, capture_output=True, text=True
            )
        self.assertEqual(done.returncode, 0, done.stderr)
        return done.stdout

    def test_a_new_activity_is_offered_kept_shown_spoken_and_exchanged(self) -> None:
        said = self.run_with(
            "draw_it.py",
            "wordtrail.core.plan.activities",
            """
            from tests.worlds import lesson
            from wordtrail.api.catalogue import all_kinds
            from wordtrail.core.changes.point_changes import KeepPoint
            from wordtrail.core.errors import LessonError
            from wordtrail.core.layout.typeset import typeset
            from wordtrail.core.lesson.boards import script
            from wordtrail.core.plan.activities.draw_it import DrawIt
            from wordtrail.core.plan.model import PausePoint
            from wordtrail.formats import qti
            from wordtrail.store.lesson_documents import VERSION, document_of, lesson_in

            print([one.name for one in all_kinds().activities][:5])
            point = PausePoint("", "a5", "What does she see?", 90.0, DrawIt(("a bee", "  clover ")))
            made = KeepPoint(point).apply(lesson())
            try:
                KeepPoint(PausePoint("", "a5", "What?", 90.0, DrawIt())).apply(made)
            except LessonError as fault:
                print(fault.message)
            assert lesson_in(document_of(made), VERSION) == made
            layout = typeset(made)
            page = layout.pages[layout.page_of_board(made.pause_points[0].id)]
            words = {box.word for box in page.boxes}
            print([word.text for word in script(made) if word.id in words])
            print(qti.read(qti.write(made), made)[0].activity)
            """,
        )
        self.assertIn("['Think', 'Talk', 'Write', 'Draw', 'Choose']", said)
        self.assertIn("Nothing is to be drawn yet.", said)
        self.assertIn("['What', 'does', 'she', 'see', 'a', 'bee', 'clover']", said.replace("see?", "see"))
        self.assertIn("DrawIt(parts=('a bee', 'clover'), kind='draw it')", said)

    def test_a_new_form_has_its_key_and_is_drawn(self) -> None:
        said = self.run_with(
            "wavy_underline.py",
            "wordtrail.core.marks.forms",
            """
            from tests.worlds import lesson
            from wordtrail.api.catalogue import all_kinds
            from wordtrail.core.changes.mark_changes import AddMark
            from wordtrail.core.layout.typeset import typeset
            from wordtrail.core.marks.forms.wavy_underline import WavyUnderline
            from wordtrail.formats import web_annotation
            from wordtrail.store.lesson_documents import VERSION, document_of, lesson_in

            print([one.name for one in all_kinds().forms if one.key == "v"])
            made = AddMark(WavyUnderline(), "a1", "a9", "evidence").apply(lesson())
            assert lesson_in(document_of(made), VERSION) == made
            (mark,) = typeset(made).marks
            strokes = [stroke for page in mark.strokes for stroke in page.strokes]
            print(len(strokes) == len(mark.stretches), all(len(stroke.points) > 20 for stroke in strokes))
            print(web_annotation.read(web_annotation.write(made).encode(), made).marks[0].form)
            """,
        )
        self.assertIn("['Wavy']", said)
        self.assertIn("True True", said)
        self.assertIn("WavyUnderline(kind='wavy underline')", said)

    def test_a_new_format_needs_its_module_and_one_line(self) -> None:
        said = self.run_with(
            "lines.py",
            "wordtrail.formats",
            """
            from pathlib import Path

            import wordtrail.formats.all as registry

            source = Path(registry.__file__).read_text(encoding="utf-8")
            line = "PASSAGE_FORMATS: tuple[PassageFormat, ...] = ("
            grown = source.replace(line, "from wordtrail.formats import lines;" + line + "lines.FORMAT,")
            exec(compile(grown, registry.__file__, "exec"), vars(registry))

            from tests.worlds import lesson
            from wordtrail.api.catalogue import all_kinds

            print([one.name for one in all_kinds().passage_formats if one.is_written][0])
            copy = registry.copy_of(lesson().passages[0], "lines", lambda file: b"")
            print(copy.ending, copy.data.decode())
            """,
        )
        self.assertIn("Lines of text", said)
        self.assertIn("lines When a bee", said)
