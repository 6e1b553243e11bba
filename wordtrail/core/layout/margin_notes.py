"""Notes in the margin: beside the text, or below it where a stage has no room beside."""

from __future__ import annotations

from collections.abc import Iterable

from wordtrail.core.layout.lines import Line, set_text
from wordtrail.core.layout.stages import Stage
from wordtrail.core.marks.meaning import Meaning
from wordtrail.core.marks.model import Mark
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import Style

NOTE_SIZE, NOTE_SIZE_BELOW = 27.0, 40.0
NOTE_LEAD = 1.25

FROM_TEXT, TO_EDGE = 56.0, 40.0
"""Page units from the text to the notes beside it, and from there to the edge of the stage."""


def note_size(stage: Stage) -> float:
    """The size that notes are set in."""
    return NOTE_SIZE_BELOW if stage.below else NOTE_SIZE


def note_left(stage: Stage) -> float:
    """Where notes begin."""
    return stage.text_left if stage.below else stage.text_left + stage.text_width + FROM_TEXT


def note_lines(text: str, stage: Stage, look: TextLook) -> tuple[Line, ...]:
    """A note in lines, as long as its room allows."""
    room = stage.text_width - TO_EDGE if stage.below else stage.width - note_left(stage) - TO_EDGE
    return set_text(text, note_size(stage), room, Style.ITALIC, TextLook(look.typeface))


def notes_height(notes: Iterable[Mark], stage: Stage, look: TextLook, legend: Iterable[Meaning]) -> float:
    """How high notes are under one another."""
    named = {one.id: one.name for one in legend}
    size = note_size(stage)
    return sum(
        (len(note_lines(note.form.says() or named.get(note.meaning, "…"), stage, look)) * NOTE_LEAD + 0.5) * size
        for note in notes
    )
