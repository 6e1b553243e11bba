"""The count before a paragraph that is read together: three stones, then all begin."""

from __future__ import annotations

from collections.abc import Sequence

from wordtrail.core.cues.model import Gate
from wordtrail.core.direct.course import Light
from wordtrail.core.direct.heard import Heard
from wordtrail.core.direct.stops import SMALLEST
from wordtrail.core.layout.model import Layout
from wordtrail.core.layout.signs import READY, sign_text
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import BlockKind

COUNT = "count"
"""What kind of gate it is."""

COUNT_SECONDS = 2.1
"""As long as three stones take, at a calm pace of reading."""

BEFORE_WORD = 0.25
"""Seconds before the first word that the count is over, where there is a rest so long."""

_BARE = (BlockKind.HEADING, BlockKind.SUBHEADING, BlockKind.CAPTION, BlockKind.FOOTNOTE, BlockKind.PICTURE)


def with_counts(
    gates: Sequence[Gate], lesson: Lesson, layout: Layout, heard: Heard, said: Sequence[Light]
) -> tuple[Gate, ...]:
    """The gates with a count before each paragraph, stanza or item that is read from its first word on."""
    first = {
        block.words[0].id
        for passage in lesson.passages
        for block in passage.blocks
        if block.words and block.kind not in _BARE
    }
    places = layout.places()
    found = list(gates)
    number = 0
    for index, light in enumerate(said):
        before = said[index - 1].end if index else 0.0
        if light.word not in first or (index and said[index - 1].word == light.word):
            continue
        rest = heard.speech.silence_at(light.start - SMALLEST)
        earliest = max(before, rest.start if rest else light.start - SMALLEST)
        at = round(max(0.0, earliest, light.start - BEFORE_WORD), 4)
        at = min(at, round(max(0.0, light.start - SMALLEST), 4))
        number += 1
        page = places[light.word][0] if light.word in places else -1
        found.append(
            Gate(f"{COUNT}{number}", at, COUNT_SECONDS, light.word, sign_text(READY), COUNT, READY, page, auto=True)
        )
    # What stands still for something else at the same moment comes before it.
    return tuple(sorted(found, key=lambda gate: (gate.at, gate.kind == COUNT)))
