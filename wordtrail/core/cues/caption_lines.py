"""The lines of captions that stand in the picture."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

from wordtrail.core.cues.model import Caption
from wordtrail.core.layout.lines import set_text
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import Style

SIDE = 60.0
"""Page units to the left and right of a caption."""


def in_lines(captions: Sequence[Caption], lesson: Lesson, layout: Layout) -> tuple[Caption, ...]:
    """Captions with their lines, where a layout has room for them: two at the most, of about the same length."""
    if not layout.caption_room:
        return tuple(captions)
    look = TextLook(lesson.look.typeface)
    size, room = layout.look.caption, layout.width - 2 * SIDE

    def fits(text: str) -> bool:
        return len(set_text(text, size, room, Style.PLAIN, look)) == 1

    return tuple(replace(one, lines=_lines(one.text, fits)) for one in captions)


def _lines(text: str, fits: Callable[[str], bool]) -> tuple[str, ...]:
    if fits(text):
        return (text,)
    words = text.split()
    parted = [(" ".join(words[:n]), " ".join(words[n:])) for n in range(1, len(words))]
    return min(parted, key=lambda two: max(map(len, two)), default=(text,))
