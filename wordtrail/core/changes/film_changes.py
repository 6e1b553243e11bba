"""Choosing what the films of a lesson are to be: each choice by itself, so that two quick ones are both kept."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from typing import Any, ClassVar, Literal

from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.errors import LessonError
from wordtrail.core.film.model import (
    ECHO_FACTORS,
    LONGEST_LEAD,
    OWN_RATES,
    SLOWEST_TOGETHER,
    Captions,
    Colours,
    CoverMoment,
    CoverPicture,
    Detail,
    EchoUnit,
    EndCard,
    Extent,
    FilmPart,
    FilmVersion,
    NumberedCover,
    StageShape,
    ThinkTime,
)
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.tidy import tidy, within

BY_ITSELF = "by itself"
"""What students say back at once follows from the text: lines of verse, else sentences."""

LONGEST_ON_END_CARD = 160
"""Characters of each of its texts: they are read in the ten seconds that it is seen."""

LONGEST_LINK = 300
LONGEST_SERIES = 60


@dataclass(frozen=True, slots=True)
class ChooseFilms(ScreenCommand):
    """What the films of the lesson are to be, as far as it is said here (the rest stays); `want` are films that are
    wanted from now on, `leave` those that are not any more. A cover that is the "title" is the title card, an end that
    is "nothing" no card."""

    label: ClassVar[str] = "choosing films"
    want: tuple[FilmVersion, ...] = ()
    leave: tuple[FilmVersion, ...] = ()
    shown: FilmPart | None = None
    think: ThinkTime | None = None
    echo_after: EchoUnit | Literal["by itself"] | None = None
    echo_factor: float | None = None
    pace: float | None = None
    lead: float | None = None
    own_rate: float | None = None
    marks: bool | None = None
    cards: bool | None = None
    questions: bool | None = None
    talk: bool | None = None
    camera: bool | None = None
    camera_greets: bool | None = None
    shape: StageShape | None = None
    detail: Detail | None = None
    colours: Colours | None = None
    captions: Captions | None = None
    signal: bool | None = None
    cover: CoverMoment | CoverPicture | NumberedCover | Literal["title"] | None = None
    end: EndCard | Literal["nothing"] | None = None
    kind: Literal["choose films"] = "choose films"

    def apply(self, lesson: Lesson) -> Lesson:
        wanted = [one for one in (*lesson.films_wanted, *self.want) if one not in self.leave]
        ordered = tuple(one for one in FilmVersion if one in wanted)
        return replace(lesson, films=replace(lesson.films, **self._chosen(lesson)), films_wanted=ordered)

    def _chosen(self, lesson: Lesson) -> dict[str, Any]:
        names = (
            "think", "marks", "cards", "questions", "talk", "camera", "camera_greets", "shape", "detail", "colours",
            "captions", "signal",
        )  # fmt: skip
        chosen: dict[str, Any] = {name: value for name in names if (value := getattr(self, name)) is not None}
        if self.shown is not None:
            chosen["shown"] = _checked(lesson, self.shown)
        if self.echo_after is not None:
            chosen["echo_after"] = None if self.echo_after == BY_ITSELF else self.echo_after
        if self.echo_factor is not None:
            factor = round(within(self.echo_factor, *ECHO_FACTORS, "The time to say it back"), 2)
            chosen["echo"] = replace(lesson.films.echo, factor=factor)
        if self.pace is not None:
            chosen["pace"] = round(within(self.pace, SLOWEST_TOGETHER, 1.0, "The pace"), 2)
        if self.lead is not None:
            chosen["lead"] = round(within(self.lead, 0.0, LONGEST_LEAD, "The light’s lead"), 2)
        if self.cover is not None:
            chosen["cover"] = _cover(self.cover)
        if self.end is not None:
            chosen["end"] = _end_card(self.end) if isinstance(self.end, EndCard) else None
        if self.own_rate is not None:
            chosen["own_rate"] = round(within(self.own_rate, *OWN_RATES, "The pace"), 1) if self.own_rate else 0.0
        return chosen


def _cover(
    cover: CoverMoment | CoverPicture | NumberedCover | Literal["title"],
) -> CoverMoment | CoverPicture | NumberedCover | None:
    if isinstance(cover, CoverPicture):
        if not PICTURE_FILE.fullmatch(cover.file):
            raise LessonError("This picture is not in Word Trail.", advice="Choose it once more.")
        across, down = (int(within(side, 1, 100_000, "The picture")) for side in (cover.width, cover.height))
        return CoverPicture(cover.file, across, down, tidy(cover.shows, "What the picture shows"))
    if isinstance(cover, NumberedCover):
        number = int(within(cover.number, 1, 999, "The number"))
        return NumberedCover(number, tidy(cover.series, "The series", LONGEST_SERIES))
    return cover if isinstance(cover, CoverMoment) else None


def _end_card(end: EndCard) -> EndCard:
    to_do = tidy(end.to_do, "What to do now", LONGEST_ON_END_CARD)
    hand_in = tidy(end.hand_in, "Where to hand it in", LONGEST_ON_END_CARD)
    link = end.link.strip()
    if link and (len(link) > LONGEST_LINK or not _ADDRESS.fullmatch(link)):
        raise LessonError("This is no address that a code can hold.", advice="It begins with http:// or https://.")
    return EndCard(to_do, hand_in, link)


PICTURE_FILE = re.compile(r"[0-9a-f]{32}\.(png|jpg)")
"""What a picture that is kept is called."""

_ADDRESS = re.compile(r"https?://[!-~]+")
"""Printable characters of ASCII, without spaces: what an address is written with (RFC 3986)."""


def _checked(lesson: Lesson, shown: FilmPart) -> FilmPart:
    """A part that is there, without what belongs to other kinds of parts."""
    if shown.extent is Extent.PAGE:
        if shown.page not in {page.id for passage in lesson.passages for page in passage.pages}:
            raise LessonError("This page is not in the lesson any more.", advice="Choose another page.")
        return FilmPart(Extent.PAGE, page=shown.page)
    if shown.extent is Extent.STRETCH:
        if not lesson.run(shown.first, shown.last):
            raise LessonError("These words are not in the lesson in this order.", advice="Choose others.")
        return FilmPart(Extent.STRETCH, first=shown.first, last=shown.last)
    if shown.extent is Extent.READING:
        return FilmPart(Extent.READING, reading=int(within(shown.reading, 1, 9, "The reading")))
    return FilmPart(shown.extent)
