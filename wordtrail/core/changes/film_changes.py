"""Choosing what the films of a lesson are to be."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.edit.holds import LONGEST_HOLD, Echo
from wordtrail.core.errors import LessonError
from wordtrail.core.film.model import (
    LONGEST_LEAD,
    OWN_RATES,
    SLOWEST_TOGETHER,
    Extent,
    FilmChoices,
    FilmPart,
    FilmVersion,
)
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.tidy import within


@dataclass(frozen=True, slots=True)
class ChooseFilms(ScreenCommand):
    """What the films of the lesson are to be, and which of the four are wanted."""

    label: ClassVar[str] = "choosing films"
    choices: FilmChoices
    wanted: tuple[FilmVersion, ...]
    kind: Literal["choose films"] = "choose films"

    def apply(self, lesson: Lesson) -> Lesson:
        chosen = self.choices
        factor = round(within(chosen.echo.factor, 0.5, 4.0, "The time to say it back"), 2)
        least = round(within(chosen.echo.least, 0.5, LONGEST_HOLD, "The time to say it back"), 2)
        most = max(least, within(chosen.echo.most, 0.5, LONGEST_HOLD, "The time to say it back"))
        rate = within(chosen.own_rate, *OWN_RATES, "The pace") if chosen.own_rate else 0.0
        choices = replace(
            chosen, shown=_checked(lesson, chosen.shown), echo=Echo(factor, least, most),
            pace=round(within(chosen.pace, SLOWEST_TOGETHER, 1.0, "The pace"), 2),
            lead=round(within(chosen.lead, 0.0, LONGEST_LEAD, "The light’s lead"), 2), own_rate=round(rate, 1),
        )  # fmt: skip
        return replace(lesson, films=choices, films_wanted=tuple(dict.fromkeys(self.wanted)))


def _checked(lesson: Lesson, shown: FilmPart) -> FilmPart:
    """A part that is there, without what belongs to other kinds of parts."""
    if shown.extent is Extent.PAGE:
        if shown.page not in {page.id for passage in lesson.passages for page in passage.pages}:
            raise LessonError("This page is not in the lesson any more.", advice="Choose another page.")
        return FilmPart(Extent.PAGE, page=shown.page)
    if shown.extent is Extent.STRETCH:
        if not lesson.run(shown.first, shown.last):
            raise LessonError("These words are not in the lesson any more.", advice="Choose others.")
        return FilmPart(Extent.STRETCH, first=shown.first, last=shown.last)
    if shown.extent is Extent.READING:
        return FilmPart(Extent.READING, reading=int(within(shown.reading, 1, 9, "The reading")))
    return FilmPart(shown.extent)
