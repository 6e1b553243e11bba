"""What a teacher says there is, and the lesson does not have or does not show: "pause here", "three questions",
"page 12", "the word clover".

What is heard of talk is a guess, so only what was heard clearly counts, and only in words that leave no doubt.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import islice, pairwise

from wordtrail.core.cues.finding import Finding, Remedy
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import state_at
from wordtrail.core.direct.talk_words import SHORTEST_NAME, SURE
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.speech.pronunciation import syllables
from wordtrail.core.text.bare import bare
from wordtrail.core.text.model import BlockKind
from wordtrail.core.text.spoken import spoken_forms
from wordtrail.core.trail.model import Aside, HeardWord

INVITATIONS = (
    ("pause", "here"), ("pause", "the", "video"), ("stop", "here"), ("stop", "and", "think"), ("stop", "and", "talk"),
    ("stop", "and", "write"), ("turn", "and", "talk"), ("talk", "with", "your", "partner"), ("your", "turn"),
)  # fmt: skip
"""What a teacher says who wants the lesson to stop."""

STOPS_WITHIN = 8.0
"""Seconds after an invitation within which the lesson stops."""

FOLLOWS_WITHIN = 4.0
"""Seconds after a page is named within which it is on the stage."""

COUNTED = {"questions": "question", "charts": "chart", "pictures": "picture"}
"""What a teacher may say that there are so many of → one of it."""

HIGHEST = 400
"""The highest number that is listened for."""


@dataclass(frozen=True, slots=True)
class _Said:
    """A number that was said after a word: when, and which."""

    at: float
    number: int


def announced(lesson: Lesson, layout: Layout, sheet: CueSheet, talk: Sequence[Aside]) -> Iterator[Finding]:
    """Everything that is said in `talk` (in lesson time) and not there."""
    sure = [[word for word in aside.words if word.loss <= SURE] for aside in talk]
    yield from _no_stop(sheet, sure)
    yield from _other_count(lesson, sure)
    yield from _other_page(lesson, layout, sheet, sure)
    yield from _other_paragraph(lesson, sure)
    yield from _other_item(lesson, sure)
    yield from _not_marked(lesson, layout, sheet, sure)


def _no_stop(sheet: CueSheet, talk: Sequence[Sequence[HeardWord]]) -> Iterator[Finding]:
    for words in talk:
        for number, word in enumerate(words):
            for phrase in INVITATIONS:
                said = words[number : number + len(phrase)]
                if tuple(one.text for one in said) == phrase and not any(
                    word.start <= gate.at <= said[-1].end + STOPS_WITHIN for gate in sheet.gates
                ):
                    text = " ".join(phrase)
                    yield Finding(f"You say “{text}”, but the lesson does not stop there.", Remedy.SYNC, at=word.start)


def _other_count(lesson: Lesson, talk: Sequence[Sequence[HeardWord]]) -> Iterator[Finding]:
    pictures = sum(block.picture is not None for passage in lesson.passages for block in passage.blocks)
    has = {"questions": len(lesson.pause_points), "charts": len(lesson.plan.organizers), "pictures": pictures}
    for words in talk:
        for here, there in pairwise(words):
            count = _numbers().get((here.text,))
            if there.text in has and count is not None and 2 <= count != has[there.text]:
                own = has[there.text]
                what = there.text if own != 1 else COUNTED[there.text]
                yield Finding(
                    f"You say “{here.text} {there.text}”; the lesson has {own or 'no'} {what}.", Remedy.PLAN,
                    at=here.start,
                )  # fmt: skip


def _other_page(
    lesson: Lesson, layout: Layout, sheet: CueSheet, talk: Sequence[Sequence[HeardWord]]
) -> Iterator[Finding]:
    labels = {page.id.partition(".")[0]: _digits(page.label.partition("·")[0]) for page in layout.pages if page.label}
    if not labels:
        return
    for said in _numbers_after("page", talk):
        number = str(said.number)
        if number not in labels.values():
            yield Finding(f"You say “page {number}”; no page of the lesson has that number.", Remedy.PLAN, at=said.at)
            continue
        page = layout.pages[state_at(sheet, min(said.at + FOLLOWS_WITHIN, sheet.seconds)).page]
        shown = labels.get(page.id.partition(".")[0], "")
        if shown != number:
            there = f"page {shown}" if shown else "another page"
            yield Finding(f"You say “page {number}” while {there} is on the stage.", Remedy.SYNC, page.id, said.at)


def _other_paragraph(lesson: Lesson, talk: Sequence[Sequence[HeardWord]]) -> Iterator[Finding]:
    blocks = (block for passage in lesson.passages for block in passage.blocks)
    numbers = {block.number for block in blocks if block.number is not None and block.kind is not BlockKind.STANZA}
    for said in _numbers_after("paragraph", talk) if numbers else ():
        if said.number not in numbers:
            yield Finding(f"You say “paragraph {said.number}”; there is no such paragraph.", Remedy.PLAN, at=said.at)


def _other_item(lesson: Lesson, talk: Sequence[Sequence[HeardWord]]) -> Iterator[Finding]:
    """A number of a question or step that is higher than there are."""
    blocks = (block for passage in lesson.passages for block in passage.blocks)
    steps = [block.number for block in blocks if block.kind is BlockKind.STEP and block.number is not None]
    most = {"question": len(lesson.pause_points), "step": max(steps, default=0)}
    for name, count in most.items():
        for said in _numbers_after(name, talk) if count else ():
            if said.number > count:
                yield Finding(f"You say “{name} {said.number}”; the lesson has {count}.", Remedy.PLAN, at=said.at)


def _not_marked(
    lesson: Lesson, layout: Layout, sheet: CueSheet, talk: Sequence[Sequence[HeardWord]]
) -> Iterator[Finding]:
    """ "The word clover": clover is on the stage, and nothing is drawn on it in the whole lesson."""
    drawn = {one.mark for one in sheet.drawings}
    marked = {word.id for mark in lesson.marks if mark.id in drawn for word in lesson.run(mark.first, mark.last)}
    printed = {word.id: word.text for word in lesson.words}
    for words in talk:
        for here, there in pairwise(words):
            if here.text != "word" or syllables(there.text) < SHORTEST_NAME:
                continue
            page = layout.pages[state_at(sheet, there.start).page]
            own = [box.word for box in page.boxes if bare(printed.get(box.word, "")) == there.text]
            if own and not any(word in marked for word in own):
                yield Finding(
                    f"You name the word “{there.text}”, and nothing is drawn on it.", Remedy.PLAN, own[0], there.start
                )


def _numbers_after(word: str, talk: Sequence[Sequence[HeardWord]]) -> Iterator[_Said]:
    """The numbers that are said after a word."""
    known = _numbers()
    longest = max(map(len, known))
    for words in talk:
        for place, one in enumerate(words):
            if one.text != word:
                continue
            after = tuple(said.text for said in islice(words, place + 1, place + 1 + longest))
            found = next((known[after[:n]] for n in range(len(after), 0, -1) if after[:n] in known), None)
            if found is not None:
                yield _Said(one.start, found)


@lru_cache(maxsize=1)
def _numbers() -> dict[tuple[str, ...], int]:
    """What numbers are said like → the number."""
    found: dict[tuple[str, ...], int] = {}
    for number in range(1, HIGHEST + 1):
        for words in spoken_forms(str(number)):
            found.setdefault(tuple(words), number)
    return found


def _digits(text: str) -> str:
    return "".join(character for character in text if character.isdigit())
