"""What there is to know of a take of a lesson."""

from __future__ import annotations

from wordtrail.core.errors import NotFound
from wordtrail.core.lesson.reading_notes import ReadingKnown, reading_known
from wordtrail.core.sound.melody import Voice
from wordtrail.service.recorded_sound import heights_of, pitches_of
from wordtrail.service.showing import showing
from wordtrail.workspace import Workspace


def known_of(workspace: Workspace, lesson_id: str, take: str, grade: int) -> ReadingKnown:
    """Pace, phrases, pauses and talk of a take, beside what children of a grade (0: none) manage. Raises NotFound."""
    shown, _ = showing(workspace, lesson_id)
    if take not in shown.trails:
        raise NotFound("take")
    stops = [gate.at for gate in shown.sheet.gates]
    voice = Voice(pitches_of(workspace, take), heights_of(workspace, take))
    return reading_known(shown.lesson, take, shown.trails[take], voice, stops, shown.edits.seconds, grade)
