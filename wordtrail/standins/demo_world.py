"""Putting the demo lessons on the shelf: our passages, the narrator's takes, a plan each."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from importlib.resources import files

from sqlalchemy.orm import Session

from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.picture_changes import NameRegion, PlacePicture, StandPicture
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Area, Stands
from wordtrail.formats import trail_json
from wordtrail.service.giving import SIMULATED
from wordtrail.standins.passages import (
    BEES_MAP,
    BEES_MAP_CREDITS,
    BOAT,
    BOAT_CREDITS,
    KITE,
    KITE_CREDITS,
    PIP,
    PIP_CREDITS,
    POND,
    POND_CREDITS,
    RAIN,
    RAIN_CREDITS,
)
from wordtrail.standins.planner import Planner
from wordtrail.standins.plans import PLANS
from wordtrail.standins.pond import BANK, BELOW, SHOWS, SIZE
from wordtrail.standins.takes_done import directed
from wordtrail.store.lessons import add_lesson, name_owner
from wordtrail.store.pictures import keep_picture_file
from wordtrail.store.tables import new_id
from wordtrail.store.takes import TakeFiles, begin_take, keep_trail
from wordtrail.workspace import Workspace

UNIT = "Small things that work together"
MARKER = "demo/installed"
DIAGRAM = "boat-folds.png"
DIAGRAM_SIZE = (1500, 620)


@dataclass(frozen=True, slots=True)
class DemoLesson:
    """A lesson of the demo world: its text, its credits, and the name of its take and its plan, its pictures, and
    whether the teacher did something on the stage while recording."""

    text: str
    credits: tuple[str, str, str]
    name: str
    pictures: tuple[str, ...] = ()
    directed: bool = False

    def lesson(self, *files: str) -> Lesson:
        """The lesson as its teacher planned it; `files` are its pictures as they are kept."""
        title, author, permission = self.credits
        lesson = Lesson((passage_from_text(self.text, title=title, author=author, permission=permission),))
        if self.pictures == (DIAGRAM,):
            lesson = _with_diagram(lesson, files[0])
        elif self.pictures:
            lesson = _with_pond(lesson, files[0], files[-1])
        planner = Planner(lesson)
        PLANS[self.name](planner)
        return planner.lesson


def _with_diagram(lesson: Lesson, file: str) -> Lesson:
    """The boat's diagram before its caption, with the folds that are spoken of named."""
    blocks = list(lesson.passages[0].blocks)
    shows = "Five drawings: a sheet, a roof, a hat, a square and a paper boat on the water."
    lesson = apply(lesson, PlacePicture(blocks[-2].id, file, *DIAGRAM_SIZE, shows))
    block = next(block for block in lesson.passages[0].blocks if block.picture)
    lesson = apply(lesson, NameRegion(block.id, "the roof", Area(0.215, 0.3, 0.185, 0.38)))
    return apply(lesson, NameRegion(block.id, "the boat", Area(0.77, 0.26, 0.22, 0.46)))


def _with_pond(lesson: Lesson, *files: str) -> Lesson:
    """The pond from its bank and cut open, each beside the text of its page."""
    for page, (shows, file) in enumerate(zip(SHOWS.values(), files, strict=True)):
        heading = lesson.passages[0].pages[page].blocks[0].id
        lesson = apply(lesson, PlacePicture(heading, file, *SIZE, shows))
        picture = lesson.passages[0].pages[page].blocks[1].id
        lesson = apply(lesson, StandPicture(picture, Stands.BESIDE_TEXT))
    return lesson


LESSONS = (
    DemoLesson(POND, POND_CREDITS, "pond", (BANK, BELOW), directed=True),
    DemoLesson(PIP, PIP_CREDITS, "pip"),
    DemoLesson(BOAT, BOAT_CREDITS, "boat", (DIAGRAM,)),
    DemoLesson(KITE, KITE_CREDITS, "kite"),
    DemoLesson(RAIN, RAIN_CREDITS, "rain"),
    DemoLesson(BEES_MAP, BEES_MAP_CREDITS, "bees-map"),
)


def install(workspace: Workspace, only: Collection[str] = ()) -> bool:
    """Put the demo lessons on the shelf (`only` those of these names, where any are named), once; true when
    that was done now."""
    if workspace.blobs.exists(MARKER):
        return False
    with workspace.database.write_session() as session:
        name_owner(session, workspace.owner, "Larkmoor School", "Room 6")
        for demo in (demo for demo in LESSONS if not only or demo.name in only):
            _install(session, workspace, demo)
    workspace.blobs.write(MARKER, b"")
    return True


def _install(session: Session, workspace: Workspace, demo: DemoLesson) -> None:
    shipped = files("wordtrail.standins") / "demo"
    pictures = (keep_picture_file(workspace.blobs, (shipped / name).read_bytes(), "png") for name in demo.pictures)
    lesson, take = demo.lesson(*pictures), new_id()
    if demo.directed:
        lesson = directed(lesson, take, (shipped / f"{demo.name}.done.json").read_text(encoding="utf-8"))
    kept = add_lesson(session, workspace.owner, lesson, UNIT)
    row = begin_take(session, workspace.owner, kept.id, SIMULATED, take)
    keys = TakeFiles(row.id)
    sound = (shipped / f"{demo.name}.m4a").read_bytes()
    workspace.blobs.write(keys.original, sound)
    workspace.blobs.write(keys.listening, sound)
    # Worked out when the take was made: a demo opens without listening to every take anew.
    workspace.blobs.write(keys.peaks, (shipped / f"{demo.name}.peaks").read_bytes())
    trail = trail_json.read((shipped / f"{demo.name}.trail.json").read_text(encoding="utf-8"))
    row.state, row.size, row.seconds = "kept", len(sound), round(trail.seconds, 3)
    keep_trail(session, row, trail)
