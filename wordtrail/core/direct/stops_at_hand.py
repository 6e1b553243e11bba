"""What "stop here" means while a page is on the stage."""

from __future__ import annotations

from collections.abc import Mapping

from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.model import Lesson


def stops_at_hand(lesson: Lesson, layout: Layout) -> Mapping[int, tuple[str, ...]]:
    """Page (its number in the layout) → the pause points at which the teacher may stop there, the next one first: a
    question's own page its question, a page of the text those that stand after its words. (Where a signpost is shown
    beside the text, it is that one.) Pages without one are left out."""
    after: dict[str, list[str]] = {}
    for point in lesson.pause_points:
        after.setdefault(point.after, []).append(point.id)
    own = {point.id for point in lesson.pause_points}
    found: dict[int, tuple[str, ...]] = {}
    for number, page in enumerate(layout.pages):
        beside = [id for box in page.boxes for id in after.get(box.word, ())]
        if page.board in own:
            found[number] = (page.board,)
        elif beside and (page.beside or not page.board):
            found[number] = tuple(beside)
    return found
