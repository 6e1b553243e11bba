"""The cover of a film: what is seen before it is played."""

from __future__ import annotations

from dataclasses import dataclass, replace

from wordtrail.core.cues.filmed import Filmed
from wordtrail.core.cues.model import StageState
from wordtrail.core.cues.state import state_at
from wordtrail.core.film.model import Captions, CoverMoment, CoverPicture, FilmChoices, NumberedCover
from wordtrail.core.layout.cover_page import numbered_cover, picture_cover
from wordtrail.core.layout.free_place import Place
from wordtrail.core.layout.model import Layout
from wordtrail.core.layout.stages import stage_of


@dataclass(frozen=True, slots=True)
class CoverFace:
    """What is on a cover: the stage in a state, for how long the lesson has stood still in it (seconds), and a page of
    the layout (its index) that is shown in small at a place."""

    layout: Layout
    state: StageState
    waited: float = 0.0
    page: int = -1
    place: Place | None = None


def cover_face(film: Filmed, choices: FilmChoices) -> CoverFace:
    """What is on the cover of a film."""
    chosen, layout = choices.cover, film.layout
    stage = stage_of(choices.shape, captions=choices.captions is Captions.PICTURE)
    own = StageState(len(layout.pages), "", 0, (), "", "")
    if isinstance(chosen, CoverPicture):
        return CoverFace(replace(layout, pages=(*layout.pages, picture_cover(chosen, stage))), own)
    if isinstance(chosen, NumberedCover):
        page, place = numbered_cover(film.lesson.passages[0], chosen, stage, film.lesson.look)
        text = next((index for index, one in enumerate(layout.pages) if one.is_text), -1)
        return CoverFace(replace(layout, pages=(*layout.pages, page)), own, page=text, place=place)
    return CoverFace(layout, *cover_state(film, chosen))


TITLE_CARD = StageState(0, "", 0, (), "", "")


def cover_state(film: Filmed, moment: CoverMoment | None) -> tuple[StageState, float]:
    """The stage on the cover, and for how long the lesson has stood still there: the chosen moment, where it is in the
    film, else the title card."""
    if moment is None:
        return TITLE_CARD, 0.0
    gate = next((one for one in film.sheet.gates if moment.gate and one.pause == moment.gate), None)
    if gate:
        return state_at(film.sheet, gate.at, gate.pause, gate.think_seconds / 2), gate.think_seconds / 2
    at = film.edits.near(moment.take, moment.at)
    return (TITLE_CARD, 0.0) if at is None else (state_at(film.sheet, at), 0.0)


def moment_at(film: Filmed, time: float, gate: str) -> CoverMoment | None:
    """The moment of a take that is heard at lesson time `time` of a film (at the stop `gate`, if it stands there); None
    at its title."""
    place = film.edits.to_take(min(time, film.sheet.seconds - 0.001))
    return CoverMoment(place[0], round(place[1], 3), gate) if place else None
