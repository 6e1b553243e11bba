"""The chapters of a film: its title, headings, pages, and everywhere students have their turn. All in video time."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise

from wordtrail.core.cues.film import video_seconds, video_time
from wordtrail.core.cues.filmed import Filmed
from wordtrail.core.layout.end_card import END_CARD, TO_DO
from wordtrail.core.text.model import BlockKind

CLOSEST = 1.0
"""Seconds that a chapter lasts at the least; what begins sooner belongs to the one before."""

LONGEST_TITLE = 60


@dataclass(frozen=True, slots=True)
class Chapter:
    """A part of a film, from `start` to `end` (seconds of video time)."""

    start: float
    end: float
    title: str


def chapters_of(film: Filmed) -> tuple[Chapter, ...]:
    """The chapters of a film, the first one from its beginning, without gaps between them."""
    found = [(0.0, film.lesson.title)]
    for at, title in sorted({one[0]: one for one in (*_stops(film), *_headings(film), *_pages(film))}.values()):
        if at - found[-1][0] >= CLOSEST:
            found.append((at, _short(title)))
    end = video_seconds(film.sheet)
    starts = [*found, (end, "")]
    return tuple(Chapter(round(at, 3), round(max(until, at), 3), title) for (at, title), (until, _) in pairwise(starts))


def chapter_list(chapters: tuple[Chapter, ...]) -> str:
    """The chapters as lines of text to paste, each with its time."""
    long = bool(chapters) and chapters[-1].end >= 3600
    return "\n".join(f"{_clock(one.start, long=long)} {one.title}" for one in chapters) + "\n"


def _clock(seconds: float, *, long: bool) -> str:
    minutes, rest = divmod(int(seconds), 60)
    hours, minutes_left = divmod(minutes, 60)
    return f"{hours}:{minutes_left:02d}:{rest:02d}" if long else f"{minutes}:{rest:02d}"


def _short(title: str) -> str:
    if len(title) <= LONGEST_TITLE:
        return title
    return title[: LONGEST_TITLE - 1].rsplit(" ", 1)[0].rstrip(",;:") + "…"


def _pages(film: Filmed) -> Iterator[tuple[float, str]]:
    """Each page of the text, when it is first shown."""
    seen: set[str] = set()
    pages = film.layout.pages
    names = list(dict.fromkeys(page.id.split(".")[0] for page in pages if page.is_text and not page.beside))
    for turn in film.sheet.pages:
        page = pages[turn.page]
        name = (page.beside or page.id).split(".")[0]
        if name in names and name not in seen:
            seen.add(name)
            yield video_time(film.sheet, turn.at), page.label or f"Page {names.index(name) + 1}"


def _headings(film: Filmed) -> Iterator[tuple[float, str]]:
    """Each heading, when it is first read; where its page is turned to just before, from then on."""
    first: dict[str, float] = {}
    for light in film.sheet.lights:
        first.setdefault(light.word, light.start)
    turned = [turn.at for turn in film.sheet.pages]
    for passage in film.lesson.passages:
        for block in passage.blocks:
            if block.kind in (BlockKind.HEADING, BlockKind.SUBHEADING) and block.words:
                at = first.get(block.words[0].id)
                if at is not None:
                    near = [turn for turn in turned if at - 1.5 <= turn <= at]
                    yield video_time(film.sheet, near[-1] if near else at), block.text


def _stops(film: Filmed) -> Iterator[tuple[float, str]]:
    """Each pause point, where the lesson stands still."""
    points = {point.id: point for point in film.lesson.pause_points}
    passed: set[str] = set()
    for gate in film.sheet.gates:
        point = points.get(gate.shows)
        if point and point.id not in passed:
            passed.add(point.id)
            yield video_time(film.sheet, gate.at), f"{point.activity.heading}: {point.question}".rstrip(": ")
    ends = [gate.hold for gate in film.sheet.gates if gate.kind == END_CARD]
    if ends:
        yield video_seconds(film.sheet) - sum(ends), TO_DO
