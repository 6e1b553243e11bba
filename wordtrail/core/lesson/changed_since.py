"""What of a lesson is in a film, item by item, and what has changed since a film was made, in words."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable, Iterator, Mapping

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.remembered import remembered

NAMES: Mapping[str, tuple[str, str]] = {
    "word": ("a word", "words"),
    "page": ("a page’s look", "pages’ looks"),
    "mark": ("a mark", "marks"),
    "point": ("a pause point", "pause points"),
    "card": ("a word card", "word cards"),
    "chart": ("a chart", "charts"),
    "opening": ("what comes before the reading", ""),
    "closing": ("what comes after it", ""),
    "look": ("the look of the text", ""),
    "legend": ("what colours stand for", ""),
    "take": ("the recording", ""),
    "trail": ("when words light", ""),
    "cut": ("a cut", "cuts"),
    "closer": ("where eyes are led", ""),
    "hold": ("a hold", "holds"),
    "direction": ("what is done on the stage", ""),
    "sound": ("the sound", ""),
    "talk": ("what is said in talk", ""),
}
"""What each kind of thing is called, one of it and several (empty: always as one)."""


@remembered(64)
def film_facts(lesson: Lesson) -> Mapping[str, str]:
    """All that a film shows or lets hear of a lesson: the name of each thing → a short sum of what it is."""
    return {name: _sum(value) for name, value in _things(lesson)}


def changed_since(before: Mapping[str, str], now: Mapping[str, str]) -> str:
    """What is another now than it was, in a few words: "2 marks and a word". Empty where nothing is."""
    kinds: dict[str, int] = {}
    for name in before.keys() | now.keys():
        if before.get(name) != now.get(name):
            kind = name.partition(":")[0]
            kinds[kind] = kinds.get(kind, 0) + 1
    return _listed([_counted(kind, kinds[kind]) for kind in NAMES if kind in kinds])


def _counted(kind: str, count: int) -> str:
    one, several = NAMES[kind]
    return one if count == 1 or not several else f"{count} {several}"


def _listed(things: list[str]) -> str:
    return things[0] if len(things) == 1 else f"{', '.join(things[:-1])} and {things[-1]}" if things else ""


def _things(lesson: Lesson) -> Iterator[tuple[str, object]]:
    for passage in lesson.passages:
        yield "word:title", (passage.title, passage.author, passage.illustrator, passage.source)
        for page in passage.pages:
            yield f"page:{page.id}", (page.label, page.screen_label, page.photo if page.as_photo else "")
            for block in page.blocks:
                yield f"page:{block.id}", (block.kind, block.number, block.picture)
                for word in block.words:
                    yield f"word:{word.id}", word.text
    yield from _each("mark", lesson.marks)
    yield from ((f"mark:{one.mark}@{one.take}", one) for one in lesson.placed_marks)
    yield from _each("point", lesson.pause_points)
    yield from _each("card", lesson.plan.cards)
    yield "card:matching", (lesson.plan.matching, lesson.plan.matching_pictures)
    yield from _each("chart", lesson.plan.organizers)
    yield "opening", (lesson.plan.opening, lesson.plan.readings, lesson.plan.order)
    yield "closing", lesson.plan.closing
    yield "look", lesson.look
    yield "legend", lesson.legend
    yield "take", lesson.chosen_take
    yield "trail", (lesson.mends, lesson.read_by_hand, lesson.left_unread, lesson.talk_by_hand)
    yield from ((f"cut:{one.take}:{one.start}", one) for one in lesson.cuts)
    yield from ((f"cut:{one.take}", one) for one in lesson.trims)
    yield "sound", (lesson.sound_cares, lesson.blanks, lesson.slower, lesson.replacements, lesson.agains)
    yield from _each("hold", lesson.holds)
    yield "direction", lesson.directions
    if lesson.plan.close_ups:
        yield "closer", lesson.plan.close_ups
    yield "talk", lesson.talk


def _each(kind: str, things: Iterable[object]) -> Iterator[tuple[str, object]]:
    return ((f"{kind}:{one.id}", one) for one in things)  # type: ignore[attr-defined]


def _sum(value: object) -> str:
    return hashlib.sha256(repr(value).encode()).hexdigest()[:10]
