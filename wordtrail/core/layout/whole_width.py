"""How wide the text of a page is: up to the room for signposts, or over the whole stage where nothing stands there."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from wordtrail.core.layout.beside_text import has_text_beside
from wordtrail.core.layout.stages import Stage
from wordtrail.core.lesson.boards import has_page
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Page


def stage_for(page: Page, lesson: Lesson, stage: Stage) -> Stage:
    """The stage that a page of a passage is set for: a wider one where the teacher wants that and nothing stands
    beside the page."""
    if not lesson.look.whole_width or any(map(has_text_beside, lesson.plan.organizers)):
        return stage
    words = {word.id for block in page.blocks for word in block.words}
    if any(word in words for word in _stood_beside(lesson)):
        return stage
    return replace(stage, text_width=stage.width - 2 * stage.text_left, text_edge=stage.width)


def _stood_beside(lesson: Lesson) -> Iterator[str]:
    """The words beside which something stands: the signposts of pause points, and notes in the margin."""
    last = lesson.words[-1].id if lesson.words else ""
    yield from (point.after or last for point in lesson.pause_points if not has_page(point))
    yield from (mark.first for mark in lesson.marks if mark.form.in_margin)
