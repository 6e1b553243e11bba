"""What commands do to the opening."""

from __future__ import annotations

from wordtrail.core.changes.checked import tidied, tidy
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.opening import Opening, PictureQuestion


def checked_opening(lesson: Lesson, opening: Opening) -> Opening:
    """The opening as it may be kept, without what is empty or belongs to pictures that are gone. Raises
    LessonError."""
    pictures = {block.id for passage in lesson.passages for block in passage.blocks if block.picture}
    walk = tuple(
        PictureQuestion(one.picture, tidy(one.question, "A question"))
        for one in opening.picture_walk
        if one.question.strip() and one.picture in pictures
    )
    return Opening(
        objectives=tidied(opening.objectives, "The objectives", 8),
        purpose=tidy(opening.purpose, "The purpose"),
        focus=tidy(opening.focus, "The focus question"),
        look_back=tidy(opening.look_back, "The look back"),
        at_hand=tidied(opening.at_hand, "What to have at hand", 10),
        quick_write=tidy(opening.quick_write, "The question to write about"),
        sight_words=tidied(opening.sight_words, "The sight words", 24),
        picture_walk=walk,
    )
