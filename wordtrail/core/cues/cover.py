"""The cover of a film: what is seen before it is played."""

from __future__ import annotations

from wordtrail.core.cues.filmed import Filmed
from wordtrail.core.cues.model import StageState
from wordtrail.core.cues.state import state_at
from wordtrail.core.film.model import CoverMoment

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
