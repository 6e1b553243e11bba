"""Putting the demo lessons on the shelf: our passages, the narrator's takes, a plan each."""

from __future__ import annotations

from dataclasses import dataclass
from importlib.resources import files

from sqlalchemy.orm import Session

from wordtrail.core.lesson.commands import AddMark, AddPausePoint, Command, apply
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.model import MarkKind
from wordtrail.core.text.intake import passage_from_text
from wordtrail.formats import trail_json
from wordtrail.media.decode import decode
from wordtrail.media.level import RATE, hills, levelled
from wordtrail.standins.passages import BEES_MAP, BEES_MAP_CREDITS, RAIN, RAIN_CREDITS
from wordtrail.store.lessons import add_lesson, name_owner
from wordtrail.store.takes import TakeFiles, begin_take, keep_trail
from wordtrail.workspace import Workspace

UNIT = "Small things that work together"
ORIGIN = "simulated narrator"
MARKER = "demo/installed"


@dataclass(frozen=True, slots=True)
class DemoLesson:
    """A lesson of the demo world: its text, its credits, the narrator's take, its plan."""

    text: str
    credits: tuple[str, str, str]
    take: str

    def lesson(self) -> Lesson:
        """The lesson as its teacher planned it."""
        title, author, permission = self.credits
        lesson = Lesson((passage_from_text(self.text, title=title, author=author, permission=permission),))
        for command in _PLANS[self.take](_Finder(lesson)):
            lesson = apply(lesson, command)
        return lesson


@dataclass(frozen=True, slots=True)
class _Finder:
    """Finds word ids by what is printed."""

    lesson: Lesson

    def word(self, printed: str, nth: int = 0) -> str:
        return [word.id for word in self.lesson.words if word.text == printed][nth]

    def run(self, printed: str) -> tuple[str, str]:
        words, wanted = self.lesson.words, printed.split()
        texts = [word.text for word in words]
        at = next(i for i in range(len(texts)) if texts[i : i + len(wanted)] == wanted)
        return words[at].id, words[at + len(wanted) - 1].id


def _bees_plan(find: _Finder) -> list[Command]:
    return [
        AddMark(MarkKind.HIGHLIGHT, *find.run("clover,"), "new-word"),
        AddPausePoint(
            find.word("map."), "The author says the dance is a map. What do you think a bee’s map could show?", 12
        ),
        AddMark(MarkKind.UNDERLINE, *find.run("First"), "signal"),
        AddMark(MarkKind.UNDERLINE, *find.run("walks in a straight line,"), "evidence"),
        AddMark(MarkKind.UNDERLINE, *find.run("Then"), "signal"),
        AddPausePoint(
            find.word("are."), "What does a longer shake tell the other bees? Say it to someone beside you.", 10
        ),
        AddMark(MarkKind.HIGHLIGHT, *find.run("antennae."), "new-word"),
        AddPausePoint(find.word("cannot."), "Name one other thing that small helpers can only do together.", 15),
    ]


def _rain_plan(find: _Finder) -> list[Command]:
    return [
        AddMark(MarkKind.HIGHLIGHT, *find.run("ping, ping, ping,"), "new-word"),
        AddPausePoint(find.word("ping.", 0), "Tap the sound of this rain on your knee. How hard is it raining?", 8),
        AddMark(MarkKind.HIGHLIGHT, *find.run("drum, drum, drum,"), "new-word"),
        AddMark(MarkKind.UNDERLINE, *find.run("slow as the stroke of a painter’s brush."), "evidence"),
        AddPausePoint(
            find.word("hush.", 0),
            "How did the rain change from the first stanza to the last? Which words tell you?",
            15,
        ),
    ]


_PLANS = {"bees-map": _bees_plan, "rain": _rain_plan}

LESSONS = (DemoLesson(RAIN, RAIN_CREDITS, "rain"), DemoLesson(BEES_MAP, BEES_MAP_CREDITS, "bees-map"))


def install(workspace: Workspace) -> bool:
    """Put the demo lessons on the shelf, once; true when that was done now."""
    if workspace.blobs.exists(MARKER):
        return False
    with workspace.database.session() as session:
        name_owner(session, workspace.owner, "Larkmoor School", "Room 6")
        for demo in LESSONS:
            _install(session, workspace, demo)
    workspace.blobs.write(MARKER, b"")
    return True


def _install(session: Session, workspace: Workspace, demo: DemoLesson) -> None:
    kept = add_lesson(session, workspace.owner, demo.lesson(), UNIT)
    row = begin_take(session, workspace.owner, kept.id, ORIGIN)
    keys, shipped = TakeFiles(row.id), files("wordtrail.standins") / "demo"
    sound = (shipped / f"{demo.take}.m4a").read_bytes()
    workspace.blobs.write(keys.original, sound)
    samples = levelled(decode(workspace.blobs.path(keys.original), RATE))
    workspace.blobs.write(keys.listening, sound)
    workspace.blobs.write(keys.hills, hills(samples))
    row.state, row.size, row.seconds = "kept", len(sound), round(len(samples) / RATE, 3)
    trail = trail_json.read((shipped / f"{demo.take}.trail.json").read_text(encoding="utf-8"))
    keep_trail(session, row, trail)
