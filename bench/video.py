"""`./run bench video`: how fast a lesson becomes a 1080p video, where the time goes, and the memory."""

from __future__ import annotations

import resource
import tempfile
import time
from dataclasses import replace
from pathlib import Path

import numpy as np

from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.pace.guide import pace_guide
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.trail.model import Trail, Visit
from wordtrail.media.canvas import Shares
from wordtrail.media.level import RATE
from wordtrail.media.render import render
from wordtrail.service.showing import showing
from wordtrail.service.sound import sound_of
from wordtrail.standins.demo_world import install
from wordtrail.standins.passages import BEES_MAP
from wordtrail.store.lessons import all_lessons
from wordtrail.workspace import open_workspace


def main() -> None:
    """Print a row for each demo lesson, and one for a lesson of about 20 minutes."""
    print(f"{'lesson':28}{'length':>9}{'took':>9}{'× real':>8}{'drawing':>9}{'convert':>9}{'encode':>9}{'frames':>8}")
    with tempfile.TemporaryDirectory() as folder:
        workspace = open_workspace(Path(folder))
        install(workspace)
        with workspace.database.read_session() as session:
            lessons = [kept.id for kept in all_lessons(session, workspace.owner)]
        for lesson in lessons:
            show, _ = showing(workspace, lesson)
            begun = time.perf_counter()
            sound = sound_of(workspace, show.edits)
            shares = render(show.layout, show.sheet, sound, Path(folder) / "lesson.mp4")
            _row(show.lesson.title, shares, time.perf_counter() - begun)
        _long(Path(folder))
    peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    print(f"most memory: {peak:.0f} MB. Drawing and encoding run beside one another on two cores.")


def _long(folder: Path) -> None:
    """A made-up reading of 2,200 words at the pace guide's times, with a tone for a voice."""
    passage = passage_from_text("\n\n".join([BEES_MAP.replace("--- p. 12", "---")] * 14), title="A long lesson")
    guide = pace_guide(passage, 110)
    seconds = guide[-1].end + 2
    trail = Trail(tuple(Visit(w.id, w.start, w.end) for w in guide), seconds=seconds, sound_end=seconds)
    lesson = replace(Lesson((passage,)), chosen_take="take")
    layout = typeset(lesson)
    edits = edit_list_of(lesson, {"take": trail})
    sheet = compile_cues(lesson, {"take": trail}, layout, edits)
    second = np.arange(RATE, dtype=np.float32) / RATE
    syllables = (0.1 * np.sin(second * 800) * (np.sin(second * 9 * np.pi) > 0)).astype(np.float32)
    tone = np.tile(syllables, int(sheet.seconds) + 1)
    begun = time.perf_counter()
    shares = render(layout, sheet, [tone], folder / "long.mp4")
    _row("long, 2,254 words", shares, time.perf_counter() - begun)


def _row(name: str, shares: Shares, took: float) -> None:
    work = shares.drawing + shares.converting + shares.encoding
    parts = "".join(f"{part / work:8.0%} " for part in (shares.drawing, shares.converting, shares.encoding))
    print(f"{name:28}{shares.seconds:7.1f} s{took:7.1f} s{shares.seconds / took:8.1f}{parts}{shares.frames:8}")


if __name__ == "__main__":
    main()
