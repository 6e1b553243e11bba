"""How much room the text of a page has: up to the room for signposts, or all of it where nothing stands there."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from wordtrail.core.layout.beside_text import has_text_beside
from wordtrail.core.layout.margin_notes import notes_height
from wordtrail.core.layout.stages import Stage
from wordtrail.core.lesson.boards import has_page
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Page

GAP = 24.0
"""Page units between the text and what stands below it."""


def stage_for(page: Page, lesson: Lesson, stage: Stage) -> Stage:
    """The stage that a page of a passage is set for. Beside the text: a wider one where the teacher wants that and
    nothing stands beside the page. Below it: as high as what stands there leaves it."""
    words = {word.id for block in page.blocks for word in block.words}
    if stage.below:
        return _above(words, lesson, stage)
    if not lesson.look.whole_width or any(has_text_beside(one, lesson, stage) for one in lesson.plan.organizers):
        return stage
    if any(word in words for word in (*_with_signposts(lesson), *_with_notes(lesson))):
        return stage
    return replace(stage, text_width=stage.width - 2 * stage.text_left, text_edge=stage.width)


def _above(words: set[str], lesson: Lesson, stage: Stage) -> Stage:
    foot = stage.text_foot
    if any(word in words for word in _with_signposts(lesson)):
        foot = stage.signpost_top - GAP
    notes = [mark for mark in lesson.marks if mark.form.in_margin and mark.first in words]
    if notes:
        foot -= notes_height(notes, stage, lesson.look, lesson.legend) + GAP
    # However many notes there are, most of the room is for the text.
    foot = max(foot, stage.text_top + 0.4 * (stage.text_foot - stage.text_top))
    return replace(stage, text_height=foot - stage.text_top)


def _with_signposts(lesson: Lesson) -> Iterator[str]:
    """The words beside which signposts of pause points stand, and holds that show stones."""
    last = lesson.words[-1].id if lesson.words else ""
    yield from (point.after or last for point in lesson.pause_points if not has_page(point))
    yield from (hold.word for hold in lesson.holds if hold.counted)


def _with_notes(lesson: Lesson) -> Iterator[str]:
    yield from (mark.first for mark in lesson.marks if mark.form.in_margin)
