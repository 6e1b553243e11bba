"""Long work on the sound of a lesson."""

from __future__ import annotations

from wordtrail.core.align.values import Progress
from wordtrail.core.edit.sound_care import SoundCare
from wordtrail.core.film.model import AS_READ, FilmVersion
from wordtrail.service.filming import film_of
from wordtrail.service.showing import showing
from wordtrail.service.sound import keep_cared_copy, keep_sound, room_of
from wordtrail.workspace import Workspace

MIXING = "Making the sound"
SOUND_PHASES = (MIXING,)
"""What is done for a sound, in order."""


def make_sound(workspace: Workspace, lesson_id: str, version: str, report: Progress) -> None:
    """Make the sound that students hear before the first of them waits for it, or that of a film (the name of its
    version). Raises NothingToShow."""
    report(MIXING, 0.0)
    film = film_of(workspace, lesson_id, FilmVersion(version)) if version else AS_READ
    shown, _ = showing(workspace, lesson_id, film=film)
    keep_sound(workspace, lesson_id, shown.edits)
    if version:
        # What is heard where it stands still is looked for now, not when it is asked for.
        room_of(workspace, shown.edits)


def make_cared_copy(workspace: Workspace, take: str, done: str, report: Progress) -> None:
    """Make the copy of a take that is played, with what is done to its sound (the letters of `care_subject`)."""
    report(MIXING, 0.0)
    keep_cared_copy(workspace, SoundCare(take, "n" in done, "e" in done))


def care_subject(care: SoundCare) -> str:
    """What is done to the sound of a take, as the subject of a job."""
    return f"{care.take}:{'n' * care.less_noise}{'e' * care.even}"
