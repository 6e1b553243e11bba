"""The texts that a teacher can write where they stand on the stage."""

from __future__ import annotations

from wordtrail.core.lesson.boards import ON_PAPER, boards
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.matching import MATCHING


def stage_texts(lesson: Lesson) -> dict[str, str]:
    """What can be written on the stage: the id of each text → what stands there now."""
    found = {}
    for board in boards(lesson):
        for text in board.texts:
            if not text.words or board.id == MATCHING or (board.card and text.id == "related"):
                continue
            found[f"{board.id}.{text.id}"] = text.text.removeprefix(ON_PAPER) if text.id == "paper" else text.text
    return found
