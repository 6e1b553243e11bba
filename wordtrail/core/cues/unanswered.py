"""A lesson as students get it: without what comes after the think time of a pause point, until they have come there.

What a page does not have, nobody finds in it.
"""

from __future__ import annotations

from collections.abc import Container
from dataclasses import replace

from wordtrail.core.cues.model import CueSheet
from wordtrail.core.layout.model import LaidPage, Layout


def unanswered(layout: Layout, sheet: CueSheet, opened: Container[str]) -> tuple[Layout, CueSheet]:
    """Layout and cue sheet without the answers of all gates but the `opened` ones (names of gates): without the parts
    that are revealed there after the think time, the marks that are drawn there then, and the answers of
    signposts."""
    thinking = {gate.pause: gate.think_seconds for gate in sheet.gates if gate.pause not in opened}

    def comes_later(gate: str, wait: float) -> bool:
        return gate in thinking and wait >= thinking[gate]

    reveals = tuple(one for one in sheet.reveals if not comes_later(one.gate, one.wait))
    drawings = tuple(one for one in sheet.drawings if not comes_later(one.gate, one.start))
    parts = {one.part for one in sheet.reveals} - {one.part for one in reveals}
    marks = {one.mark for one in sheet.drawings} - {one.mark for one in drawings}
    closed = {gate.shows for gate in sheet.gates if gate.pause in thinking}
    return (
        replace(
            layout,
            pages=tuple(_without(page, parts) for page in layout.pages),
            marks=tuple(mark for mark in layout.marks if mark.id not in marks),
            signposts=tuple(replace(one, answer=()) if one.id in closed else one for one in layout.signposts),
        ),
        replace(sheet, reveals=reveals, drawings=drawings),
    )


def _without(page: LaidPage, parts: Container[str]) -> LaidPage:
    left = tuple(part for part in page.parts if part.id not in parts)
    return page if len(left) == len(page.parts) else replace(page, parts=left)
