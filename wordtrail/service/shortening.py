"""What of a take can be cut, and how long the lesson is with and without."""

from __future__ import annotations

from dataclasses import dataclass, replace

from wordtrail.core.cues.compile import edit_list_of
from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.edit.joining import Cut, CutKind
from wordtrail.core.errors import NotFound
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.shortening import CutOffer, Saving, cut_offers, lying_in, savings, stretch_to_cut
from wordtrail.core.trail.model import Trail
from wordtrail.service.recorded_sound import heights_of
from wordtrail.service.showing import showing
from wordtrail.workspace import Workspace


@dataclass(frozen=True, slots=True)
class MadeCut:
    """Something that was cut, and what lies in it, in a sentence (empty: nothing)."""

    cut: Cut
    holds: str


@dataclass(frozen=True, slots=True)
class Shortening:
    """What could be cut of a take, what that saves, and what is cut. `seconds` is how long what is heard of the lesson
    is, `was` without any cut."""

    offers: tuple[CutOffer, ...]
    savings: tuple[Saving, ...]
    cuts: tuple[MadeCut, ...]
    seconds: float
    was: float


def shortening(workspace: Workspace, lesson_id: str, take: str, longest: float, length: float) -> Shortening:
    """What could be cut of a take: silences over `longest` seconds to `length`, and more (see `cut_offers`). Raises
    NotFound and LessonError."""
    shown, _ = showing(workspace, lesson_id)
    trail = _trail(shown.trails, take)
    lesson = shown.lesson
    heights = heights_of(workspace, take)
    stops = (shown.edits.to_take(gate.at) for gate in shown.sheet.gates)
    thinking = [place[1] for place in stops if place and place[0] == take]
    offers = cut_offers(lesson, take, trail, heights, thinking, longest, length)
    return Shortening(
        offers,
        savings(offers),
        tuple(MadeCut(one, lying_in(lesson, trail, one)) for one in lesson.cuts if one.take == take),
        round(shown.edits.seconds - shown.edits.lead, 3),
        round(_without_cuts(lesson, shown.trails).seconds - shown.edits.lead, 3),
    )


def cut_for(workspace: Workspace, lesson_id: str, take: str, start: float, end: float, kind: CutKind) -> MadeCut:
    """What goes when a stretch of a take (seconds of take time) is cut. Raises NotFound."""
    shown, _ = showing(workspace, lesson_id)
    trail = _trail(shown.trails, take)
    cut = stretch_to_cut(shown.lesson, take, trail, start, end, kind)
    return MadeCut(cut, lying_in(shown.lesson, trail, cut))


def _trail(trails: dict[str, Trail], take: str) -> Trail:
    if take not in trails:
        raise NotFound("take")
    return trails[take]


def _without_cuts(lesson: Lesson, trails: dict[str, Trail]) -> EditList:
    return edit_list_of(replace(lesson, cuts=()), trails)
