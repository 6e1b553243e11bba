"""All that is planned around the passage, apart from pause points and marks."""

from __future__ import annotations

from dataclasses import dataclass

from wordtrail.core.plan.cards import WordCard
from wordtrail.core.plan.model import CloseUp, CueNote, Reading
from wordtrail.core.plan.opening import Closing, Opening, Part
from wordtrail.core.plan.organizers import Organizer

NO_OPENING, NO_CLOSING = Opening(), Closing()


@dataclass(frozen=True, slots=True)
class Plan:
    """Opening and closing, word cards in their order, whether there is a matching card of them (and of their
    pictures rather than their meanings), organizers, readings, the order of the parts
    as far as the teacher changed it, her own notes for the recording, and where the stage comes closer."""

    opening: Opening = NO_OPENING
    closing: Closing = NO_CLOSING
    cards: tuple[WordCard, ...] = ()
    matching: bool = False
    organizers: tuple[Organizer, ...] = ()
    readings: tuple[Reading, ...] = ()
    order: tuple[Part, ...] = ()
    matching_pictures: bool = False
    cue_notes: tuple[CueNote, ...] = ()
    close_ups: tuple[CloseUp, ...] = ()
