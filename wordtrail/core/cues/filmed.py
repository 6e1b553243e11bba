"""A film of a lesson: what it shows, how that is laid out, what is heard, and what happens on the stage when."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from wordtrail.core.cues.camera_shown import NO_CAMERAS, Camera
from wordtrail.core.cues.compile import compile_cues
from wordtrail.core.cues.film_edits import film_edits
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.film.model import Captions, Film
from wordtrail.core.layout.end_card import with_end_card
from wordtrail.core.layout.model import Layout
from wordtrail.core.layout.stages import stage_of
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.left_out import as_filmed
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.model import Trail


@dataclass(frozen=True, slots=True)
class Filmed:
    """A film, ready to be drawn and heard."""

    lesson: Lesson
    layout: Layout
    edits: EditList
    sheet: CueSheet


def filmed(
    lesson: Lesson, trails: Mapping[str, Trail], film: Film, cameras: Mapping[str, Camera] = NO_CAMERAS
) -> Filmed:
    """A film of a lesson with these trails, and the camera's pictures of its takes."""
    made = as_filmed(lesson, film)
    in_picture = film.choices.captions is Captions.PICTURE
    stage = stage_of(film.choices.shape, captions=in_picture)
    layout = with_end_card(typeset(made, stage), film.choices.end, stage, made.look)
    edits = film_edits(lesson, trails, film)
    return Filmed(made, layout, edits, compile_cues(made, trails, layout, edits, film, cameras))
